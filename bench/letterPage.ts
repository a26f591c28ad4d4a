import type { parse } from 'opentype.js';
import { normal, seededRandom } from '../demo/hand/random';
import type { Picture, PxBox } from '../core/foundations/raster/picture';
import { polygonsOf, type PathCommand } from '../core/foundations/geometry/pathPolygons';
import type { Vec } from '../core/foundations/geometry/vec';
import { coverage } from './renderGlyph';

type Font = ReturnType<typeof parse>;

/** What becomes of a page between the pen and the file. */
export const CONDITIONS = [
  'flat',
  'clear',
  'ruled',
  'coloured',
  'pencil',
  'photo',
  'touching',
  'specks',
] as const;
export type Condition = (typeof CONDITIONS)[number];

export interface TrueLetter {
  readonly char: string;
  /** Tight around its ink, px of the picture. */
  readonly box: PxBox;
}

export interface LetterPage {
  readonly picture: Picture;
  /** In reading order. */
  readonly letters: readonly TrueLetter[];
}

/** Size of the pages, px. */
export const [WIDTH, HEIGHT] = [2400, 1700];
const CAP_PX = 96;
const PER_ROW = 14;
const MARGIN_PX = 120;
const INKS = [
  [30, 40, 110],
  [150, 30, 40],
  [20, 100, 60],
  [40, 40, 44],
];

/** Outline of a letter as polygons, px, y down, baseline at 0. */
const polygons = (font: Font, char: string, sizePx: number): Vec[][] =>
  polygonsOf(font.charToGlyph(char).getPath(0, 0, sizePx).commands as PathCommand[]).map((line) =>
    line.map((p) => ({ x: p.x, y: -p.y })),
  );

/** A page of `characters` in rows, by a font of handwriting, as a condition leaves it. Repeatable by its seed. */
export function letterPage(
  font: Font,
  characters: readonly string[],
  condition: Condition,
  seed: number,
): LetterPage {
  const random = seededRandom(seed);
  const capUnits = font.charToGlyph('H').getBoundingBox().y2;
  const sizePx = (CAP_PX * font.unitsPerEm) / capUnits;
  const skew = condition === 'photo' ? 0.03 * normal(random) : 0.008 * normal(random);
  const ink = new Float32Array(WIDTH * HEIGHT);
  const colours = new Uint8Array(WIDTH * HEIGHT);
  const letters: TrueLetter[] = [];
  const pitch = (WIDTH - 2 * MARGIN_PX) / PER_ROW;
  const rowPitch = (HEIGHT - 2 * MARGIN_PX) / Math.ceil(characters.length / PER_ROW);
  let edge = 0;
  characters.forEach((char, i) => {
    const [column, row] = [i % PER_ROW, Math.floor(i / PER_ROW)];
    const lines = polygons(font, char, sizePx * (1 + 0.03 * normal(random)));
    const flat = lines.flat();
    const [low, high] = [Math.min(...flat.map((p) => p.x)), Math.max(...flat.map((p) => p.x))];
    if (column === 0) edge = MARGIN_PX;
    // Every fourth letter is drawn on from the edge of the one before; all others have a place of their own.
    const left =
      condition === 'touching' && column % 4 === 1
        ? edge - 2 - 5 * random()
        : Math.max(MARGIN_PX + column * pitch + 6 * normal(random), edge + 12);
    const turn = 0.02 * normal(random);
    const foot = MARGIN_PX + (row + 0.72) * rowPitch + 3 * normal(random);
    const placed = lines.map((line) =>
      line.map((p) => {
        const [x, y] = [left + (p.x - low) - turn * p.y, foot + p.y + turn * (p.x - low)];
        return { x: x - skew * y, y: y + skew * x };
      }),
    );
    edge = left + (high - low);
    letters.push({ char, box: lay(ink, colours, placed, column + row) });
  });
  if (condition === 'specks') soil(ink, letters, random);
  return { picture: develop(ink, colours, condition, rowPitch, skew, random), letters };
}

