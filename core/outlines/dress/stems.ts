import type { Contour } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { median } from '../../foundations/raster/histogram';
import { add, cross, dot, length, lerp, scale, sub, unit, type Vec } from '../../foundations/geometry/vec';
import { ChordGrid, chordsOf, type Chord } from '../outline/flat';

/** Chords for measuring lie this near to the curves, em units. */
const FLAT_EM = 0.05;

interface Crossed {
  /** Place along the line from its beginning, same unit as the contours. */
  readonly way: number;
  readonly at: Vec;
  /** +1 where the line comes into the ink over an edge that runs one way, -1 the other. */
  readonly winding: number;
  readonly chord: Chord;
}

/** Where the straight from `a` to `b` crosses the outline, in order. */
function lineCrossings(chords: readonly Chord[], a: Vec, b: Vec): Crossed[] {
  const d = sub(b, a);
  const size = length(d);
  if (size === 0) return [];
  const side = (p: Vec) => cross(d, sub(p, a));
  return chords
    .flatMap((chord): Crossed[] => {
      const [s0, s1] = [side(chord.a), side(chord.b)];
      if (s0 <= 0 === s1 <= 0) return [];
      const at = lerp(chord.a, chord.b, s0 / (s0 - s1));
      const way = dot(sub(at, a), d) / size;
      return way >= 0 && way <= size ? [{ way, at, winding: s1 > s0 ? 1 : -1, chord }] : [];
    })
    .sort((p, q) => p.way - q.way);
}

export interface InkRun {
  readonly from: Crossed;
  readonly to: Crossed;
  readonly width: number;
}

/** Stretches of ink along the straight from `a` to `b`, both ends outside of the letter: what a ruler laid there reads. */
export function inkAlong(chords: readonly Chord[], a: Vec, b: Vec): InkRun[] {
  const out: InkRun[] = [];
  let winding = 0;
  let from: Crossed | null = null;
  for (const x of lineCrossings(chords, a, b)) {
    const before = winding;
    winding += x.winding;
    if (before === 0 && winding !== 0) from = x;
    if (before !== 0 && winding === 0 && from) {
      out.push({ from, to: x, width: x.way - from.way });
      from = null;
    }
  }
  return out;
}

/** Thickness of the ink at the edge nearest to `p`, straight across; null where there is none. */
export function thicknessAt(cs: readonly Contour[], p: Vec): { from: Vec; to: Vec; width: number } | null {
  const grid = new ChordGrid(chordsOf(cs, FLAT_EM));
  const { index } = grid.nearest(p);
  const chord = grid.chords[index];
  const box = contoursBox(cs);
  if (!chord || !box) return null;
  const edge = unit(sub(chord.b, chord.a));
  // Ink lies to the left of a rightly directed outline; the other side is tried for those that aren't.
  const reach = Math.hypot(box.xMax - box.xMin, box.yMax - box.yMin) * 1.5;
  for (const turn of [1, -1]) {
    const inward = { x: -edge.y * turn, y: edge.x * turn };
    const foot = nearestOn(chord, p);
    const start = add(foot, scale(inward, -0.02));
    const [run] = inkAlong(grid.chords, start, add(foot, scale(inward, reach)));
    if (run && run.from.way < 0.5) return { from: run.from.at, to: run.to.at, width: run.width };
  }
  return null;
}

function nearestOn({ a, b }: Chord, p: Vec): Vec {
  const d = sub(b, a);
  const t = Math.max(0, Math.min(1, dot(sub(p, a), d) / (dot(d, d) || 1)));
  return lerp(a, b, t);
}

export type StemWay = 'upright' | 'level';

export interface Stem {
  readonly way: StemWay;
  /** Across it, em units. */
  readonly width: number;
  /** How far it runs, em units. */
  readonly length: number;
  readonly at: Vec;
}

/** A stem is longer than it is wide by so much; dots and joints aren't stems. */
const STEM_SHAPE = 1.3;
/** Scan lines over a letter. */
const LINES = 48;
/** Both edges of a stem run within this of its direction, degrees: slanted hands count, diagonals don't. */
const LEAN_DEG = 24;
/** A stem runs at least so far, as a share of the letter's size across the scan lines. */
const LEAST_SHARE = 0.16;

