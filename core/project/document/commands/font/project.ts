import { type ProjectDiff, draft } from '../../changes/diff';
import { projectOf } from '../../newProject';
import type { Doc, ProjectRow } from '../../schema';

/** Changes project facts: name, bill, running text. */
export function changeProject(
  doc: Doc,
  change: Partial<
    Pick<
      ProjectRow,
      'name' | 'bill' | 'runningText' | 'proofText' | 'practice' | 'template' | 'privateCodes' | 'underlay'
    >
  >,
  label: string,
): ProjectDiff | null {
  const project = projectOf(doc);
  const next = { ...project, ...change };
  const same = (Object.keys(change) as (keyof typeof change)[]).every((k) => project[k] === next[k]);
  if (same) return null;
  const d = draft(doc);
  d.put('project', next);
  return d.done(label);
}
