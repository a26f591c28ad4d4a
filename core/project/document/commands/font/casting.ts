import { draft, type ProjectDiff } from '../../changes/diff';
import { castingOf } from '../../newProject';
import type { CastingRow, Doc } from '../../schema';

/** Changes what goes into the font files' names. */
export function changeCasting(doc: Doc, change: Partial<Omit<CastingRow, 'id'>>): ProjectDiff | null {
  const casting = castingOf(doc);
  const next = { ...casting, ...change };
  if (JSON.stringify(next) === JSON.stringify(casting)) return null;
  const d = draft(doc);
  d.put('casting', next);
  return d.done('Change the casting');
}
