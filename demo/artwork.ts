import { encode } from 'fast-png';
import { KEEPER, writeLetter } from './hand/writeLetter';
import { normal, seededRandom } from './hand/random';

/** Pictures drawn for the demo by its own code: one for each way of tracing. All is made up. */

/** The mill's wheel on its post, as a pixel drawing: w wood, i iron. */
const WHEEL = [
  '....wwwww....',
  '..wwi.w.iww..',
  '.wi...w...iw.',
  '.w.w..w..w.w.',
  'wi..w.w.w..iw',
  'w....wiw....w',
  'wwwwwiiiwwwww',
  'w....wiw....w',
  'wi..w.w.w..iw',
  '.w.w..w..w.w.',
  '.wi...w...iw.',
  '..wwi.w.iww..',
  '....wwwww....',
  '.....www.....',
  '....wwwww....',
];
const COLOURS: Record<string, readonly [number, number, number]> = {
  '.': [245, 240, 226],
  w: [122, 74, 38],
  i: [58, 70, 82],
};
const CELL_PX = 7;

export function wheelPicture(): Uint8Array {
  const columns = WHEEL[0]!.length + 4;
  const rows = WHEEL.length + 4;
  const [width, height] = [columns * CELL_PX, rows * CELL_PX];
  const data = new Uint8Array(width * height * 3);
  for (let k = 0; k < width * height; k++) {
    const column = Math.floor((k % width) / CELL_PX) - 2;
    const row = Math.floor(k / width / CELL_PX) - 2;
    data.set(COLOURS[WHEEL[row]?.[column] ?? '.']!, 3 * k);
  }
  return encode({ width, height, data, channels: 3, depth: 8 });
}

/**
 * A word's letters as a brush or marker leaves them: pen radius that swells and thins, rough edges, and a dry texture
 * (`dryness` 0 to 1) along the stroke.
 */
function inkedLetter(
  char: string,
  radius: number,
  roughPx: number,
  dryness: number,
  seed: number,
): Uint8Array {
  const random = seededRandom(seed);
  const [size, scale] = [300, 220];
  const strokes = writeLetter(char, KEEPER, random) ?? [];
  const rough = softNoise(size, 3, random);
  const hairs = softNoise(size, 1, random);
  const data = new Uint8ClampedArray(size * size);
  const places = strokes.flatMap((stroke, s) =>
    between(stroke).map((p, i) => ({
      x: 45 + p.x * scale,
      y: 260 - p.y * scale,
      r: radius * (0.75 + 0.35 * Math.sin(i / 56 + s)),
      worn: (dryness * i) / (8 * stroke.length),
    })),
  );
  for (let k = 0; k < size * size; k++) {
    const [x, y] = [(k % size) + 0.5, Math.floor(k / size) + 0.5];
    let off = -Infinity;
    let worn = 0;
    for (const p of places) {
      const d = p.r - Math.hypot(x - p.x, y - p.y);
      if (d > off) [off, worn] = [d, p.worn];
    }
    const edge = Math.max(0, Math.min(1, off + roughPx * rough[k]! + 0.5));
    const gaps = worn > 0.35 && hairs[k]! > 2.2 - 1.6 * worn ? 0.15 : 1;
    data[k] = 250 - 215 * edge * gaps + 4 * normal(random);
  }
  return encode({ width: size, height: size, data: new Uint8Array(data), channels: 1, depth: 8 });
}

/** Eight places from each point of a stroke to the next, so that the pen leaves no gaps. */
const between = (stroke: readonly { readonly x: number; readonly y: number }[]) =>
  stroke.slice(1).flatMap((b, i) => {
    const a = stroke[i]!;
    return Array.from({ length: 8 }, (_, k) => ({
      x: a.x + ((b.x - a.x) * k) / 8,
      y: a.y + ((b.y - a.y) * k) / 8,
    }));
  });

/** Noise of unit spread over about `reach` px. */
function softNoise(size: number, reach: number, random: () => number): Float32Array {
  let field = Float32Array.from({ length: size * size }, () => normal(random));
  for (let pass = 0; pass < 2; pass++) {
    const stride = pass === 0 ? 1 : size;
    field = field.map((_, k) => {
      let sum = 0;
      for (let w = -reach; w <= reach; w++) sum += field[(k + w * stride + size * size) % (size * size)]!;
      return sum / (2 * reach + 1);
    });
  }
  const spread = Math.sqrt(field.reduce((s, v) => s + v * v, 0) / field.length);
  return field.map((v) => v / spread);
}

export const brushPicture = (): Uint8Array => inkedLetter('S', 15, 0.9, 0.9, 11);
export const markerPicture = (): Uint8Array => inkedLetter('R', 12, 1.4, 0, 12);
export const penPicture = (): Uint8Array => inkedLetter('k', 5, 0.2, 0, 13);
