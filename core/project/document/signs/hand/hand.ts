import { invert, type Affine } from '../../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { rightDirections } from '../../../../foundations/geometry/direction';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { mergeOverlaps } from '../../../../outlines/boolean/pieces';
import { offsetArea } from '../../../../outlines/boolean/polygonOffset';
import { penOutline } from '../../../../outlines/dress/grow';
import { stemLeanDeg } from '../../../../outlines/dress/lean';
import { slantMap } from '../../../../outlines/dress/slanted';
import { stemOf } from '../../../../outlines/dress/stems';
import { projectOf } from '../../newProject';
import { drawnOf } from '../../queries/lookups';
import type { Doc } from '../../schema';
import { boxOf, scaled, widthOf, type Shape } from './shaping';
import { expectedWidth } from './usualWidths';

/**
 * A hand as its letters show it: how high they reach, how thick strokes are and how they lean; and its letters with the slant taken out,
 * so that they can be cut and mirrored. Em units.
 */
export interface Hand {
  readonly xHeight: number;
  readonly capHeight: number;
  /** Tops of l, b, d, h, k. */
  readonly ascender: number;
  /** Feet of p, q, g, y, j; below 0. */
  readonly descender: number;
  /** Height of figures. */
  readonly figure: number;
  /** How wide a letter's ink would be by those of its kind; null where they don't say. */
  readonly widthOf: (char: string) => number | null;
  /** Thickness of strokes, upright ones and level ones. */
  readonly stem: number;
  readonly bar: number;
  /** From an upright hand to its own slant. */
  readonly slant: Affine;
  readonly has: (char: string) => boolean;
  /** A letter that is drawn, upright; nothing for one that isn't. */
  readonly of: (char: string) => Shape;
  /** A letter scaled to another height, with strokes as thick as the hand's. */
  readonly sized: (shape: Shape, height: number, narrower?: number) => Shape;
  /** Lines drawn by the hand's pen. */
  readonly pen: (lines: readonly Contour[]) => Shape;
}

/** Letters that show a hand's stems and slant. */
const STEMMED = [...'nhlidbmrpqHITEFLDPBRN'];
const LETTERS = [...'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ'];
/** Fewer drawn letters than these say nothing of a hand. */
const LEAST_LETTERS = 8;
/** Slants less than this are none, degrees. */
const LEAST_SLANT_DEG = 1.5;

const median = (values: readonly number[]): number | null =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? null;

/** Hands by their documents, which are immutable. */
const known = new WeakMap<Doc, Hand | null>();

/** What the drawn letters show of the hand; null where too few are drawn. Drafts show nothing. */
export function handOf(doc: Doc): Hand | null {
  const there = known.get(doc);
  if (there !== undefined) return there;
  const made = measure(doc);
  known.set(doc, made);
  return made;
}

/** Whether a character is drawn, by hand and not as a draft. */
export function isOfHand(doc: Doc, char: string): boolean {
  const glyph = drawnOf(doc, char.codePointAt(0) ?? 0);
  return glyph !== undefined && !glyph.draft;
}

/** The letters by which a hand is known; without any where they are too few. Told without measuring anything. */
export function lettersOfHand(doc: Doc): string[] {
  const letters = LETTERS.filter((c) => isOfHand(doc, c));
  return letters.length < LEAST_LETTERS ? [] : letters;
}

function measure(doc: Doc): Hand | null {
  const own = (char: string): Shape =>
    isOfHand(doc, char)
      ? (drawnOf(doc, char.codePointAt(0) ?? 0)?.contours.filter((c) => c.closed) ?? [])
      : [];
  const letters = lettersOfHand(doc);
  if (letters.length === 0) return null;
  const stems = STEMMED.flatMap((c) => stemOf(own(c), 'upright') ?? []);
  const stem = median(stems) ?? median(letters.flatMap((c) => stemOf(own(c), 'upright') ?? []));
  if (stem === null) return null;
  const leans = STEMMED.flatMap((c) => stemLeanDeg(own(c)) ?? []);
  const lean = median(leans) ?? 0;
  const slant = slantMap(Math.abs(lean) < LEAST_SLANT_DEG ? 0 : lean);
  const upright = invert(slant);
  const shapes = new Map<string, Shape>();
  const of = (char: string): Shape => {
    const before = shapes.get(char);
    if (before) return before;
    const shape = transformContours(rightDirections(mergeOverlaps(own(char))), upright).map(
      ({ of: _, ...c }): Contour => c,
    );
    shapes.set(char, shape);
    return shape;
  };
  const bars = [...'-tfeHEFTLzZ'].flatMap((c) => stemOf(own(c), 'level') ?? []);
  const { lines } = projectOf(doc);
  const heights = (chars: string, of: 'yMax' | 'yMin') =>
    median([...chars].flatMap((c) => contoursBox(own(c))?.[of] ?? []));
  const capHeight = heights('HEITLFXZ', 'yMax') ?? lines.capHeight;
  return {
    xHeight: heights('xzvwunm', 'yMax') ?? lines.xHeight,
    capHeight,
    ascender: heights('lbdhk', 'yMax') ?? lines.ascender,
    descender: heights('pqgyj', 'yMin') ?? lines.descender,
    figure: heights('0123456789', 'yMax') ?? capHeight,
    widthOf: (char) => expectedWidth(char, (c) => (own(c).length > 0 ? widthOf(of(c)) : null)),
    stem,
    bar: median(bars) ?? 0.9 * stem,
    slant,
    has: (char) => own(char).length > 0,
    of,
    sized: (shape, height, narrower = 1) => asThick(shape, height, narrower, stem),
    pen: (drawn) => penOutline(drawn, { width: stem, ends: 'round', joins: 'round', contrast: 1, angle: 0 }),
  };
}

/** A shape scaled from the baseline to a height; its strokes, as thick as the hand's, are brought back to what they were. */
function asThick(shape: Shape, height: number, narrower: number, stem: number): Shape {
  const { yMax } = boxOf(shape);
  if (yMax <= 0) return shape;
  const k = height / yMax;
  const small = scaled(shape, k * narrower, k);
  const grown = offsetArea(small, (stem * (1 - k)) / 2);
  // Growing must not take it off its lines.
  const [now, then] = [boxOf(small), boxOf(grown)];
  if (then.yMax - then.yMin < 1) return small;
  const d = (now.yMax - now.yMin) / (then.yMax - then.yMin);
  return transformContours(grown, { a: 1, b: 0, c: 0, d, e: 0, f: now.yMin - d * then.yMin });
}
