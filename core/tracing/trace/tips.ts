import { angleBetweenDeg, type Vec } from '../../foundations/geometry/vec';
import type { FloatImage } from '../../foundations/raster/picture';
import type { Corner } from './corners';
import type { RingSums } from './ringSums';
import { ringPoint, wrap, type EvenRing, type Line } from './path';
import { bentOver, inkOf, TipWindow, type TipShape } from './tipWindow';

/** How far around an edge the ink is told apart from that of other edges, px. */
const REACH_PX = 3;
/** Ink that may be missing from a sharp tip, px2: px grid and rounding of grey values. */
const MISSING_PX2 = 0.1;
/** What noise of the edge adds to it, px2 a px. */
const MISSING_BY_NOISE = 1.5;
/** A cut narrower than this is none, px. */
const LEAST_CUT_PX = 0.6;
/** A cut has to be this much more like the picture than a round: strokes' small ends are rather worn than cut. */
const ROUND_FAVOUR = 1.3;
/** An outline that turns less than this, degrees, isn't cut: what is missing there is the round of a bracket. */
const CUT_TURN_DEG = 70;
/** Tips aren't carried on further than this from the edge that is seen, px. */
const MAX_TIP_PX = 6;
/** How far along its sides a tip is judged by, px. */
const SIDE_PX = 3;

/** Which sample of which ring is nearest to each px centre of a field, for px within 3 px of an edge. */
export interface EdgeLabels {
  readonly ring: Int32Array;
  readonly sample: Int32Array;
}

export function labelEdges(field: FloatImage, rings: readonly EvenRing[]): EdgeLabels {
  const { width, height } = field;
  const ring = new Int32Array(width * height).fill(-1);
  const sample = new Int32Array(width * height);
  const nearest = new Float32Array(width * height).fill(REACH_PX ** 2);
  rings.forEach((r, id) => {
    for (let i = 0; i < r.n; i++) {
      const [x, y] = [r.xs[i]!, r.ys[i]!];
      const [cx, cy] = [Math.floor(x), Math.floor(y)];
      for (let py = Math.max(0, cy - 3); py <= Math.min(height - 1, cy + 3); py++) {
        for (let px = Math.max(0, cx - 3); px <= Math.min(width - 1, cx + 3); px++) {
          const d = (px + 0.5 - x) ** 2 + (py + 0.5 - y) ** 2;
          const k = py * width + px;
          if (d >= nearest[k]!) continue;
          nearest[k] = d;
          ring[k] = id;
          sample[k] = i;
        }
      }
    }
  });
  return { ring, sample };
}

export interface TipReader {
  readonly field: FloatImage;
  readonly labels: EdgeLabels;
  /** Which of the labelled rings is being read. */
  readonly ring: number;
  readonly noisePx: number;
  readonly blurPx: number;
}

/**
 * Corners as the ink at their tips shows them. Lens and px grid round every tip, but they keep its amount of ink: where a
 * corner's sides, carried on until they meet, hold just the ink that is there, the tip is sharp. Where ink is missing, a
 * tip that is cut off and one that is round, each with the ink that is there, are drawn and blurred like the picture, and
 * the one that is more like it is right: two corners close together, or none at all.
 */
export function settleTips(sums: RingSums, corners: readonly Corner[], reader: TipReader): Corner[] {
  const r = sums.ring;
  const room = (index: number, other: Corner) =>
    other.index === index
      ? Math.floor(r.n / 3)
      : Math.min(Math.floor(r.n / 3), Math.abs(other.index - index));
  return corners.flatMap((corner, k) => {
    const before = corners[wrap(k - 1, corners.length)]!;
    const after = corners[(k + 1) % corners.length]!;
    const ahead = { ...after, index: after.index + (k + 1 === corners.length ? r.n : 0) };
    const behind = { ...before, index: before.index - (k === 0 ? r.n : 0) };
    return settleTip(sums, corner, room(corner.index, behind), room(corner.index, ahead), reader);
  });
}

