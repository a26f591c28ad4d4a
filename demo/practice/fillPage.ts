import { codeModules } from '../../core/lifting/practice/drawing';
import { fitHomography } from '../../core/lifting/practice/homography';
import { MARK_MM, type PracticeBox, type PracticePage } from '../../core/lifting/practice/layout';
import { invert3 } from './invert3';
import { normal, seededRandom } from '../hand/random';
import { writeLetter, type Hand } from '../hand/writeLetter';
import { TINY } from '../../core/foundations/geometry/tolerance';

/** How a practice page is printed, filled and photographed by the stand-in for printer, writer and scanner. */
export interface Capture {
  readonly hand: Hand;
  readonly seed: number;
  /** Printed at this share of its size, as when a page is printed as a picture. */
  readonly printScale: number;
  /** Turn on the glass, degrees. */
  readonly turnDeg: number;
  /** How far the far edge is shorter than the near one: 0 for a scanner, 0.2 for a slanted photograph. */
  readonly tilt: number;
  /** Guides printed blue, grey as without colour ink, or as dark as a copier makes them. */
  readonly guides: 'blue' | 'grey' | 'dark';
  /** Index of a corner mark that something covers; -1 for none. */
  readonly hiddenMark: number;
  readonly ink: readonly [number, number, number];
  /** Characters left empty, and characters crossed out. */
  readonly empty: readonly string[];
  readonly crossedOut: readonly string[];
  /** Uneven light, 0..1. */
  readonly shadow: number;
  readonly noise: number;
  /** Size of the picture, px per mm of the paper. */
  readonly pxPerMm: number;
}

export const CLEAN_SCAN: Omit<Capture, 'hand'> = {
  seed: 1,
  printScale: 1,
  turnDeg: 0.6,
  tilt: 0,
  guides: 'blue',
  hiddenMark: -1,
  ink: [35, 38, 60],
  empty: [],
  crossedOut: [],
  shadow: 0.03,
  noise: 2,
  pxPerMm: 8,
};

/** RGB shares of white. */
const GUIDES = { blue: [0.62, 0.76, 0.92], grey: [0.76, 0.76, 0.76], dark: [0.4, 0.4, 0.42] } as const;

/** A page being printed and written on: RGB shares of white, K px per mm. */
interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly rgb: Float32Array;
  readonly k: number;
}

type Dab = { readonly x: number; readonly y: number; readonly radius: number };

const BLACK = [0.1, 0.1, 0.1] as const;

/** Print and writing on a page. */
function printedPage(page: PracticePage, c: Capture, k: number): Sheet {
  const random = seededRandom(c.seed);
  const [width, height] = [Math.round(page.widthMm * k), Math.round(page.heightMm * k)];
  const sheet = { width, height, rgb: new Float32Array(width * height * 3).fill(1), k };
  printRules(sheet, page, GUIDES[c.guides]);
  printMarks(sheet, page, c.hiddenMark);
  printCode(sheet, page);
  for (const box of page.boxes) {
    printModel(sheet, box, c);
    if (c.empty.includes(box.char)) continue;
    const ink = c.ink.map((v) => v / 255);
    write(sheet, page, box, writeLetter(box.char, c.hand, random) ?? [], ink, random);
    if (c.crossedOut.includes(box.char)) crossOut(sheet, box, ink);
  }
  return sheet;
}

/** A rectangle of one colour, mm. */
function fill(
  sheet: Sheet,
  box: { x: number; y: number; w: number; h: number },
  colour: readonly number[],
): void {
  const { width, height, rgb, k } = sheet;
  const { x, y, w, h } = box;
  for (let j = Math.max(0, Math.round(y * k)); j < Math.min(height, Math.round((y + h) * k)); j++)
    for (let i = Math.max(0, Math.round(x * k)); i < Math.min(width, Math.round((x + w) * k)); i++)
      rgb.set(colour, 3 * (j * width + i));
}

