import { segments, type Contour } from '../../foundations/geometry/contour';
import { cubicLength, distanceToSegment, pointOnCubic, type Cubic } from '../../foundations/geometry/cubic';
import { directionAt } from '../../foundations/geometry/strokeEdges';
import type { Half } from '../../foundations/geometry/strokePieces';
import { distance, dot, type Vec } from '../../foundations/geometry/vec';
import { nth } from '../../foundations/lists/nth';
import { TINY } from '../../foundations/geometry/tolerance';

/*
 * Where two strokes meet at a sharp angle their ink runs together and looks heavier than either: type is drawn thinner there (common practice, no
 * published source). A pen of a heavier style thins along the stroke that joins, from its joint to some way beyond where the two have parted.
 * Lengths are in widths of the pen, so that a letter keeps its manner at every size.
 */

/** A line that turns by more has a corner where two strokes meet, cosine of 30 degrees. */
const CORNER_COS = 0.866;
/** Strokes that part by so much a unit of way stand upright on one another (64 degrees): nothing runs together. */
const SQUARE_PARTING = 0.9;
/** Strokes that part by less than so much a unit of way (35 degrees) are thinned by all that was asked for. */
const SHARP_PARTING = 0.57;
/** Strokes that haven't parted so far from their joint run beside one another. */
const REACH = 5;
/** The pen has its width again so many times as far from the joint as strokes have parted. */
const FADE = 2.4;
/** A straight stroke thins along the whole of its length where that is at most so many times as long: its edges stay straight. */
const WHOLE = 1.6;
/** A leg is straight whose chord is so much of its length. */
const STRAIGHT = 0.995;
/** How the pen's width comes back along a stroke that isn't straight: evenly at first, without a corner at the end. */
const POWER = 1.5;
/** Places at which lines are measured, in each width of the pen. */
const SAMPLES = 12;
/** A line comes back to itself where it is so far along, widths of the pen. */
const OWN_AWAY = 3;

/** A place of a line and how far along it lies, em units. */
interface Place {
  readonly p: Vec;
  readonly s: number;
}

/** A line between corners: the segments from one to the next, with their lengths from the leg's beginning. */
interface Leg {
  readonly run: readonly Cubic[];
  readonly starts: readonly number[];
  readonly places: readonly Place[];
  readonly length: number;
  /** Whose end the leg's beginning and end are: null at the free end of a line. */
  readonly before: number | null;
  readonly after: number | null;
  readonly line: number;
}

interface Line {
  readonly legs: readonly Leg[];
  readonly closed: boolean;
  /** Which segments of the contour have a length, in the order of the legs. */
  readonly order: readonly number[];
}

/** How a leg thins from one of its ends: by which share of what was asked for, and how far, em units. */
interface Thinning {
  readonly share: number;
  readonly reach: number;
}

const NONE: Thinning = { share: 0, reach: 0 };

function legOf(run: readonly Cubic[], width: number, of: Pick<Leg, 'before' | 'after' | 'line'>): Leg {
  const places: Place[] = [];
  const starts: number[] = [];
  let s = 0;
  for (const cubic of run) {
    starts.push(s);
    const count = Math.max(8, Math.ceil((cubicLength(cubic) / width) * SAMPLES));
    for (let i = places.length === 0 ? 0 : 1; i <= count; i++) {
      const p = pointOnCubic(cubic, i / count);
      const last = places[places.length - 1];
      if (last) s += distance(last.p, p);
      places.push({ p, s });
    }
  }
  return { run, starts, places, length: s, ...of };
}

/** The legs of a line, in order; a closed one without a corner is one leg that nothing begins or ends. */
function lineOf(c: Contour, width: number, line: number): Line {
  const all = segments(c);
  const long = all.flatMap((s, i) => (cubicLength(s) > TINY ? [i] : []));
  const run = long.map((i) => nth(all, i));
  const closed = c.closed && run.length > 1;
  const isCorner = run.map((cubic, i) => {
    const next = run[i + 1] ?? (closed ? run[0] : undefined);
    return next !== undefined && dot(directionAt(cubic, 1), directionAt(next, 0)) < CORNER_COS;
  });
  // A closed line begins after its first corner.
  const first = closed ? isCorner.indexOf(true) + 1 : 0;
  const ends: number[] = [];
  for (let i = 0; i < run.length; i++) if (isCorner[(first + i) % run.length]) ends.push(i + 1);
  const wraps = closed && ends.length > 0;
  const cuts = wraps ? [0, ...ends] : [0, ...ends.filter((e) => e < run.length), run.length];
  const count = cuts.length - 1;
  const legs = Array.from({ length: run.length > 0 ? count : 0 }, (_, k) => {
    const part = Array.from({ length: nth(cuts, k + 1) - nth(cuts, k) }, (_i, j) =>
      nth(run, (first + nth(cuts, k) + j) % run.length),
    );
    const before = k > 0 ? k - 1 : wraps ? count - 1 : null;
    const after = k < count - 1 ? k + 1 : wraps ? 0 : null;
    return legOf(part, width, { before, after, line });
  });
  return { legs, closed, order: long.map((_, i) => nth(long, (first + i) % long.length)) };
}

const pointsOf = (places: readonly Place[]): Vec[] => places.map(({ p }) => p);

const away = (p: Vec, line: readonly Vec[]): number => {
  let least = line.length === 1 ? distance(p, nth(line, 0)) : Infinity;
  for (let i = 0; i + 1 < line.length; i++)
    least = Math.min(least, distanceToSegment(p, nth(line, i), nth(line, i + 1)));
  return least;
};

