import { draft, type ProjectDiff } from '../../changes/diff';
import { editAll, type Edited } from '../../inStep/edit';
import { projectOf } from '../../newProject';
import { lackingMarks } from '../../queries/accents';
import { draftable } from '../../queries/glyphs';
import { drawnOf } from '../../queries/lookups';
import type { Doc } from '../../schema';
import type { HandDraft } from '../../signs/hand/draft';
import { composeAccents } from '../glyphs/composing';
import { glyphOfCharacter } from '../lines/seatInto';
import { makeDrafts } from './drafts';

/** Drafts that were made of a hand put in the font, marked as what they are; drawn letters stay. Null when there is nothing to put. */
export function putHandDrafts(doc: Doc, made: ReadonlyMap<string, HandDraft>): ProjectDiff | null {
  const { styleId } = projectOf(doc);
  const wanted = [...made].filter(([char]) => !drawnOf(doc, char.codePointAt(0) ?? 0));
  if (wanted.length === 0) return null;
  const d = draft(doc);
  for (const [char, { contours, madeOf }] of wanted)
    d.put('glyphs', {
      ...glyphOfCharacter(d, char.codePointAt(0) ?? 0, styleId),
      contours,
      draft: true,
      madeOf,
    });
  return d.done('Draft missing letters');
}

/** Rounds of signs of signs and letters of letters: a mark of a drafted sign, and letters with that mark. */
const ROUNDS = 2;

/**
 * A list of characters completed as one step: drafts that were made of the hand, then signs made of others, then letters with their marks.
 * Null when nothing of it can be made.
 */
export function completeList(doc: Doc, list: string, made: ReadonlyMap<string, HandDraft>): Edited | null {
  const round = [(now: Doc) => makeSigns(now, list), (now: Doc) => composeAccents(now, list)];
  const commands = Array.from({ length: ROUNDS }, () => round).flat();
  return editAll(doc, 'Complete the characters', [(now) => putHandDrafts(now, made), ...commands]);
}

function makeSigns(doc: Doc, list: string): ProjectDiff | null {
  const marks = lackingMarks(doc, list).map((m) => String.fromCodePoint(m));
  const wanted = draftable(doc, list + marks.join(''));
  return wanted.length === 0 ? null : makeDrafts(doc, wanted.join(''));
}
