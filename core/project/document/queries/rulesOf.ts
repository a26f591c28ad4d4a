import type { Doc, Rule } from '../schema';

/** Rules that are switched on, in their order. */
export const rulesOf = (doc: Doc, styleId: string): Rule[] =>
  Object.values(doc.features)
    .filter((f) => f.styleId === styleId && f.enabled)
    .sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1))
    .map((f) => f.rule);
