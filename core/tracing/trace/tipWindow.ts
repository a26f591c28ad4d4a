import type { Vec } from '../../foundations/geometry/vec';
import type { FloatImage } from '../../foundations/raster/picture';
import type { Line } from './path';

/** Cells a px and direction in which a tip is drawn. */
const GRID = 4;
/** The blur of a drawn tip reaches this far, px. */
const MARGIN_PX = 3;

/** Sides at less than twice this angle run alongside each other. */
const PARALLEL_RAD = 0.05;

/** A cut across a tip: what lies further out along the normal is gone, or only what lies outside a circle there. */
export interface TipEnd {
  readonly normal: Vec;
  readonly height: number;
  readonly round: { readonly center: Vec; readonly radius: number } | null;
}

/**
 * The end of a stroke of ink (or of the paper in a notch) between two sides, sharp or with an end. Field px, y down,
 * ink on the left of both sides, which run in the ring's direction.
 */
export interface TipShape {
  readonly a: Line;
  readonly b: Line;
  readonly notch: boolean;
  /** Where the sides meet, if they do nearby. */
  readonly tip: Vec | null;
  readonly end: TipEnd | null;
}

/** Share of ink in each px of a window, rows from the top; 0 in px that aren't the tip's own. */
type Shares = Float64Array;

export const inkOf = (shares: Shares): number => shares.reduce((sum, s) => sum + s, 0);

/** Unit vector that points out of the tip between its sides. */
function outward({ a, b }: TipShape): Vec {
  const [x, y] = [a.dx - b.dx, a.dy - b.dy];
  const size = Math.hypot(x, y) || 1;
  return { x: x / size, y: y / size };
}

/** Share of a grid cell about (x, y) on the inner side of a side; exact when it is level, upright or far. */
function innerShare(x: number, y: number, side: Line, notch: boolean): number {
  const off = (x - side.x) * side.dy - (y - side.y) * side.dx;
  return clamp(0.5 + ((notch ? -off : off) * GRID) / (Math.abs(side.dx) + Math.abs(side.dy)));
}

const clamp = (v: number): number => (v < 0 ? 0 : v > 1 ? 1 : v);

/** What is left of a cell after the end was taken off. */
function endShare(x: number, y: number, end: TipEnd): number {
  const beyond = x * end.normal.x + y * end.normal.y - end.height;
  const kept = clamp(0.5 - (beyond * GRID) / (Math.abs(end.normal.x) + Math.abs(end.normal.y)));
  if (!end.round || kept === 1) return kept;
  const off = end.round.radius - Math.hypot(x - end.round.center.x, y - end.round.center.y);
  return Math.max(kept, clamp(0.5 + off * GRID));
}

/** A round px window of a density field about a tip, in which shapes can be drawn and compared with what is there. */
export class TipWindow {
  private readonly x0: number;
  private readonly y0: number;
  private readonly side: number;
  /** 1 where a px belongs to the tip. */
  private readonly own: Uint8Array;
  private readonly density: Float64Array;

  constructor(field: FloatImage, tip: Vec, reachPx: number, isOwn: (px: number) => boolean) {
    const reach = Math.ceil(reachPx) + MARGIN_PX;
    this.x0 = Math.floor(tip.x) - reach;
    this.y0 = Math.floor(tip.y) - reach;
    this.side = 2 * reach + 1;
    this.own = new Uint8Array(this.side ** 2);
    this.density = new Float64Array(this.side ** 2);
    for (let v = 0; v < this.side; v++) {
      for (let u = 0; u < this.side; u++) {
        const [x, y] = [this.x0 + u, this.y0 + v];
        if (x < 0 || y < 0 || x >= field.width || y >= field.height) continue;
        if (Math.hypot(x + 0.5 - tip.x, y + 0.5 - tip.y) > reachPx) continue;
        if (!isOwn(y * field.width + x)) continue;
        this.own[v * this.side + u] = 1;
        this.density[v * this.side + u] = clamp(field.data[y * field.width + x]!);
      }
    }
  }

  /** Ink (paper in a notch) that the picture holds in the window, px2. */
  ink(notch: boolean): number {
    let sum = 0;
    for (let k = 0; k < this.own.length; k++)
      if (this.own[k]) sum += notch ? 1 - this.density[k]! : this.density[k]!;
    return sum;
  }

  /** The shape as this window's px would show it under a bell-shaped blur (standard deviation, px; 0 = none). */
  draw(shape: TipShape, blurPx: number): Shares {
    const { side } = this;
    const out = new Float64Array(side ** 2);
    const margin = blurPx > 0 ? 0 : MARGIN_PX;
    for (let v = margin; v < side - margin; v++) {
      for (let u = margin; u < side - margin; u++) {
        if (blurPx === 0 && !this.own[v * side + u]) continue;
        out[v * side + u] = this.cellShare(shape, this.x0 + u, this.y0 + v);
      }
    }
    return blurPx > 0 ? blurred(out, side, blurPx) : out;
  }

