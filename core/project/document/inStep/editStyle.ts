import type { ProjectDiff } from '../changes/diff';
import { inStyle, ofWhole, stylesInOrder } from '../queries/styles';
import type { Doc } from '../schema';
import { edit } from './edit';

/** The document after a command that works on one style of it; the same document when the command does nothing. */
export function editStyle(whole: Doc, styleId: string, command: (style: Doc) => ProjectDiff | null): Doc {
  const diff = command(inStyle(whole, styleId));
  return diff ? edit(whole, ofWhole(whole, diff)).doc : whole;
}

/** The document after a command that was made in each of its styles by itself. */
export const editEachStyle = (whole: Doc, command: (style: Doc) => ProjectDiff | null): Doc =>
  stylesInOrder(whole).reduce((doc, { id }) => editStyle(doc, id, command), whole);
