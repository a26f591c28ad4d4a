import { castingOf, projectOf } from '../newProject';
import { stemOfStyle } from './family';
import { inStyle } from './styles';
import type { CastWeight, Doc, StyleRow } from '../schema';

/**
 * Names of weights with their numbers (OpenType, OS/2, usWeightClass) and how thick a stem is in shares of the regular one's
 * (common practice, no published source).
 */
const USUAL_WEIGHTS = [
  { name: 'Light', weight: 300, stem: 0.75 },
  { name: 'Medium', weight: 500, stem: 1.2 },
  { name: 'Bold', weight: 700, stem: 1.6 },
] as const;

/** A stem of a hand where nobody set one and no pen tells, em units (common practice, no published source). */
const USUAL_STEM_EM = 60;

/** What stems of a style measure: as it was set, the pen that most of its letters are drawn by, or what its outlines have. */
function stemFor(doc: Doc, style: StyleRow): number {
  if (style.stems.upright !== null) return style.stems.upright;
  const pens = Object.values(doc.glyphs)
    .flatMap((g) => (g.styleId === style.id && g.skeleton ? [g.skeleton.pen.width] : []))
    .sort((a, b) => a - b);
  return pens[pens.length >> 1] ?? stemOfStyle(inStyle(doc, style.id)) ?? USUAL_STEM_EM;
}

/** Usual weights that neither a style nor a weight of the project has the name of, by its own stems. */
export function proposedWeights(doc: Doc): CastWeight[] {
  const style = doc.styles[projectOf(doc).styleId];
  if (!style) return [];
  const taken = new Set([...Object.values(doc.styles), ...castingOf(doc).weights].map((s) => s.name));
  const stem = stemFor(doc, style);
  return USUAL_WEIGHTS.filter((w) => !taken.has(w.name)).map((w) => ({
    name: w.name,
    weight: w.weight,
    heavier: Math.round((w.stem - 1) * stem),
  }));
}

/** A way to make a further style of the one in hand, proposed by name. */
export interface ProposedStyle {
  readonly name: string;
  readonly weightClass: number;
  /** By how much strokes are thicker, em units. */
  readonly heavier: number;
  readonly slantDeg: number;
  /** By which share of its width a pen is thinner where strokes meet at sharp angles; null = as is usual for so much more weight. */
  readonly thinned: number | null;
  /** The width of the edge that is left of hollow letters, em units; null = they are filled. */
  readonly edge: number | null;
  /** A style of drawings of its own: nothing is taken over. */
  readonly empty: boolean;
}

/** By how much an italic leans, degrees (common practice, no published source). */
const ITALIC_DEG = 9;

/**
 * Hollow styles: by how much strokes are thicker and how wide their edge is, in shares of the stem (common practice, no published source).
 * An outline is a line around the letter, an inline a line of white along the middle of its strokes.
 */
const HOLLOWS = [
  { name: 'Outline', heavier: 0.35, edge: 0.22 },
  { name: 'Inline', heavier: 0.2, edge: 0.46 },
] as const;
/** An edge that prints and shows on screens, em units (common practice, no published source). */
const LEAST_EDGE_EM = 8;

/** What an italic of a style is called, as programs group them: "Italic" for Regular, "Bold Italic" for Bold. */
const italicOf = (style: string): string => (style === 'Regular' ? 'Italic' : `${style} Italic`);

/** Usual styles that the family hasn't, as they would be made of the style in hand. `doc`: its view. */
export function proposedStyles(doc: Doc, whole: Doc): ProposedStyle[] {
  const own = doc.styles[projectOf(doc).styleId];
  if (!own) return [];
  const taken = new Set(Object.values(whole.styles).map((s) => s.name.toLowerCase()));
  // A bold's stem is so many regular ones: a light made of it is measured from the regular as well.
  const ownShare = USUAL_WEIGHTS.find((w) => w.weight === own.weightClass)?.stem ?? 1;
  const regular = stemFor(doc, own) / ownShare;
  const weights = USUAL_WEIGHTS.map(({ name, weight, stem: share }) => ({
    name: own.italic ? italicOf(name) : name,
    weightClass: weight,
    heavier: Math.round((share - ownShare) * regular),
    slantDeg: 0,
    thinned: null,
    edge: null,
    empty: false,
  }));
  const plain = {
    weightClass: own.weightClass,
    heavier: 0,
    slantDeg: 0,
    thinned: null,
    edge: null,
    empty: false,
  };
  const italic = { ...plain, name: italicOf(own.name), slantDeg: ITALIC_DEG };
  const ornaments = { ...plain, name: 'Ornaments', weightClass: 400, empty: true };
  const stem = stemFor(doc, own);
  const hollows = HOLLOWS.map(({ name, heavier, edge }) => ({
    ...plain,
    name,
    heavier: Math.round(heavier * stem),
    edge: Math.max(LEAST_EDGE_EM, Math.round(edge * stem)),
  }));
  return [...weights, ...(own.italic ? [] : [italic]), ...hollows, ornaments].filter(
    (p) => !taken.has(p.name.toLowerCase()),
  );
}