/** An end of a leg, as places from there on. */
const fromEnd = (leg: Leg, end: 0 | 1): Place[] =>
  end === 0 ? [...leg.places] : [...leg.places].reverse().map(({ p, s }) => ({ p, s: leg.length - s }));

/** How slowly a leg parts from another stroke, from its end on. */
function thinningBy(from: readonly Place[], other: readonly Vec[], width: number): Thinning {
  let before = { off: 0, s: 0 };
  for (const { p, s } of from) {
    if (s > REACH * width) break;
    const off = away(p, other);
    if (off >= width) {
      const parted = before.s + ((s - before.s) * (width - before.off)) / (off - before.off);
      const share = (SQUARE_PARTING - width / parted) / (SQUARE_PARTING - SHARP_PARTING);
      return { share: Math.min(1, Math.max(0, share)), reach: FADE * parted };
    }
    before = { off, s };
  }
  // A stroke that never parts from the other is hidden by it.
  return NONE;
}

/** The stroke beside which the free end of a leg lies, if there is one that it joins. */
function joined(leg: Leg, end: 0 | 1, legs: readonly Leg[], width: number): readonly Vec[] | null {
  const tip = nth(fromEnd(leg, end), 0).p;
  const own = fromEnd(leg, end).filter(({ s }) => s > OWN_AWAY * width);
  const others = legs.map((l) => pointsOf(l === leg ? own : l.places)).filter((points) => points.length > 0);
  const near = others
    .map((points) => ({ points, off: away(tip, points) }))
    .filter(({ off, points }) => off <= width / 2 && !joinsRather(points, tip, leg, { off, width }))
    .sort((a, b) => a.off - b.off);
  return near[0]?.points ?? null;
}

/** By so much nearer, em units, is one of two strokes the one that joins. */
const CLEARLY_EM = 1;

/** Whether it is the other stroke that ends on this leg, nearer than this leg ends on it. */
function joinsRather(
  other: readonly Vec[],
  tip: Vec,
  leg: Leg,
  { off, width }: { off: number; width: number },
): boolean {
  const mine = pointsOf(leg.places);
  return [nth(other, 0), nth(other, other.length - 1)].some(
    (end) => distance(end, tip) <= width && away(end, mine) < off - CLEARLY_EM,
  );
}

/** How a leg thins from one of its ends: beside the leg that goes on from its corner, or the stroke that it joins. */
function thinningOf(leg: Leg, end: 0 | 1, lines: readonly Line[], width: number): Thinning {
  const line = nth(lines, leg.line);
  const beside = end === 0 ? leg.before : leg.after;
  const isRing = line.closed && line.legs.length === 1 && beside === null;
  const all = lines.flatMap(({ legs }) => legs);
  const other = isRing
    ? null
    : beside === null
      ? joined(leg, end, all, width)
      : pointsOf(nth(line.legs, beside).places);
  return other ? thinningBy(fromEnd(leg, end), other, width) : NONE;
}

/** The share of the thinning that a place of a leg has, by how far along it lies. */
function shareAlong(leg: Leg, from: Thinning, to: Thinning): ((s: number) => number) | null {
  if (from.share === 0 && to.share === 0) return null;
  const isStraight =
    distance(nth(leg.places, 0).p, nth(leg.places, leg.places.length - 1).p) > STRAIGHT * leg.length;
  if (isStraight && leg.length <= WHOLE * (from.reach + to.reach))
    return (s) => from.share + ((to.share - from.share) * s) / leg.length;
  const by = ({ share, reach }: Thinning, s: number) => (s >= reach ? 0 : share * (1 - s / reach) ** POWER);
  return (s) => Math.max(by(from, s), by(to, leg.length - s));
}

/** Half the pen's width along each segment of a leg; the parameter of a segment stands for its length. */
function halvesOf(leg: Leg, share: ((s: number) => number) | null, width: number, thinned: number): Half[] {
  return leg.run.map((_, i): Half => {
    const [start, end] = [nth(leg.starts, i), leg.starts[i + 1] ?? leg.length];
    if (!share || isEven(share, start, end)) return width / 2;
    return (t) => (width / 2) * (1 - thinned * share(start + (end - start) * t));
  });
}

const isEven = (share: (s: number) => number, start: number, end: number): boolean =>
  [0, 0.1, 0.25, 0.5, 0.75, 0.9, 1].every((t) => share(start + (end - start) * t) === 0);

/**
 * Half the width of a pen along each segment of its lines: it is thinner where strokes meet at sharp angles. `thinned`: by which share of its
 * width it is thinner at the most, 0 to 1.
 */
export function thinnedHalves(
  contours: readonly Contour[],
  { width, thinned }: { readonly width: number; readonly thinned: number },
): Half[][] {
  const even = contours.map((c) => segments(c).map((): Half => width / 2));
  if (thinned === 0) return even;
  const lines = contours.map((c, i) => lineOf(c, width, i));
  return even.map((halves, k) => {
    const { legs, order } = nth(lines, k);
    const along = legs.flatMap((leg) => {
      const share = shareAlong(leg, thinningOf(leg, 0, lines, width), thinningOf(leg, 1, lines, width));
      return halvesOf(leg, share, width, thinned);
    });
    const own = [...halves];
    along.forEach((half, i) => (own[nth(order, i)] = half));
    return own;
  });
}
