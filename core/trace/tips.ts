import type { Vec } from '../geometry/vec';
import type { FloatImage } from '../raster/picture';
import type { Corner } from './corners';
import type { RunFit, RingSums } from './ringSums';
import { ringPoint, wrap, type EvenRing } from './path';

/** How far around an edge the ink is told apart from that of other edges, px. */
const REACH_PX = 3;
/** Points a px and direction at which a tip's model is compared with the picture. */
const GRID = 4;
/** Ink that may be missing from a sharp tip, px2: px grid and rounding of grey values. */
const MISSING_PX2 = Number(process.env['MIS'] ?? 0.1);
/** What noise of the edge adds to it, px2 a px. */
const MISSING_BY_NOISE = Number(process.env['MISN'] ?? 1.5);
/** A tip blunter than this, px, shows whether it is flat or round; flat is supposed below. */
const TELLING_PX = 2;
/** A round end stands out beyond a flat one with as much ink by a tenth of its width; half of it tells them apart. */
const ROUND_SHARE = 0.05;
/** A cut that turns the outline less than this at both its ends is taken for a round, degrees; of less than this width, px, for a sharp corner. */
const CUT_TURN_DEG = 58;
const ROUND_PX = 1.2;
/** Tips aren't carried on further than this from the edge that is seen, px. */
const MAX_TIP_PX = 6;

/** Which sample of which ring is nearest to each px centre of a field, for px within 3 px of an edge. */
export interface EdgeLabels {
  readonly width: number;
  readonly height: number;
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
  return { width, height, ring, sample };
}

export interface TipReader {
  readonly field: FloatImage;
  readonly labels: EdgeLabels;
  /** Which of the labelled rings is being read. */
  readonly ring: number;
  readonly noisePx: number;
}

/**
 * Corners as the ink at their tips shows them. Lens and px grid round every tip, but they keep its amount of ink: where a
 * corner's sides, carried on until they meet, hold just the ink that is there, the tip is sharp; where ink is missing, it
 * is cut off there, so that two corners stand close together, or it is round and no corner at all.
 */
export function settleTips(sums: RingSums, corners: readonly Corner[], reader: TipReader): Corner[] {
  return corners.flatMap((corner, k) => {
    const r = sums.ring;
    const room = (other: Corner | undefined) =>
      !other || other === corner ? r.n / 3 : Math.min(r.n / 3, wrap(Math.abs(other.index - corner.index), r.n));
    const before = room(corners[wrap(k - 1, corners.length)]);
    const after = room(corners[(k + 1) % corners.length]);
    return settleTip(sums, corner, before, after, reader);
  });
}

function settleTip(sums: RingSums, corner: Corner, before: number, after: number, reader: TipReader): Corner[] {
  const r = sums.ring;
  const nearPx = (1.2 + 2 * reader.noisePx) * acuteReach(corner.turnDeg);
  const near = Math.round(nearPx / r.step);
  const farBefore = Math.min(Math.round((nearPx + 3) / r.step), Math.floor(before) - near);
  const farAfter = Math.min(Math.round((nearPx + 3) / r.step), Math.floor(after) - near);
  if (farBefore < near + 3 || farAfter < near + 3) return [corner];
  const i = corner.index;
  const a = sums.fit(i - farBefore, i - near);
  const b = sums.fit(i + near, i + farAfter);
  const turn = a.dx * b.dy - a.dy * b.dx;
  // With y down and ink on the left, a turn to the left (negative) goes around ink.
  const convex = turn < 0;
  const tip = tipSample(r, i, a, b);
  const sharp = crossing(a, b, tip);
  const found = measureTip(r, reader, a, b, tip, convex, farBefore, farAfter);
  const missing = found.model - found.ink;
  if (process.env['TIPS']) console.error('tip', tip.x.toFixed(1), tip.y.toFixed(1), 'turn', corner.turnDeg.toFixed(0), convex ? 'convex' : 'concave', 'missing', missing.toFixed(2), 'model', found.model.toFixed(2), 'sides', farBefore, farAfter);
  // The sharper the tip, the further a small error of its sides carries.
  const half = Math.sqrt((1 + a.dx * b.dx + a.dy * b.dy) / 2);
  if (missing <= (MISSING_PX2 + MISSING_BY_NOISE * reader.noisePx) / Math.max(0.2, half)) return sharp ? [{ ...corner, point: sharp }] : [corner];
  const cut = cutOff(found, missing);
  const cutA = onSide(a, cut, found.normal);
  const cutB = onSide(b, cut, found.normal);
  if (!cutA || !cutB) return [corner];
  const width = Math.hypot(cutB.x - cutA.x, cutB.y - cutA.y);
  if (width < 0.6) return [{ ...corner, point: sharp ?? corner.point }];
  const top = tip.x * found.normal.x + tip.y * found.normal.y - cut;
  const turnOf = (p: RunFit, q: Vec) => (Math.acos(Math.max(-1, Math.min(1, p.dx * q.x + p.dy * q.y))) * 180) / Math.PI;
  const along = { x: (cutB.x - cutA.x) / width, y: (cutB.y - cutA.y) / width };
  const [turnA, turnB] = [turnOf(a, along), turnOf(b, along)];
  if (width > TELLING_PX && top > ROUND_SHARE * width) return [];
  // Cut ends are cut across; an edge that is only half turned at each end of the cut is a small round.
  if (Math.max(turnA, turnB) < CUT_TURN_DEG) return width > ROUND_PX ? [] : [{ ...corner, point: sharp ?? corner.point }];
  const away = Math.max(1, Math.round(width / 2 / r.step));
  return [
    { index: i - away, point: cutA, turnDeg: turnA },
    { index: i + away, point: cutB, turnDeg: turnB },
  ];
}

