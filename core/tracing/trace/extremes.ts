import { fitParabola } from './parabola';
import { wrap, type EvenRing } from './path';
import { TINY } from '../../foundations/geometry/tolerance';

export interface Extreme {
  readonly index: number;
  /** 'x' = leftmost or rightmost here, so the tangent is upright; 'y' = topmost or lowest, the tangent is level. */
  readonly axis: 'x' | 'y';
  readonly x: number;
  readonly y: number;
}

/** Half the window over which an extreme is read at first, px. */
const WINDOW_PX = 5;
/** How far the curve falls off within the window over which its place is then read, px: further in a rough edge. */
const FALL_PX = 0.15;
const FALL_BY_NOISE = 12;
const MAX_WINDOW_PX = 24;

/**
 * Turning points of x and y inside a stretch of samples, where the curve rises by at least `prominencePx` on both
 * sides within the stretch or a quarter of the window. Place: apex of a parabola through the samples around.
 */
export function findExtremes(
  r: EvenRing,
  from: number,
  to: number,
  prominencePx: number,
  noisePx = 0,
): Extreme[] {
  const fall = FALL_PX + FALL_BY_NOISE * noisePx;
  const out: Extreme[] = [];
  for (const axis of ['x', 'y'] as const) {
    const values = axis === 'x' ? r.xs : r.ys;
    const at = (i: number) => values[wrap(i, r.n)]!;
    for (const sign of [1, -1]) {
      for (const i of peaks((k) => sign * at(k), from, to, prominencePx))
        out.push(apex(r, i, axis, from, to, fall));
    }
  }
  return out.sort((a, b) => a.index - b.index);
}

/** Indices of maxima that stand out by `prominence` on both sides before anything higher comes. */
function peaks(value: (i: number) => number, from: number, to: number, prominence: number): number[] {
  const found: number[] = [];
  let best = from;
  let low = value(from);
  let climbed = false;
  for (let i = from; i <= to; i++) {
    const v = value(i);
    if (!climbed) {
      if (v < low) low = v;
      if (v >= low + prominence) {
        climbed = true;
        best = i;
      }
    } else {
      if (v > value(best)) best = i;
      if (v <= value(best) - prominence) {
        found.push(best);
        climbed = false;
        low = v;
      }
    }
  }
  return found;
}

/** Place of an extreme by the apex of a parabola, over a window that grows until the curve falls off by `fall` px in it. */
function apex(r: EvenRing, index: number, axis: 'x' | 'y', from: number, to: number, fall: number): Extreme {
  const main = axis === 'x' ? r.xs : r.ys;
  const other = axis === 'x' ? r.ys : r.xs;
  const plain = { index, axis, x: r.xs[wrap(index, r.n)]!, y: r.ys[wrap(index, r.n)]! };
  const most = Math.min(index - from, to - index);
  // main = c0 + c1 u + c2 u^2 with u = other - other(index).
  const u0 = other[wrap(index, r.n)]!;
  const fitOver = (reach: number) => {
    const samples = Array.from({ length: 2 * reach + 1 }, (_, k) => wrap(index - reach + k, r.n));
    return fitParabola(
      samples.map((i) => other[i]! - u0),
      samples.map((i) => main[i]!),
      samples.length,
    );
  };
  const first = Math.min(Math.round(WINDOW_PX / r.step), most);
  if (first < 3) return plain;
  const rough = fitOver(first);
  if (!rough) return plain;
  const windowPx = Math.min(MAX_WINDOW_PX, Math.sqrt(fall / Math.max(1e-4, Math.abs(rough.c2))));
  const reach = Math.max(3, Math.min(Math.round(windowPx / r.step), most));
  const fit = fitOver(reach);
  if (!fit) return plain;
  const { c0, c1, c2 } = fit;
  const u = Math.abs(c2) < TINY ? 0 : -c1 / (2 * c2);
  if (Math.abs(u) > reach * r.step) return plain;
  const value = c0 + c1 * u + c2 * u * u;
  const moved =
    index +
    Math.round((u / r.step) * Math.sign(other[wrap(index + 1, r.n)]! - other[wrap(index - 1, r.n)]! || 1));
  const place = axis === 'x' ? { x: value, y: u0 + u } : { x: u0 + u, y: value };
  return { index: Math.max(from, Math.min(to, moved)), axis, ...place };
}
