import { wrap, type EvenRing } from './path';

/** A straight line through samples: a point on it, its unit direction along the run, and how the samples lie about it. */
export interface RunFit {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
  /** Root mean square distance of the samples from the line. */
  readonly rms: number;
  /** Rise of the parabola nearest to the samples from the run's middle to its ends, signed. */
  readonly bow: number;
}

/**
 * Running sums over a ring's samples, so that a line or parabola through any run of them costs the same however long
 * it is: structure is looked for at every place and scale. Runs are given by their first and last sample (to >= from,
 * not longer than the ring); both may pass the ring's ends.
 */
export class RingSums {
  private readonly n: number;
  private readonly cx: number;
  private readonly cy: number;
  /** Sums up to each sample of 1st and 2nd powers and of index times place; the ring twice over. */
  private readonly s: Float64Array[];

  constructor(readonly ring: EvenRing) {
    const { n, xs, ys } = ring;
    this.n = n;
    this.cx = xs.reduce((a, b) => a + b, 0) / n;
    this.cy = ys.reduce((a, b) => a + b, 0) / n;
    this.s = Array.from({ length: 9 }, () => new Float64Array(2 * n + 1));
    const s = this.s;
    for (let k = 0; k < 2 * n; k++) {
      const x = xs[k < n ? k : k - n]! - this.cx;
      const y = ys[k < n ? k : k - n]! - this.cy;
      s[0]![k + 1] = s[0]![k]! + x;
      s[1]![k + 1] = s[1]![k]! + y;
      s[2]![k + 1] = s[2]![k]! + x * x;
      s[3]![k + 1] = s[3]![k]! + x * y;
      s[4]![k + 1] = s[4]![k]! + y * y;
      s[5]![k + 1] = s[5]![k]! + k * x;
      s[6]![k + 1] = s[6]![k]! + k * y;
      s[7]![k + 1] = s[7]![k]! + k * k * x;
      s[8]![k + 1] = s[8]![k]! + k * k * y;
    }
  }

  private sum(which: number, a: number, b: number): number {
    return this.s[which]![b + 1]! - this.s[which]![a]!;
  }

  /** Total least squares line, with the bow of the run across it. */
  fit(from: number, to: number): RunFit {
    const a = wrap(from, this.n);
    const b = a + (to - from);
    const count = b - a + 1;
    const mx = this.sum(0, a, b) / count;
    const my = this.sum(1, a, b) / count;
    const sxx = this.sum(2, a, b) / count - mx * mx;
    const sxy = this.sum(3, a, b) / count - mx * my;
    const syy = this.sum(4, a, b) / count - my * my;
    // Direction of the larger spread; half the angle by square roots, which is quicker than by arc tangent.
    const half = (sxx - syy) / 2;
    const spread = Math.sqrt(half * half + sxy * sxy);
    let dx = 1;
    let dy = 0;
    if (spread > 0) {
      const c = half / spread;
      dx = Math.sqrt(Math.max(0, (1 + c) / 2));
      dy = Math.sqrt(Math.max(0, (1 - c) / 2)) * (sxy < 0 ? -1 : 1);
    }
    const m = (a + b) / 2;
    const kx = this.sum(5, a, b) - m * mx * count;
    const ky = this.sum(6, a, b) - m * my * count;
    if (kx * dx + ky * dy < 0) {
      dx = -dx;
      dy = -dy;
    }
    const least = Math.max(0, (sxx + syy) / 2 - spread);
    return { x: mx + this.cx, y: my + this.cy, dx, dy, rms: Math.sqrt(least), bow: this.bow(a, b, dx, dy) };
  }

  private bow(a: number, b: number, dx: number, dy: number): number {
    const count = b - a + 1;
    if (count < 4) return 0;
    const m = (a + b) / 2;
    const square = (count * count - 1) / 12;
    const along = (w1: number, wk: number, wkk: number) =>
      this.sum(wkk, a, b) - 2 * m * this.sum(wk, a, b) + (m * m - square) * this.sum(w1, a, b);
    const qx = along(0, 5, 7);
    const qy = along(1, 6, 8);
    const across = -dy * qx + dx * qy;
    const size = (count * (count * count - 1) * (count * count - 4)) / 180;
    return (across / size) * ((count - 1) / 2) ** 2;
  }

  /** Place at sample `at` on the parabolas by index through a run (least squares; `at` lies in or near the run). */
  parabolaAt(from: number, to: number, at: number): { x: number; y: number } {
    const a = wrap(from, this.n);
    const b = a + (to - from);
    const count = b - a + 1;
    const m = (a + b) / 2;
    const u = at - from + a - m;
    // Legendre's polynomials on whole numbers: 1, u and u^2 less its mean are independent.
    const square = (count * count - 1) / 12;
    const perSlope = u / ((count * (count * count - 1)) / 12);
    const perBow = (u * u - square) / ((count * (count * count - 1) * (count * count - 4)) / 180);
    const of = (w1: number, wk: number, wkk: number) => {
      const s1 = this.sum(w1, a, b);
      const sk = this.sum(wk, a, b);
      const skk = this.sum(wkk, a, b);
      return s1 / count + (sk - m * s1) * perSlope + (skk - 2 * m * sk + (m * m - square) * s1) * perBow;
    };
    return { x: of(0, 5, 7) + this.cx, y: of(1, 6, 8) + this.cy };
  }

  /** Mean distance of a run from a line, signed: to the right of its direction when y points down. */
  meanOff(from: number, to: number, line: { x: number; y: number; dx: number; dy: number }): number {
    const a = wrap(from, this.n);
    const b = a + (to - from);
    const count = b - a + 1;
    const mx = this.sum(0, a, b) / count + this.cx - line.x;
    const my = this.sum(1, a, b) / count + this.cy - line.y;
    return mx * -line.dy + my * line.dx;
  }
}
