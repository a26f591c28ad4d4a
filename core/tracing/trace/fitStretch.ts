import type { Cubic } from '../../foundations/geometry/cubic';
import type { Vec } from '../../foundations/geometry/vec';
import { fitCubic, type CubicFit } from '../../foundations/geometry/fitCubic';
import type { Joint } from './joints';
import { endOfStretch, fitLine, ringPoint, wrap, type EvenRing } from './path';

/** Samples this near to a corner are rounded by lens and px grid and aren't fitted, px. */
const CORNER_SHY_PX = 1;
/** Candidate places for an extra point along a stretch; more cost time and bring nothing a reader of outlines wants. */
const CANDIDATES = 11;

interface End {
  readonly index: number;
  readonly point: Vec;
  /** Unit direction along the run. */
  readonly direction: Vec;
  readonly corner: boolean;
}

/** Direction of the outline at a joint, read off the samples on the given side when the joint doesn't know it. */
function directionAt(r: EvenRing, j: Joint, side: 1 | -1, other: number): Vec {
  if (j.direction) return j.direction;
  const room = Math.max(4, Math.abs(other - j.index) - 1);
  const near = Math.min(Math.round(1.2 / r.step), Math.floor(room / 3));
  const far = Math.min(Math.round(6 / r.step), room);
  const e = endOfStretch(r, j.index, side, near, Math.max(far, near + 3));
  // endOfStretch measures s along the run on both sides.
  return { x: e.dx, y: e.dy };
}

/** So many samples say all a cubic can follow; the whole outline is fitted to every sample later. */
const ENOUGH_SAMPLES = 32;

/** Samples between two places, evenly thinned out. */
function samples(r: EvenRing, from: number, to: number): [Float64Array, Float64Array] {
  const room = Math.max(0, to - from - 1);
  const stride = Math.max(1, Math.floor(room / ENOUGH_SAMPLES));
  const count = Math.floor(room / stride);
  const first = from + 1 + ((room - 1 - (count - 1) * stride) >> 1);
  const xs = new Float64Array(count);
  const ys = new Float64Array(count);
  for (let k = 0; k < count; k++) {
    const i = wrap(first + k * stride, r.n);
    xs[k] = r.xs[i]!;
    ys[k] = r.ys[i]!;
  }
  return [xs, ys];
}

function fitBetween(r: EvenRing, a: End, b: End): CubicFit {
  const shy = Math.round(CORNER_SHY_PX / r.step);
  const from = a.index + (a.corner ? shy : 0);
  const to = b.index - (b.corner ? shy : 0);
  const [xs, ys] = samples(r, from, to);
  return fitCubic(a.point, a.direction, { x: -b.direction.x, y: -b.direction.y }, b.point, xs, ys);
}

/** A smooth place at a sample: point and direction from the samples 3 px about it. */
function smoothEnd(r: EvenRing, index: number): End {
  const reach = Math.max(3, Math.round(3 / r.step));
  const line = fitLine(r, index - reach, index + reach);
  const before = endOfStretch(r, index, -1, 0, reach * 2);
  const after = endOfStretch(r, index, 1, 0, reach * 2);
  const p = { x: (before.x + after.x) / 2, y: (before.y + after.y) / 2 };
  const here = ringPoint(r, index);
  const point = Math.hypot(p.x - here.x, p.y - here.y) < 0.5 ? p : here;
  return { index, point, direction: { x: line.dx, y: line.dy }, corner: false };
}

/** Cubics in order, and the samples at which each but the first begins. */
export interface FittedStretch {
  readonly cubics: Cubic[];
  readonly places: number[];
}

/**
 * The fewest cubics for the stretch between two joints that stay within `tolerancePx` of its samples, smooth
 * among themselves. One is tried first; otherwise the best set of split places out of a row of candidates by
 * dynamic programming over all of them (each segment costs 1, plus its share of the tolerance).
 */
export function fitStretch(r: EvenRing, a: Joint, b: Joint, tolerancePx: number): FittedStretch {
  const start: End = {
    index: a.index,
    point: a.point,
    direction: directionAt(r, a, 1, b.index),
    corner: a.kind === 'corner',
  };
  const end: End = {
    index: b.index,
    point: b.point,
    direction: directionAt(r, b, -1, a.index),
    corner: b.kind === 'corner',
  };
  const whole = fitBetween(r, start, end);
  const lengthPx = (b.index - a.index) * r.step;
  if (whole.maxOff <= tolerancePx || lengthPx < 6) return { cubics: [whole.cubic], places: [] };

  const count = Math.min(CANDIDATES, Math.floor(lengthPx / 3));
  const ends: End[] = [start];
  for (let k = 1; k <= count; k++) {
    ends.push(smoothEnd(r, a.index + Math.round(((b.index - a.index) * k) / (count + 1))));
  }
  ends.push(end);
  const cost = new Float64Array(ends.length).fill(Infinity);
  const from = new Int32Array(ends.length);
  const fits: (CubicFit | undefined)[][] = ends.map(() => []);
  cost[0] = 0;
  for (let j = 1; j < ends.length; j++) {
    for (let i = 0; i < j; i++) {
      const fit = i === 0 && j === ends.length - 1 ? whole : fitBetween(r, ends[i]!, ends[j]!);
      fits[i]![j] = fit;
      const over = Math.max(0, fit.maxOff / tolerancePx - 1);
      const c = cost[i]! + 1 + 0.5 * Math.min(1, fit.maxOff / tolerancePx) ** 2 + 3 * over;
      if (c < cost[j]!) {
        cost[j] = c;
        from[j] = i;
      }
    }
  }
  const cubics: Cubic[] = [];
  const places: number[] = [];
  for (let j = ends.length - 1; j > 0; j = from[j]!) {
    cubics.unshift(fits[from[j]!]![j]!.cubic);
    if (from[j]! > 0) places.unshift(ends[from[j]!]!.index);
  }
  return { cubics, places };
}
