import { drawnOf } from '../../queries/lookups';
import { lackingMarks } from '../../queries/accents';
import { draftable } from '../../queries/glyphs';
import type { Doc } from '../../schema';
import type { HandDraft } from './draft';
import { canDraft, handDraft } from './handDrafts';

/** Characters of a list that nobody drew, that aren't made of marks or other signs, and that the hand's letters can be put together to. */
const handDraftable = (doc: Doc, list: string): string[] =>
  [...new Set(list)].filter(
    (char) =>
      !drawnOf(doc, char.codePointAt(0) ?? 0) && draftable(doc, char).length === 0 && canDraft(doc, char),
  );

/** Drafts of characters in the document's hand, by character; those that come to nothing aren't there. */
export function handDraftsOf(doc: Doc, chars: readonly string[]): Map<string, HandDraft> {
  return new Map(
    chars.flatMap((char) => {
      const made = handDraft(doc, char);
      return made ? [[char, made] as const] : [];
    }),
  );
}

/** What is to be drafted of a hand for a list: its own characters, and the marks that its letters need. */
export const wantedOfHand = (doc: Doc, list: string): string[] =>
  handDraftable(
    doc,
    list +
      lackingMarks(doc, list)
        .map((m) => String.fromCodePoint(m))
        .join(''),
  );
