import { normal, seededRandom } from '../demo/hand/random';
import type { Vec } from '../core/foundations/geometry/vec';
import type { Picture } from '../core/foundations/raster/picture';

/** Where a run from a to b passes whole numbers, as shares of it. */
function gridCuts(a: number, b: number): number[] {
  const out: number[] = [];
  for (let v = Math.ceil(Math.min(a, b)); v < Math.max(a, b); v++)
    if (v !== a && v !== b) out.push((v - a) / (b - a));
  return out;
}

/** Exact share of each px that closed outlines cover (nonzero filling of outlines that don't overlap); px, y down. */
export function coverage(outlines: readonly (readonly Vec[])[], width: number, height: number): Float32Array {
  // Signed areas to the right of every piece of edge, summed along rows: the way font rasterizers do it.
  const sums = new Float32Array(height * (width + 2));
  const edge = (x0: number, y0: number, x1: number, y1: number) => {
    const cuts = [0, ...gridCuts(x0, x1), ...gridCuts(y0, y1), 1].sort((p, q) => p - q);
    for (let k = 0; k + 1 < cuts.length; k++) {
      const [a, b] = [cuts[k]!, cuts[k + 1]!];
      const x = x0 + ((x1 - x0) * (a + b)) / 2;
      const y = y0 + ((y1 - y0) * (a + b)) / 2;
      const rise = (y1 - y0) * (b - a);
      const [px, py] = [Math.floor(x), Math.floor(y)];
      if (py < 0 || py >= height || px < 0 || px >= width) continue;
      sums[py * (width + 2) + px]! += rise * (1 - (x - px));
      sums[py * (width + 2) + px + 1]! += rise * (x - px);
    }
  };
  for (const line of outlines) {
    line.forEach((p, i) => {
      const q = line[(i + 1) % line.length]!;
      edge(p.x, p.y, q.x, q.y);
    });
  }
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    let sum = 0;
    for (let x = 0; x < width; x++) {
      sum += sums[y * (width + 2) + x]!;
      out[y * width + x] = Math.min(1, Math.abs(sum));
    }
  }
  return out;
}

const grey = (values: Float32Array, width: number, height: number): Picture => {
  const data = new Uint8ClampedArray(width * height * 4);
  values.forEach((v, k) => data.set([255 * v, 255 * v, 255 * v, 255], 4 * k));
  return { width, height, data };
};

export const cleanPicture = (ink: Float32Array, width: number, height: number): Picture =>
  grey(
    ink.map((v) => 1 - v),
    width,
    height,
  );

function blurred(v: Float32Array, width: number, height: number, sigma: number): Float32Array {
  const reach = Math.ceil(3 * sigma);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, k) =>
    Math.exp(-((k - reach) ** 2) / (2 * sigma ** 2)),
  );
  const total = weights.reduce((a, b) => a + b, 0);
  const pass = (from: Float32Array, dx: number, dy: number) =>
    from.map((_, k) => {
      const [x, y] = [k % width, Math.floor(k / width)];
      let sum = 0;
      weights.forEach((w, i) => {
        const u = Math.max(0, Math.min(width - 1, x + dx * (i - reach)));
        const t = Math.max(0, Math.min(height - 1, y + dy * (i - reach)));
        sum += w * from[t * width + u]!;
      });
      return sum / total;
    });
  return pass(pass(v, 1, 0), 0, 1);
}

/** Noise of unit spread that hangs together over about `sigma` px. */
function grain(width: number, height: number, sigma: number, random: () => number): Float32Array {
  const raw = Float32Array.from({ length: width * height }, () => normal(random));
  const soft = sigma > 0 ? blurred(raw, width, height, sigma) : raw;
  const spread = Math.sqrt(soft.reduce((s, v) => s + v * v, 0) / soft.length);
  return soft.map((v) => v / spread);
}

/**
 * A picture as a scanner gives it: the ink's edge rough by 0.15 px over about 2 px, a lens blur of 0.8 px, grain of paper
 * and ink, light uneven by 4 %, noise of the sensor.
 */
export function scannedPicture(ink: Float32Array, width: number, height: number, seed: number): Picture {
  const random = seededRandom(seed);
  const [sx, sy] = [grain(width, height, 2, random), grain(width, height, 2, random)];
  const at = (x: number, y: number) => {
    const [cx, cy] = [Math.max(0, Math.min(width - 1.001, x)), Math.max(0, Math.min(height - 1.001, y))];
    const [x0, y0] = [Math.floor(cx), Math.floor(cy)];
    const px = (i: number, j: number) => ink[Math.min(height - 1, j) * width + Math.min(width - 1, i)]!;
    const top = px(x0, y0) + (px(x0 + 1, y0) - px(x0, y0)) * (cx - x0);
    const low = px(x0, y0 + 1) + (px(x0 + 1, y0 + 1) - px(x0, y0 + 1)) * (cx - x0);
    return top + (low - top) * (cy - y0);
  };
  const rough = ink.map((_, k) => at((k % width) + 0.15 * sx[k]!, Math.floor(k / width) + 0.15 * sy[k]!));
  const soft = blurred(rough, width, height, 0.8);
  const [paper, wide, dark] = [1.2, 6, 1.5].map((s) => grain(width, height, s, random)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const angle = random() * 2 * Math.PI;
  const out = soft.map((v, k) => {
    const light =
      1 +
      0.04 *
        (Math.cos(angle) * ((k % width) / width - 0.5) + Math.sin(angle) * (k / width / height - 0.5)) *
        2;
    const ground = 0.92 + 0.012 * paper[k]! + 0.008 * wide[k]!;
    return (ground * (1 - v) + (0.1 + 0.02 * dark[k]!) * v) * light + 0.008 * normal(random);
  });
  return grey(out, width, height);
}
