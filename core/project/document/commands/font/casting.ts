import { draft, type ProjectDiff } from '../../changes/diff';
import { castingOf } from '../../newProject';
import type { CastingRow, Doc } from '../../schema';

/** Remembers what was cast. */
export const rememberCast = (doc: Doc, last: NonNullable<CastingRow['last']>): ProjectDiff | null =>
  changed(doc, { last }, `Cast version ${last.version}`);

/** Changes what goes into the font files' names. */
export const changeCasting = (
  doc: Doc,
  change: Partial<Omit<CastingRow, 'id' | 'last'>>,
): ProjectDiff | null => changed(doc, change, 'Change the casting');

function changed(doc: Doc, change: Partial<CastingRow>, label: string): ProjectDiff | null {
  const casting = castingOf(doc);
  const next = { ...casting, ...change };
  if (JSON.stringify(next) === JSON.stringify(casting)) return null;
  const d = draft(doc);
  d.put('casting', next);
  return d.done(label);
}
