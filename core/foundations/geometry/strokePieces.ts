import type { Contour } from './contour';
import type { Cubic } from './cubic';
import { dashed } from './strokeDashes';
import { fitCubic } from './fitCubic';
import { directionAt, edgeAt, leftOf } from './strokeEdges';
import { cap, EdgePen, joinTo, outlineOf, type StrokeStyle } from './strokeOutline';
import { add, cross, dot, scale, sub, unit, type Vec } from './vec';

/** Half the pen's width along a segment: everywhere the same, or by the segment's parameter. */
export type Half = number | ((t: number) => number);

export const halfAt = (half: Half, t: number): number => (typeof half === 'number' ? half : half(t));

/** A segment of a line with half the pen's width along it. */
export interface Stretch {
  readonly cubic: Cubic;
  readonly half: Half;
}

/**
 * A stroke in simple pieces that don't overlap themselves: each segment's own, and a patch for every join and cap.
 * For outlines whose pieces cross in ways that are hard to unite at once.
 */
export const strokePieces = (c: Contour, style: StrokeStyle): Contour[][] =>
  dashed(c, style).flatMap(({ run, closed }) =>
    stretchPieces(
      run.map((cubic) => ({ cubic, half: style.width / 2 })),
      closed,
      style,
    ),
  );

/** The same for a pen whose width changes along the line; dashes and the width of the style are left aside. */
export function stretchPieces(run: readonly Stretch[], closed: boolean, style: StrokeStyle): Contour[][] {
  const bare: StrokeStyle = { ...style, cap: 'butt', dashes: [] };
  const pieces = run.map(({ cubic, half }) =>
    typeof half === 'number'
      ? outlineOf([cubic], false, { ...bare, width: 2 * half })
      : [taper(cubic, half, style.tolerance ?? TAPER_SHARE * half(0))],
  );
  run.forEach((s, i) => {
    const next = run[i + 1] ?? (closed ? run[0] : undefined);
    if (!next) return;
    const [before, after] = [directionAt(s.cubic, 1), directionAt(next.cubic, 0)];
    pieces.push(joinPatch({ p: s.cubic.p3, before, after, half: halfAt(s.half, 1) }, style));
  });
  const [first, last] = [run[0], run[run.length - 1]];
  if (!closed && style.cap !== 'butt' && first && last) {
    const back = scale(directionAt(first.cubic, 0), -1);
    pieces.push(capPatch(first.cubic.p0, back, halfAt(first.half, 0), style.cap));
    pieces.push(capPatch(last.cubic.p3, directionAt(last.cubic, 1), halfAt(last.half, 1), style.cap));
  }
  return pieces.filter((p) => p.length > 0);
}

/** Edges of tapers keep to this share of the pen's half width where no tolerance is said. */
const TAPER_SHARE = 0.002;
/** Places at which an edge is measured that is fitted by one cubic. */
const TAPER_SAMPLES = 12;
/** A taper that no cubics follow is taken as it is after so many halvings. */
const MOST_HALVINGS = 5;
/** The step at which the direction of an edge is measured, of the segment's parameter. */
const STEP = 1e-4;

/** What a pen leaves along a segment whose half width changes. */
function taper(c: Cubic, half: (t: number) => number, tolerance: number): Contour {
  const edge =
    (side: 1 | -1) =>
    (t: number): Vec =>
      edgeAt(c, t, side * half(t));
  const pen = new EdgePen();
  fitEdge(pen, edge(1), [0, 1], tolerance, 0);
  fitEdge(pen, edge(-1), [1, 0], tolerance, 0);
  return pen.close();
}

/** Cubics along an edge, from one parameter of its line to another. */
function fitEdge(
  pen: EdgePen,
  edge: (t: number) => Vec,
  [from, to]: readonly [number, number],
  tolerance: number,
  depth: number,
): void {
  const { cubic, off } = edgeOnce((share) => edge(from + (to - from) * share));
  if (off <= tolerance || depth >= MOST_HALVINGS) {
    pen.curve(cubic);
    return;
  }
  const middle = (from + to) / 2;
  fitEdge(pen, edge, [from, middle], tolerance, depth + 1);
  fitEdge(pen, edge, [middle, to], tolerance, depth + 1);
}

/** One cubic along an edge, given by a share from 0 to 1, and how far it is off. */
function edgeOnce(at: (share: number) => Vec): { readonly cubic: Cubic; readonly off: number } {
  const inner = Array.from({ length: TAPER_SAMPLES - 1 }, (_, i) => at((i + 1) / TAPER_SAMPLES));
  const [xs, ys] = [Float64Array.from(inner, (p) => p.x), Float64Array.from(inner, (p) => p.y)];
  const [p0, p3] = [at(0), at(1)];
  const [out, back] = [unit(sub(at(STEP), p0)), unit(sub(at(1 - STEP), p3))];
  const { cubic, maxOff } = fitCubic(p0, out, back, p3, xs, ys);
  return { cubic, off: maxOff };
}

/** The left edge of a segment along which half the pen's width changes, as one cubic, and how far that is off. */
export const taperOnce = (
  c: Cubic,
  half: (t: number) => number,
): { readonly cubic: Cubic; readonly off: number } => edgeOnce((t) => edgeAt(c, t, half(t)));

/** A full turn of the pen's nib. */
function disc(p: Vec, half: number): Contour[] {
  const pen = new EdgePen();
  pen.arc(p, add(p, { x: half, y: 0 }), 2 * Math.PI);
  return [pen.close()];
}

/** What a join adds beyond the ends of its two segments. */
function joinPatch(
  { p, before, after, half }: { p: Vec; before: Vec; after: Vec; half: number },
  style: StrokeStyle,
): Contour[] {
  const turn = Math.atan2(cross(before, after), dot(before, after));
  if (Math.abs(turn) < 1e-4) return [];
  if (style.join === 'round') return disc(p, half);
  // The outer side is the left one of the way that turns right.
  const [a, b] = turn > 0 ? [scale(after, -1), scale(before, -1)] : [before, after];
  const pen = new EdgePen();
  pen.to(p);
  pen.to(add(p, scale(leftOf(a), half)));
  joinTo(pen, p, a, b, half, style);
  return [pen.close()];
}

function capPatch(p: Vec, d: Vec, half: number, kind: StrokeStyle['cap']): Contour[] {
  if (kind === 'round') return disc(p, half);
  const pen = new EdgePen();
  pen.to(add(p, scale(leftOf(d), -half)));
  pen.to(add(p, scale(leftOf(d), half)));
  cap(pen, p, d, half, kind);
  return [pen.close()];
}