function printRules(sheet: Sheet, page: PracticePage, rule: readonly number[]): void {
  const { lines, left, right, rows, boxes } = page;
  for (const top of rows)
    for (const y of [lines.caps, lines.xHeight, lines.baseline, lines.descender])
      fill(sheet, { x: left, y: top + y - 0.12, w: right - left, h: 0.25 }, rule);
  const [first, box] = [rows[0]!, boxes[0]!];
  const bottom = rows[rows.length - 1]! + box.height;
  for (let x = left; x <= right + 0.01; x += box.width)
    fill(sheet, { x: x - 0.1, y: first, w: 0.2, h: bottom - first }, rule);
}

function printMarks(sheet: Sheet, page: PracticePage, hidden: number): void {
  const squares = [
    [MARK_MM.outer, BLACK],
    [MARK_MM.hole, [1, 1, 1]],
    [MARK_MM.dot, BLACK],
  ] as const;
  page.marks.forEach((m, i) => {
    if (i === hidden) return;
    for (const [size, colour] of squares)
      fill(sheet, { x: m.x - size / 2, y: m.y - size / 2, w: size, h: size }, colour);
  });
}

function printCode(sheet: Sheet, { code }: PracticePage): void {
  const modules = codeModules(code.text);
  const size = code.size / modules.length;
  modules.forEach((row, y) =>
    row.forEach((dark, x) => {
      if (dark) fill(sheet, { x: code.x + x * size, y: code.y + y * size, w: size, h: size }, BLACK);
    }),
  );
}

/** A small model letter, drawn as the printer would. */
function printModel(sheet: Sheet, box: PracticeBox, c: Capture): void {
  const { k } = sheet;
  for (const stroke of writeLetter(box.char, c.hand, seededRandom(3)) ?? [])
    dab(
      sheet,
      stroke.map((p) => ({
        x: (box.x + 1.2 + p.x * 2.4) * k,
        y: (box.y + 3.4 - p.y * 2.4) * k,
        radius: 0.12 * k,
      })),
      [0.5, 0.5, 0.5],
    );
}

/** A letter about the middle of its box and about on its line. */
function write(
  sheet: Sheet,
  { lines }: PracticePage,
  box: PracticeBox,
  strokes: readonly (readonly Dab[])[],
  ink: readonly number[],
  random: () => number,
): void {
  const { k } = sheet;
  const cap = lines.baseline - lines.caps;
  const xs = strokes.flat().map((p) => p.x);
  const [low, high] = [Math.min(...xs), Math.max(...xs)];
  const left = box.x + box.width / 2 - ((low + high) / 2) * cap + normal(random) * 0.4;
  const foot = box.y + lines.baseline + normal(random) * 0.25;
  const place = (p: Dab): Dab => ({
    x: (left + p.x * cap) * k,
    y: (foot - p.y * cap) * k,
    radius: p.radius * cap * k,
  });
  for (const stroke of strokes) dab(sheet, stroke.map(place), ink);
}

/** Two long strokes from corner to corner. */
function crossOut(sheet: Sheet, box: PracticeBox, ink: readonly number[]): void {
  const { k } = sheet;
  const corner = (u: number, v: number): Dab => ({
    x: (box.x + u * box.width) * k,
    y: (box.y + 4 + v * (box.height - 5)) * k,
    radius: 0.5 * k,
  });
  const along = (p: Dab, q: Dab) =>
    Array.from({ length: 60 }, (_, i) => ({
      x: p.x + ((q.x - p.x) * i) / 59,
      y: p.y + ((q.y - p.y) * i) / 59,
      radius: p.radius,
    }));
  dab(sheet, along(corner(0.06, 0.04), corner(0.94, 0.96)), ink);
  dab(sheet, along(corner(0.94, 0.04), corner(0.06, 0.96)), ink);
}