/** Stems of a letter: upright ones by level scan lines and level ones by upright ones, the longest first. */
export function stemsOf(cs: readonly Contour[]): Stem[] {
  const closed = cs.filter((c) => c.closed);
  return [...stemsAlong(closed, 'upright'), ...stemsAlong(closed, 'level')].sort(
    (a, b) => b.length - a.length,
  );
}

function stemsAlong(cs: readonly Contour[], way: StemWay): Stem[] {
  const box = contoursBox(cs);
  if (!box) return [];
  const chords = chordsOf(cs, FLAT_EM);
  const [low, high] = way === 'upright' ? [box.yMin, box.yMax] : [box.xMin, box.xMax];
  const [from, to] = way === 'upright' ? [box.xMin - 1, box.xMax + 1] : [box.yMin - 1, box.yMax + 1];
  const step = (high - low) / LINES;
  interface Chain {
    widths: number[];
    middle: number;
    last: number;
    at: Vec;
  }
  const chains: Chain[] = [];
  for (let k = 0; k < LINES; k++) {
    const v = low + (k + 0.5) * step;
    const [a, b] =
      way === 'upright'
        ? [
            { x: from, y: v },
            { x: to, y: v },
          ]
        : [
            { x: v, y: from },
            { x: v, y: to },
          ];
    for (const run of inkAlong(chords, a, b)) {
      const leans = [run.from, run.to].map((x) => leanDeg(x.chord, way));
      if (leans.some((l) => Math.abs(l) > LEAN_DEG) || Math.abs(leans[0]! - leans[1]!) > LEAN_DEG / 2)
        continue;
      // Across the stem, not across the scan line.
      const width = run.width * Math.cos((((leans[0]! + leans[1]!) / 2) * Math.PI) / 180);
      const middle = (run.from.way + run.to.way) / 2;
      const chain = chains.find(
        (c) =>
          k - c.last <= 2 &&
          Math.abs(c.middle - middle) < width / 2 &&
          Math.abs(median(c.widths) - width) < 0.3 * width,
      );
      if (chain) {
        chain.widths.push(width);
        chain.middle = middle;
        chain.last = k;
      } else chains.push({ widths: [width], middle, last: k, at: lerp(run.from.at, run.to.at, 0.5) });
    }
  }
  return chains
    .map((c) => ({ way, width: median(c.widths), length: c.widths.length * step, at: c.at }))
    .filter((s) => s.length >= LEAST_SHARE * (high - low) && s.length > STEM_SHAPE * s.width);
}

/** Lean of an edge against the stem's direction, degrees, -90 to 90. */
function leanDeg({ a, b }: Chord, way: StemWay): number {
  const d = sub(b, a);
  const angle = (way === 'upright' ? Math.atan2(d.x, d.y) : Math.atan2(d.y, d.x)) * (180 / Math.PI);
  return angle > 90 ? angle - 180 : angle < -90 ? angle + 180 : angle;
}

/** A letter's own stem: the mean of its stems of that direction weighted by their length; null without any. */
export function stemOf(cs: readonly Contour[], way: StemWay): number | null {
  const stems = stemsOf(cs).filter((s) => s.way === way);
  const total = stems.reduce((sum, s) => sum + s.length, 0);
  return total === 0 ? null : stems.reduce((sum, s) => sum + s.width * s.length, 0) / total;
}

export interface StemLine<T> {
  readonly of: T;
  readonly width: number;
  /** Share by which it differs from the others' median. */
  readonly off: number;
  readonly odd: boolean;
}

/** Letters may differ by this share without being out of line ... */
const LEAST_ODD = 0.06;
/** ... or by so many times the usual spread (median absolute deviation, scaled to a standard deviation). */
const SPREADS = 3.5;

/** Stems of letters that should agree, and which of them are out of line; the furthest out first. */
export function oddStems<T>(letters: readonly { readonly of: T; readonly width: number }[]): {
  readonly standard: number;
  readonly lines: readonly StemLine<T>[];
} {
  if (letters.length === 0) return { standard: 0, lines: [] };
  const standard = median(letters.map((l) => l.width));
  const spread = 1.4826 * median(letters.map((l) => Math.abs(l.width - standard)));
  const limit = Math.max(LEAST_ODD * standard, SPREADS * spread);
  const lines = letters
    .map((l) => ({
      ...l,
      off: standard === 0 ? 0 : l.width / standard - 1,
      odd: Math.abs(l.width - standard) > limit,
    }))
    .sort((a, b) => Math.abs(b.off) - Math.abs(a.off));
  return { standard, lines };
}