/** Inks a letter; returns its box. */
export function lay(ink: Float32Array, colours: Uint8Array, lines: readonly Vec[][], pen: number): PxBox {
  const all = lines.flat();
  const [x0, y0] = [
    Math.floor(Math.min(...all.map((p) => p.x))) - 1,
    Math.floor(Math.min(...all.map((p) => p.y))) - 1,
  ];
  const width = Math.ceil(Math.max(...all.map((p) => p.x))) + 2 - x0;
  const height = Math.ceil(Math.max(...all.map((p) => p.y))) + 2 - y0;
  const own = coverage(
    lines.map((l) => l.map((p) => ({ x: p.x - x0, y: p.y - y0 }))),
    width,
    height,
  );
  let [left, right, top, bottom] = [width, 0, height, 0];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const v = own[y * width + x]!;
      const [px, py] = [x + x0, y + y0];
      if (v === 0 || px < 0 || py < 0 || px >= WIDTH || py >= HEIGHT) continue;
      const k = py * WIDTH + px;
      ink[k] = Math.max(ink[k]!, v);
      colours[k] = pen % INKS.length;
      if (v < 0.5) continue;
      [left, right] = [Math.min(left, x), Math.max(right, x + 1)];
      [top, bottom] = [Math.min(top, y), Math.max(bottom, y + 1)];
    }
  return { x: x0 + left, y: y0 + top, width: right - left, height: bottom - top };
}

/** Specks all over, and two letters crossed out beside the others. */
function soil(ink: Float32Array, letters: readonly TrueLetter[], random: () => number): void {
  const disc = (cx: number, cy: number, r: number) => {
    for (let y = Math.floor(cy - r); y <= cy + r; y++)
      for (let x = Math.floor(cx - r); x <= cx + r; x++)
        if (x >= 0 && y >= 0 && x < WIDTH && y < HEIGHT && Math.hypot(x - cx, y - cy) < r)
          ink[y * WIDTH + x] = 0.9;
  };
  const clear = (x: number, y: number) =>
    letters.every(
      ({ box: b }) => x < b.x - 14 || x > b.x + b.width + 14 || y < b.y - 14 || y > b.y + b.height + 14,
    );
  for (let k = 0; k < 90; k++) {
    const [x, y] = [random() * WIDTH, random() * HEIGHT];
    if (clear(x, y)) disc(x, y, 1 + 2 * random());
  }
  for (const share of [0.35, 0.7]) {
    const [x0, y0] = [WIDTH * share, HEIGHT - MARGIN_PX * 0.55];
    for (let t = 0; t <= 1; t += 0.002) {
      disc(x0 + 110 * t, y0 + 34 * Math.sin(40 * t), 3.5);
      disc(x0 + 110 * t, y0 - 30 + 60 * t, 3.5);
    }
  }
}

/** The page as scanner, camera or tablet give it. */
export function develop(
  ink: Float32Array,
  colours: Uint8Array,
  condition: Condition,
  rowPitch: number,
  skew: number,
  random: () => number,
): Picture {
  const data = new Uint8Array(WIDTH * HEIGHT * 4);
  const photo = condition === 'photo';
  const noise = photo ? 7 : 3;
  const phase = random() * 6;
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const k = y * WIDTH + x;
      const soft =
        (4 * ink[k]! +
          (ink[k - 1] ?? 0) +
          (ink[k + 1] ?? 0) +
          (ink[k - WIDTH] ?? 0) +
          (ink[k + WIDTH] ?? 0)) /
        8;
      if (condition === 'clear') {
        data[4 * k + 3] = Math.round(255 * ink[k]!);
        continue;
      }
      const level = condition === 'pencil' ? 0.5 * (0.75 + 0.25 * random()) : 0.95;
      const light = photo ? 0.72 + 0.25 * Math.sin(x / 900 + y / 1300 + phase) : 1;
      const pen = condition === 'coloured' ? INKS[colours[k]!]! : INKS[3]!;
      const off =
        (((y - skew * x - MARGIN_PX - 0.72 * rowPitch) % (rowPitch / 2)) + rowPitch / 2) % (rowPitch / 2);
      const line = condition === 'ruled' && off < 2.4;
      for (let c = 0; c < 3; c++) {
        const paper = line ? [150, 180, 225][c]! : [246, 243, 236][c]!;
        const v = (paper + (pen[c]! - paper) * level * soft) * light + normal(random) * noise;
        data[4 * k + c] = Math.max(0, Math.min(255, v));
      }
      data[4 * k + 3] = 255;
    }
  }
  return { width: WIDTH, height: HEIGHT, data };
}