/** Round dabs of ink along a stroke, with soft edges; ink lies over print. */
function dab({ rgb, width, height }: Sheet, points: readonly Dab[], ink: readonly number[]): void {
  for (let i = 0; i + 1 < points.length; i++) {
    const [a, b] = [points[i]!, points[i + 1]!];
    const r = Math.max(a.radius, b.radius) + 1;
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const size = dx * dx + dy * dy || TINY;
    for (
      let y = Math.max(0, Math.floor(Math.min(a.y, b.y) - r));
      y <= Math.min(height - 1, Math.max(a.y, b.y) + r);
      y++
    ) {
      for (
        let x = Math.max(0, Math.floor(Math.min(a.x, b.x) - r));
        x <= Math.min(width - 1, Math.max(a.x, b.x) + r);
        x++
      ) {
        const t = Math.max(0, Math.min(1, ((x + 0.5 - a.x) * dx + (y + 0.5 - a.y) * dy) / size));
        const off = Math.hypot(x + 0.5 - a.x - dx * t, y + 0.5 - a.y - dy * t);
        const cover = Math.max(0, Math.min(1, a.radius + (b.radius - a.radius) * t - off + 0.5));
        if (cover === 0) continue;
        for (let c = 0; c < 3; c++) {
          const k = 3 * (y * width + x) + c;
          rgb[k] = Math.min(rgb[k]!, 1 - cover * (1 - ink[c]!));
        }
      }
    }
  }
}

const NOISES = 1 << 14;

/** The filled page as scanner or camera see it: RGBA. */
export function capturePage(
  page: PracticePage,
  c: Capture,
): { width: number; height: number; data: Uint8Array } {
  const random = seededRandom(c.seed + 99);
  const print = printedPage(page, c, Math.max(8, c.pxPerMm));
  const [w, h] = [page.widthMm * c.pxPerMm, page.heightMm * c.pxPerMm];
  const turn = (c.turnDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const width = Math.round(Math.abs(w * cos) + Math.abs(h * sin)) + 20;
  const height = Math.round(Math.abs(w * sin) + Math.abs(h * cos)) + 20;
  const corner = (u: number, v: number) => {
    // Further up means further away; then scaled about the middle, turned, and put in the picture's middle.
    const near = 1 - c.tilt * (1 - v);
    const [x, y] = [(u - 0.5) * w * near * c.printScale, (v - 0.5) * h * c.printScale * (1 - c.tilt / 3)];
    return { x: width / 2 + x * cos - y * sin, y: height / 2 + x * sin + y * cos };
  };
  const onPage = [
    { x: 0, y: 0 },
    { x: print.width, y: 0 },
    { x: print.width, y: print.height },
    { x: 0, y: print.height },
  ];
  const map = fitHomography(onPage, [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)])!;
  const back = invert3(map);
  const data = new Uint8Array(width * height * 4).fill(255);
  const stride = 3 * print.width;
  const { rgb } = print;
  // Drawing millions of normal numbers takes longer than all else: a few thousand, taken in any order, look the same.
  const noise = Float32Array.from({ length: NOISES }, () => normal(random) * c.noise);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [px, py] = [x + 0.5, y + 0.5];
      const w = back[6] * px + back[7] * py + back[8];
      const sx = (back[0] * px + back[1] * py + back[2]) / w - 0.5;
      const sy = (back[3] * px + back[4] * py + back[5]) / w - 0.5;
      const light = 1 - c.shadow * (0.5 + 0.5 * Math.sin(x / 300 + y / 500));
      const [ix, iy] = [Math.floor(sx), Math.floor(sy)];
      const [fx, fy] = [sx - ix, sy - iy];
      const onPaper = ix >= 0 && iy >= 0 && ix + 1 < print.width && iy + 1 < print.height;
      const to = 4 * (y * width + x);
      for (let q = 0; q < 3; q++) {
        let v = 0.97;
        if (onPaper) {
          const at = stride * iy + 3 * ix + q;
          const above = rgb[at]! * (1 - fx) + rgb[at + 3]! * fx;
          const below = rgb[at + stride]! * (1 - fx) + rgb[at + stride + 3]! * fx;
          v = (above * (1 - fy) + below * fy) * 0.97;
        }
        data[to + q] = Math.max(0, Math.min(255, 255 * v * light + noise[(random() * NOISES) | 0]!));
      }
    }
  }
  return { width, height, data };
}
