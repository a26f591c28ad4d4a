import { edit } from '../../inStep/edit';
import { castingOf, projectOf } from '../../newProject';
import type { Doc } from '../../schema';
import { addStyle } from './addStyle';

/** Families made so far: documents are immutable. */
const known = new WeakMap<Doc, Doc>();

/**
 * The project with the weights that are cast along as styles of their own, made of the style in hand: always in step with it, since
 * they are made when they are wanted and never kept. A weight whose name a style has already is left out (the check tells it).
 * Letters along skeletons are quick, others take tens of milliseconds each, once.
 */
export function withCastWeights(doc: Doc): Doc {
  const { weights } = castingOf(doc);
  if (weights.length === 0) return doc;
  const from = projectOf(doc).styleId;
  const made =
    known.get(doc) ??
    weights.reduce((family, { name, weight, heavier }) => {
      const diff = addStyle(family, { name, weightClass: weight, heavier }, from);
      return diff ? edit(family, diff).doc : family;
    }, doc);
  known.set(doc, made);
  return made;
}

/** Names of weights that a style of the project has, or an earlier weight. */
export function takenWeights(doc: Doc): string[] {
  const taken = new Set(Object.values(doc.styles).map((s) => s.name));
  return castingOf(doc).weights.flatMap(({ name }) => {
    const known = taken.has(name.trim());
    taken.add(name.trim());
    return known ? [name] : [];
  });
}