/**
 * How much further than at a square corner the sides of a tip blur into each other: as far as they are as close together.
 * `turnDeg` is how far the outline turns there.
 */
export const acuteReach = (turnDeg: number): number =>
  Math.max(1, Math.min(4, 0.5 / Math.max(0.05, Math.tan(((180 - turnDeg) * Math.PI) / 360))));

/** The sample about a corner that lies furthest out between its sides. */
function tipSample(r: EvenRing, i: number, a: RunFit, b: RunFit): Vec {
  const out = { x: a.dx - b.dx, y: a.dy - b.dy };
  const reach = Math.round(1 / r.step);
  let best = ringPoint(r, i);
  for (let k = -reach; k <= reach; k++) {
    const p = ringPoint(r, i + k);
    if (p.x * out.x + p.y * out.y > best.x * out.x + best.y * out.y) best = p;
  }
  return best;
}

function crossing(a: RunFit, b: RunFit, tip: Vec): Vec | null {
  const det = a.dx * b.dy - a.dy * b.dx;
  if (Math.abs(det) < 0.1) return null;
  const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / det;
  const p = { x: a.x + a.dx * t, y: a.y + a.dy * t };
  return Math.hypot(p.x - tip.x, p.y - tip.y) <= MAX_TIP_PX ? p : null;
}

interface TipInk {
  /** Ink (or paper, in a notch) in the px about the tip, px2, and what the sharp tip would hold there. */
  readonly ink: number;
  readonly model: number;
  /** Outward unit vector across the cut, and the model's points measured along it. */
  readonly normal: Vec;
  readonly heights: readonly { readonly at: number; readonly area: number }[];
}

function measureTip(
  r: EvenRing,
  reader: TipReader,
  a: RunFit,
  b: RunFit,
  tip: Vec,
  convex: boolean,
  before: number,
  after: number,
): TipInk {
  const { field, labels } = reader;
  const out = { x: a.dx - b.dx, y: a.dy - b.dy };
  const size = Math.hypot(out.x, out.y) || 1;
  const normal = { x: out.x / size, y: out.y / size };
  const reach = REACH_PX + 1;
  let ink = 0;
  const heights: { at: number; area: number }[] = [];
  let model = 0;
  const middle = nearestIndex(r, tip);
  /** Share of a grid cell about p on the ink's side of a line; exact when the line is level, upright or far. */
  const share = (p: Vec, side: RunFit) => {
    const off = (p.x - side.x) * side.dy - (p.y - side.y) * side.dx;
    return Math.max(0, Math.min(1, 0.5 + (off * GRID) / (Math.abs(side.dx) + Math.abs(side.dy))));
  };
  for (let y = Math.floor(tip.y - reach); y <= tip.y + reach; y++) {
    for (let x = Math.floor(tip.x - reach); x <= tip.x + reach; x++) {
      if (x < 0 || y < 0 || x >= field.width || y >= field.height) continue;
      const k = y * field.width + x;
      const far = Math.hypot(x + 0.5 - tip.x, y + 0.5 - tip.y) > reach;
      if (far) continue;
      const own = labels.ring[k] === reader.ring && isBetween(labels.sample[k]!, middle, before, after, r.n);
      // Px that belong to no edge may still lie under a long needle's tip.
      if (!own && labels.ring[k] !== -1) continue;
      const d = Math.max(0, Math.min(1, field.data[k]!));
      ink += convex ? d : 1 - d;
      for (let v = 0; v < GRID; v++) {
        for (let u = 0; u < GRID; u++) {
          const p = { x: x + (u + 0.5) / GRID, y: y + (v + 0.5) / GRID };
          const [inA, inB] = [share(p, a), share(p, b)];
          const area = (convex ? inA * inB : (1 - inA) * (1 - inB)) / GRID ** 2;
          if (area === 0) continue;
          model += area;
          heights.push({ at: p.x * normal.x + p.y * normal.y, area });
        }
      }
    }
  }
  return { ink, model, normal, heights };
}

function nearestIndex(r: EvenRing, p: Vec): number {
  let best = 0;
  let least = Infinity;
  for (let i = 0; i < r.n; i++) {
    const d = (r.xs[i]! - p.x) ** 2 + (r.ys[i]! - p.y) ** 2;
    if (d < least) {
      least = d;
      best = i;
    }
  }
  return best;
}

const isBetween = (sample: number, middle: number, before: number, after: number, n: number): boolean =>
  wrap(sample - middle, n) <= after || wrap(middle - sample, n) <= before;

/** How far out along the normal the tip has to be cut so that the missing ink lies beyond. */
function cutOff({ heights }: TipInk, missing: number): number {
  const sorted = [...heights].sort((p, q) => q.at - p.at);
  let left = missing;
  for (const { at, area } of sorted) {
    left -= area;
    if (left <= 0) return at;
  }
  return sorted[sorted.length - 1]?.at ?? 0;
}

function onSide(side: RunFit, height: number, normal: Vec): Vec | null {
  const rise = side.dx * normal.x + side.dy * normal.y;
  if (Math.abs(rise) < 0.1) return null;
  const t = (height - side.x * normal.x - side.y * normal.y) / rise;
  return { x: side.x + side.dx * t, y: side.y + side.dy * t };
}