function settleTip(
  sums: RingSums,
  corner: Corner,
  before: number,
  after: number,
  reader: TipReader,
): Corner[] {
  const { step } = sums.ring;
  const nearPx = 1.2 + 2 * reader.noisePx;
  const near = Math.round(nearPx / step);
  const farBefore = Math.min(Math.round((nearPx + SIDE_PX) / step), before - near);
  const farAfter = Math.min(Math.round((nearPx + SIDE_PX) / step), after - near);
  if (farBefore < near + 3 || farAfter < near + 3) return [corner];
  const i = corner.index;
  const a = sums.fit(i - farBefore, i - near);
  const b = sums.fit(i + near, i + farAfter);
  const tip = tipSample(sums.ring, i, a, b);
  const sharp = crossing(a, b, tip.p);
  const window = readWindow(sums.ring, reader, tip, farBefore, farAfter);
  // With y down and ink on the left, a turn to the left (negative) goes around ink.
  const notch = a.dx * b.dy - a.dy * b.dx >= 0;
  const wedge: TipShape = { a, b, notch, tip: sharp, end: null };
  const missing = inkOf(window.draw(wedge, 0)) - window.ink(notch);
  // The sharper the tip, the further a small error of its sides carries.
  const open = Math.max(0.2, Math.sqrt(Math.max(0, 1 + a.dx * b.dx + a.dy * b.dy) / 2));
  if (missing <= (MISSING_PX2 + MISSING_BY_NOISE * reader.noisePx) / open)
    return [{ ...corner, point: sharp ?? corner.point }];

  const cut = window.cutOff(wedge, missing);
  const [cutA, cutB] = [onSide(a, cut), onSide(b, cut)];
  if (!cutA || !cutB) return [corner];
  const width = Math.hypot(cutB.x - cutA.x, cutB.y - cutA.y);
  if (width < LEAST_CUT_PX) return [{ ...corner, point: sharp ?? corner.point }];
  const flat = window.difference(window.draw({ ...wedge, end: cut }, reader.blurPx), notch);
  const round = bentOver(wedge, missing, cut, cutA, cutB);
  const bent = window.difference(window.draw({ ...wedge, end: round }, reader.blurPx), notch);
  if (bent < flat * ROUND_FAVOUR || corner.turnDeg < CUT_TURN_DEG) return [];
  const along = { x: cutB.x - cutA.x, y: cutB.y - cutA.y };
  const away = Math.max(1, Math.round(width / 2 / step));
  return [
    { index: i - away, point: cutA, turnDeg: angleBetweenDeg({ x: a.dx, y: a.dy }, along) },
    { index: i + away, point: cutB, turnDeg: angleBetweenDeg(along, { x: b.dx, y: b.dy }) },
  ];
}

/** The sample about a corner that lies furthest out between its sides. */
function tipSample(r: EvenRing, i: number, a: Line, b: Line): { p: Vec; index: number } {
  const out = { x: a.dx - b.dx, y: a.dy - b.dy };
  const reach = Math.round(1 / r.step);
  let index = i;
  let most = -Infinity;
  for (let k = i - reach; k <= i + reach; k++) {
    const p = ringPoint(r, k);
    const height = p.x * out.x + p.y * out.y;
    if (height > most) [index, most] = [k, height];
  }
  return { p: ringPoint(r, index), index };
}

function crossing(a: Line, b: Line, tip: Vec): Vec | null {
  const det = a.dx * b.dy - a.dy * b.dx;
  if (Math.abs(det) < 0.1) return null;
  const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / det;
  const p = { x: a.x + a.dx * t, y: a.y + a.dy * t };
  return Math.hypot(p.x - tip.x, p.y - tip.y) <= MAX_TIP_PX ? p : null;
}

/** The px about a tip whose nearest edge is the tip's own; those of no edge may still lie under a long needle's tip. */
function readWindow(
  r: EvenRing,
  { field, labels, ring }: TipReader,
  tip: { p: Vec; index: number },
  before: number,
  after: number,
): TipWindow {
  const own = (k: number) =>
    labels.ring[k] === -1 ||
    (labels.ring[k] === ring &&
      (wrap(labels.sample[k]! - tip.index, r.n) <= after ||
        wrap(tip.index - labels.sample[k]!, r.n) <= before));
  return new TipWindow(field, tip.p, REACH_PX + 1, own);
}

function onSide(side: Line, cut: { normal: Vec; height: number }): Vec | null {
  const rise = side.dx * cut.normal.x + side.dy * cut.normal.y;
  if (Math.abs(rise) < 0.1) return null;
  const t = (cut.height - side.x * cut.normal.x - side.y * cut.normal.y) / rise;
  return { x: side.x + side.dx * t, y: side.y + side.dy * t };
}