  private cellShare(shape: TipShape, x: number, y: number): number {
    let sum = 0;
    for (let q = 0; q < GRID; q++) {
      for (let p = 0; p < GRID; p++) {
        const [cx, cy] = [x + (p + 0.5) / GRID, y + (q + 0.5) / GRID];
        const share = innerShare(cx, cy, shape.a, shape.notch) * innerShare(cx, cy, shape.b, shape.notch);
        if (share > 0) sum += shape.end ? share * endShare(cx, cy, shape.end) : share;
      }
    }
    return sum / GRID ** 2;
  }

  /** Summed squared difference between a drawn shape and the picture over the tip's own px. */
  difference(shares: Shares, notch: boolean): number {
    let sum = 0;
    for (let k = 0; k < this.own.length; k++) {
      if (!this.own[k]) continue;
      sum += (shares[k]! - (notch ? 1 - this.density[k]! : this.density[k]!)) ** 2;
    }
    return sum;
  }

  /** The cut straight across a sharp shape beyond which it holds `missing` px2. */
  cutOff(shape: TipShape, missing: number): TipEnd {
    const normal = outward(shape);
    const cells: { at: number; area: number }[] = [];
    for (let k = 0; k < this.own.length; k++) {
      if (!this.own[k]) continue;
      const x = this.x0 + (k % this.side);
      const y = this.y0 + Math.floor(k / this.side);
      for (let c = 0; c < GRID * GRID; c++) {
        const [cx, cy] = [x + ((c % GRID) + 0.5) / GRID, y + (Math.floor(c / GRID) + 0.5) / GRID];
        const area = innerShare(cx, cy, shape.a, shape.notch) * innerShare(cx, cy, shape.b, shape.notch);
        if (area > 0) cells.push({ at: cx * normal.x + cy * normal.y, area: area / GRID ** 2 });
      }
    }
    cells.sort((p, q) => q.at - p.at);
    let left = missing;
    for (const { at, area } of cells) {
      left -= area;
      if (left <= 0) return { normal, height: at, round: null };
    }
    return { normal, height: cells[cells.length - 1]?.at ?? 0, round: null };
  }
}

function blurred(shares: Shares, side: number, blurPx: number): Shares {
  const reach = Math.min(MARGIN_PX, Math.ceil(2.5 * blurPx));
  const weights = Array.from({ length: 2 * reach + 1 }, (_, k) =>
    Math.exp(-((k - reach) ** 2) / (2 * blurPx ** 2)),
  );
  const total = weights.reduce((a, b) => a + b, 0);
  const pass = (from: Shares, stride: number): Shares => {
    const out = new Float64Array(from.length);
    for (let k = reach * stride; k < from.length - reach * stride; k++) {
      let sum = 0;
      for (let w = -reach; w <= reach; w++) sum += weights[w + reach]! * from[k + w * stride]!;
      out[k] = sum / total;
    }
    return out;
  };
  return pass(pass(shares, 1), side);
}

/**
 * The round end that holds as much ink as a cut straight across (from side to side between `from` and `to`): a circle
 * that touches both sides. Where they meet at angle A, the circle of radius r leaves out r^2 (cot(A/2) - (pi - A)/2);
 * where they run alongside each other it is half a circle.
 */
export function bentOver(shape: TipShape, missing: number, cut: TipEnd, from: Vec, to: Vec): TipEnd {
  const { normal } = cut;
  const half = Math.acos(clamp(Math.hypot(shape.a.dx - shape.b.dx, shape.a.dy - shape.b.dy) / 2));
  if (!shape.tip || half < PARALLEL_RAD) {
    const radius = Math.hypot(to.x - from.x, to.y - from.y) / 2;
    const back = (Math.PI / 4) * radius;
    const center = { x: (from.x + to.x) / 2 - normal.x * back, y: (from.y + to.y) / 2 - normal.y * back };
    return { normal, height: cut.height - back, round: { center, radius } };
  }
  const radius = Math.sqrt(missing / (1 / Math.tan(half) - (Math.PI / 2 - half)));
  const away = radius / Math.sin(half);
  const center = { x: shape.tip.x - normal.x * away, y: shape.tip.y - normal.y * away };
  const touching = (radius / Math.tan(half)) * Math.cos(half);
  const height = shape.tip.x * normal.x + shape.tip.y * normal.y - touching;
  return { normal, height, round: { center, radius } };
}
