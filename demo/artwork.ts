import { encode } from 'fast-png';
import { glyphNameOf } from '../core/type/names/glyphNames';
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
  const [depth, wear] = [new Float32Array(size * size).fill(-Infinity), new Float32Array(size * size)];
  for (const p of places) {
    const reach = Math.ceil(p.r + 3 * roughPx + 2);
    for (let y = Math.max(0, Math.floor(p.y) - reach); y <= Math.min(size - 1, p.y + reach); y++) {
      for (let x = Math.max(0, Math.floor(p.x) - reach); x <= Math.min(size - 1, p.x + reach); x++) {
        const d = p.r - Math.sqrt((x + 0.5 - p.x) ** 2 + (y + 0.5 - p.y) ** 2);
        if (d > depth[y * size + x]!) [depth[y * size + x], wear[y * size + x]] = [d, p.worn];
      }
    }
  }
  for (let k = 0; k < size * size; k++) {
    const [off, worn] = [depth[k]!, wear[k]!];
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
  const count = size * size;
  let field = Float32Array.from({ length: count }, () => normal(random));
  for (let pass = 0; pass < 2; pass++) {
    const stride = pass === 0 ? 1 : size;
    field = field.map((_, k) => {
      let sum = 0;
      for (let w = -reach; w <= reach; w++) {
        const at = k + w * stride;
        sum += field[at < 0 ? at + count : at >= count ? at - count : at]!;
      }
      return sum / (2 * reach + 1);
    });
  }
  const spread = Math.sqrt(field.reduce((s, v) => s + v * v, 0) / field.length);
  return field.map((v) => v / spread);
}

export const brushPicture = (): Uint8Array => inkedLetter('S', 15, 0.9, 0.9, 11);
export const markerPicture = (): Uint8Array => inkedLetter('R', 12, 1.4, 0, 12);
export const penPicture = (): Uint8Array => inkedLetter('k', 5, 0.2, 0, 13);

type Shape = (x: number, y: number) => number;
const box =
  (x0: number, y0: number, x1: number, y1: number): Shape =>
  (x, y) =>
    Math.max(x0 - x, x - x1, y0 - y, y - y1);
const either =
  (...shapes: Shape[]): Shape =>
  (x, y) =>
    Math.min(...shapes.map((s) => s(x, y)));
const ringOf =
  (cx: number, cy: number, outer: number, inner: number): Shape =>
  (x, y) => {
    const r = Math.hypot(x - cx, y - cy);
    return Math.max(r - outer, inner - r);
  };

/** Caps over the mill's door as a sign painter would fill them: gold that darkens downwards or outwards, a slate rim. */
const PAINTED: readonly { readonly shape: Shape; readonly gold: (x: number, y: number) => number }[] = [
  {
    shape: either(box(50, 60, 230, 105), box(117, 60, 163, 270)),
    gold: (_, y) => (y - 60) / 210,
  },
  {
    shape: either(
      box(300, 60, 346, 270),
      box(300, 60, 430, 105),
      box(300, 143, 405, 185),
      box(300, 225, 430, 270),
    ),
    gold: (_, y) => (y - 60) / 210,
  },
  { shape: ringOf(590, 165, 108, 58), gold: (x, y) => (Math.hypot(x - 590, y - 165) - 58) / 50 },
];
const GOLD = [
  [246, 214, 120],
  [168, 92, 30],
] as const;
const RIM_PX = 9;

export function paintedPicture(): Uint8Array {
  const [width, height] = [750, 330];
  const random = seededRandom(21);
  const data = new Uint8ClampedArray(width * height * 3);
  for (let k = 0; k < width * height; k++) {
    const [x, y] = [(k % width) + 0.5, Math.floor(k / width) + 0.5];
    let colour = [238, 231, 214];
    for (const { shape, gold } of PAINTED) {
      const off = shape(x, y);
      const t = Math.max(0, Math.min(1, gold(x, y)));
      const cover = (by: number) => Math.max(0, Math.min(1, 0.5 - off + by));
      const rim = colour.map((v, c) => v + ([44, 58, 74][c]! - v) * cover(RIM_PX));
      colour = rim.map((v, c) => v + (GOLD[0][c]! + (GOLD[1][c]! - GOLD[0][c]!) * t - v) * cover(0));
    }
    data.set(
      colour.map((v) => v + normal(random) * 0.8),
      3 * k,
    );
  }
  return encode({ width, height, data, channels: 3, depth: 8 });
}

/** A to Z, a to z and 0 to 9, one picture each of the same size, by the names that fonts have for them. */
export const letterPictures = (): (readonly [string, Uint8Array])[] =>
  [...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789'].map(
    (char, i) => [`${glyphNameOf(char.codePointAt(0)!)}.png`, inkedLetter(char, 7, 0.3, 0, 40 + i)] as const,
  );
