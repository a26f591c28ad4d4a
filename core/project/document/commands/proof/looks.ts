import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import type { ProofLook } from '../../rows/project';
import type { Doc } from '../../schema';

/** A page that is set as the running line is. */
const PLAIN: ProofLook = { styleId: null, weight: null, features: {} };

/** How a page of the proof is set; a style that is gone is none. */
export function proofLook(doc: Doc, page: string): ProofLook {
  const { proofLooks } = projectOf(doc);
  const own = Object.hasOwn(proofLooks, page) ? (proofLooks[page] ?? PLAIN) : PLAIN;
  return own.styleId !== null && !doc.styles[own.styleId] ? { ...own, styleId: null } : own;
}

/** Sets a page of the proof otherwise than the running line. Null when that changes nothing. */
export function setProofLook(doc: Doc, page: string, change: Partial<ProofLook>): ProjectDiff | null {
  const project = projectOf(doc);
  const now = proofLook(doc, page);
  const next = { ...now, ...change };
  if (JSON.stringify(next) === JSON.stringify(now)) return null;
  const { [page]: _, ...others } = project.proofLooks;
  const plain = next.styleId === null && next.weight === null && Object.keys(next.features).length === 0;
  const d = draft(doc);
  d.put('project', { ...project, proofLooks: plain ? others : { ...others, [page]: next } });
  return d.done('Set a page otherwise');
}
