import { castingOf, projectOf } from '../newProject';
import type { CastWeight, Doc, StyleRow } from '../schema';

/**
 * Names of weights with their numbers (OpenType, OS/2, usWeightClass) and how thick a stem is in shares of the regular one's
 * (common practice, no published source).
 */
const USUAL = [
  { name: 'Light', weight: 300, stem: 0.75 },
  { name: 'Medium', weight: 500, stem: 1.2 },
  { name: 'Bold', weight: 700, stem: 1.6 },
] as const;

/** A stem of a hand where nobody set one and no pen tells, em units (common practice, no published source). */
const USUAL_STEM_EM = 60;

/** What stems of a style measure: as it was set, or the pen that most of its letters are drawn by. */
function stemOfStyle(doc: Doc, style: StyleRow): number {
  if (style.stems.upright !== null) return style.stems.upright;
  const pens = Object.values(doc.glyphs)
    .flatMap((g) => (g.styleId === style.id && g.skeleton ? [g.skeleton.pen.width] : []))
    .sort((a, b) => a - b);
  return pens[pens.length >> 1] ?? USUAL_STEM_EM;
}

/** Usual weights that neither a style nor a weight of the project has the name of, by its own stems. */
export function proposedWeights(doc: Doc): CastWeight[] {
  const style = doc.styles[projectOf(doc).styleId];
  if (!style) return [];
  const taken = new Set([...Object.values(doc.styles), ...castingOf(doc).weights].map((s) => s.name));
  const stem = stemOfStyle(doc, style);
  return USUAL.filter((w) => !taken.has(w.name)).map((w) => ({
    name: w.name,
    weight: w.weight,
    heavier: Math.round((w.stem - 1) * stem),
  }));
}
