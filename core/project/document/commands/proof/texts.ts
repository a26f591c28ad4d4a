import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import type { Doc, ProjectRow } from '../../schema';

type OwnProof = ProjectRow['ownProofs'][number];

/** The artist's first own proof; it is there before anything was typed on it. */
export const FIRST_PROOF = 'first';
/** Size of type on a page of one's own before somebody chooses, CSS px. */
export const FIRST_SIZE_PX = 40;

/** All proofs of the artist's own; the first one shows the running line's text until it has its own. */
export function ownProofs(doc: Doc): OwnProof[] {
  const { proofText, runningText, ownProofs: more } = projectOf(doc);
  return [{ id: FIRST_PROOF, text: proofText ?? runningText, size: FIRST_SIZE_PX }, ...more];
}

function changed(doc: Doc, label: string, change: Partial<ProjectRow>): ProjectDiff | null {
  const d = draft(doc);
  d.put('project', { ...projectOf(doc), ...change });
  return d.done(label);
}

/** A further page to type on, with its id. */
export function addOwnProof(
  doc: Doc,
  text: string,
): { readonly diff: ProjectDiff | null; readonly id: string } {
  const { ownProofs: all } = projectOf(doc);
  const taken = new Set(all.map((p) => p.id));
  let n = 2;
  while (taken.has(`own ${n}`)) n++;
  const id = `own ${n}`;
  return {
    id,
    diff: changed(doc, 'Add a proof', { ownProofs: [...all, { id, text, size: FIRST_SIZE_PX }] }),
  };
}

/** Another text or size for one of the artist's own proofs; the first one keeps no size. Null when there is no such page. */
export function changeOwnProof(
  doc: Doc,
  id: string,
  change: Partial<Omit<OwnProof, 'id'>>,
): ProjectDiff | null {
  const { ownProofs: all } = projectOf(doc);
  if (id === FIRST_PROOF)
    return change.text === undefined ? null : changed(doc, 'Change the page', { proofText: change.text });
  if (!all.some((p) => p.id === id)) return null;
  const next = all.map((p) => (p.id === id ? { ...p, ...change } : p));
  return changed(doc, 'Change the page', { ownProofs: next });
}

/** A further page taken away. Null when there is no such page. */
export function removeOwnProof(doc: Doc, id: string): ProjectDiff | null {
  const { ownProofs: all } = projectOf(doc);
  const left = all.filter((p) => p.id !== id);
  return left.length === all.length ? null : changed(doc, 'Remove a proof', { ownProofs: left });
}

/** Other words in a place of a proof; null = those that it has at first. Null when it is so already. */
export function setProofText(doc: Doc, place: string, text: string | null): ProjectDiff | null {
  const { [place]: before, ...rest } = projectOf(doc).proofTexts;
  if ((before ?? null) === text) return null;
  return changed(doc, 'Change the page', { proofTexts: text === null ? rest : { ...rest, [place]: text } });
}
