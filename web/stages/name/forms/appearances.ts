import type { Appearance } from '../../../../core/project/document/commands/features/appear';
import { glyphsOfText } from '../../../../core/project/document/queries/forms';
import type { Doc } from '../../../../core/project/document/schema';

/** When a form may appear, in the words of the choice. */
export const WHENS = [
  ['turns', 'in turn with the letter’s other drawings'],
  ['word-start', 'at the beginning of a word'],
  ['word-end', 'at the end of a word'],
  ['text-start', 'at the beginning of the text'],
  ['text-end', 'at the end of the text'],
  ['beside', 'beside certain letters'],
  ['language', 'in a language'],
  ['asked', 'when it is asked for'],
] as const;
type When = (typeof WHENS)[number][0];

/** Languages whose letters differ, by their OpenType tags (OpenType 1.9.1, "Language system tags"). */
export const LANGUAGES = [
  ['TRK', 'Turkish'],
  ['AZE', 'Azerbaijani'],
  ['ROM', 'Romanian'],
  ['MOL', 'Moldavian'],
  ['CAT', 'Catalan'],
  ['NLD', 'Dutch'],
  ['PLK', 'Polish'],
  ['DEU', 'German'],
] as const;

/** What one asks for to get a drawing: its tag (OpenType 1.9.1, "Registered features") and our words. */
export const ASKED = [
  ...Array.from({ length: 9 }, (_, k) => [`ss0${k + 1}`, `Set ${k + 1}`] as const),
  ['swsh', 'Swashes'],
  ['titl', 'Titling letters'],
  ['smcp', 'Small capitals'],
  ['c2sc', 'Small capitals for capitals'],
  ['onum', 'Old-style figures'],
  ['lnum', 'Lining figures'],
  ['tnum', 'Figures for tables'],
  ['zero', 'Slashed zero'],
  ['case', 'Forms among capitals'],
  ['hist', 'Historical letters'],
  ['salt', 'Other drawings'],
] as const;

/** What is chosen of a form's appearance. */
export interface Choice {
  readonly when: When;
  /** Letters after which, and before which, it stands. */
  readonly after: string;
  readonly before: string;
  readonly language: string;
  readonly feature: string;
  readonly label: string;
}

export const FIRST_CHOICE: Choice = {
  when: 'word-end',
  after: '',
  before: '',
  language: 'TRK',
  feature: 'ss01',
  label: '',
};

/** The appearance that is chosen; what is wrong with the choice, in a few words, when it is none yet. */
export function chosenAppearance(doc: Doc, choice: Choice): Appearance | string {
  const { when, feature, label, language } = choice;
  switch (when) {
    case 'turns':
      return { kind: 'turns' };
    case 'beside': {
      const [after, before] = [choice.after, choice.before].map((t) =>
        glyphsOfText(doc, t.replace(/\s/g, '')),
      );
      if (!after || !before) return 'A letter of these isn’t drawn.';
      if (after.length + before.length === 0) return 'Type the letters beside which it stands.';
      return { kind: 'beside', after: after.map((g) => g.id), before: before.map((g) => g.id) };
    }
    case 'language':
      return { kind: 'language', languages: [language] };
    case 'asked':
      return { kind: 'exchange', feature, label: feature.startsWith('ss') ? label.trim() : '' };
    default:
      return { kind: 'ends', at: when };
  }
}
