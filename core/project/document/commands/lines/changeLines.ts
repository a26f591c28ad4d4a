import { linesOfLetters } from '../../../../type/seat/standing';
import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import { standersOf } from '../../queries/standing';
import type { Doc, Lines, ProjectRow } from '../../schema';

/** The lines taken from the letters as they are; no letter moves. */
export const takeLinesOfLetters = (doc: Doc): ProjectDiff | null =>
  changeLines(doc, linesOfLetters(standersOf(doc), projectOf(doc).lines));

/** Other lines, with no letter moved. */
function changeLines(doc: Doc, lines: Partial<Lines>): ProjectDiff | null {
  const project = projectOf(doc);
  const next = { ...project.lines, ...lines };
  if ((Object.keys(next) as (keyof Lines)[]).every((k) => next[k] === project.lines[k])) return null;
  const d = draft(doc);
  d.put('project', { ...project, lines: next });
  return d.done('Take the lines of the letters');
}

/** The overshoot of round letters, or the line spacing. */
export function changeSeatFacts(
  doc: Doc,
  change: Partial<Pick<ProjectRow, 'overshoot' | 'lineSpacing'>>,
): ProjectDiff | null {
  const d = draft(doc);
  d.put('project', { ...projectOf(doc), ...change });
  if (change.lineSpacing !== undefined) return d.done('Change the line spacing');
  return d.done('Change the overshoot');
}
