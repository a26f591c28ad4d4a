import { normal, seededRandom } from '../../../demo/hand/random';
import type { Picture } from '../../foundations/raster/picture';
import { estimatePaper } from '../../tracing/ink/paper';
import { dropPrintedLines } from './dropLines';
import { readSheet } from './readSheet';

type Rgb = readonly [number, number, number];
interface Rule {
  /** Height (or place across) at the left (top), px. */
  readonly at: number;
  readonly slope: number;
  readonly wide: number;
  readonly upright?: boolean;
}

const [WIDTH, HEIGHT] = [900, 700];
const PAPER: Rgb = [238, 234, 222];

/** Paper with printed rules (multiplied onto it), then ink over both; ink is told by a test of px centres. */
function sheet(
  rules: readonly Rule[],
  print: Rgb,
  ink: (x: number, y: number) => boolean,
  inkRgb: Rgb,
): Picture {
  const random = seededRandom(3);
  const data = new Uint8Array(WIDTH * HEIGHT * 4).fill(255);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      let cover = 0;
      for (const r of rules) {
        const [u, v] = r.upright ? [y, x] : [x, y];
        const off = Math.abs(v + 0.5 - r.at - r.slope * (u + 0.5));
        cover = Math.max(cover, Math.min(1, Math.max(0, r.wide / 2 + 0.5 - off)));
      }
      const shade = 1 - 0.2 * (x / WIDTH);
      for (let c = 0; c < 3; c++) {
        const paper = PAPER[c]! * shade * (1 - cover * (1 - print[c]! / 255));
        const value = ink(x, y) ? inkRgb[c]! * shade : paper;
        data[(y * WIDTH + x) * 4 + c] = Math.max(0, Math.min(255, value + normal(random) * 2));
      }
    }
  }
  return { width: WIDTH, height: HEIGHT, data };
}

const family = (count: number, slope: number, wide: number, upright = false): Rule[] =>
  Array.from({ length: count }, (_, k) => ({ at: 40 + k * 55.3, slope, wide, upright }));

/** Letters for the purpose: thick uprights and level bars, none longer than a tenth of the page. */
const bars = (x: number, y: number): boolean => {
  // No two bars of a row at one height: real letters don't line up to the px either.
  const column = Math.floor(x / 90);
  const cy = (y + column * 37) % 130;
  const cx = (x + Math.floor((y + column * 37) / 130) * 29) % 90;
  return (cx > 30 && cx < 38 && cy > 20 && cy < 100) || (cy > 60 && cy < 67 && cx > 20 && cx < 70);
};
const noInk = () => false;

const darkest = (p: Picture, from: Picture, where: (x: number, y: number) => boolean): number => {
  let most = 0;
  for (let y = 4; y < HEIGHT - 4; y++) {
    for (let x = 4; x < WIDTH - 4; x++) {
      if (!where(x, y)) continue;
      const k = (y * WIDTH + x) * 4;
      most = Math.max(
        most,
        1 - (p.data[k]! + p.data[k + 1]! + p.data[k + 2]!) / (3 * 231 * (1 - 0.2 * (x / WIDTH))),
      );
    }
  }
  expect(from.width).toBe(p.width);
  return most;
};

const dropped = (p: Picture) => dropPrintedLines(p, estimatePaper(p, false));

test('pale blue rules of a turned sheet are divided out to the paper', () => {
  const picture = sheet(family(11, 0.03, 2), [150, 180, 225], noInk, [0, 0, 0]);
  const { picture: clean, lines } = dropped(picture);
  expect(lines).toHaveLength(11);
  expect(darkest(picture, picture, () => true)).toBeGreaterThan(0.2);
  expect(darkest(clean, picture, () => true)).toBeLessThan(0.09);
  // The ends say where a line runs: it falls by 0.03 for each px.
  const sorted = [...lines].sort((a, b) => a.y0 - b.y0);
  expect(sorted[0]!.y0).toBeCloseTo(40, 0);
  expect(sorted[0]!.y1).toBeCloseTo(40 + 0.03 * WIDTH, 0);
});

test('squares go, and letters that cross them stay whole', () => {
  const rules = [...family(12, 0.01, 2.4), ...family(15, -0.01, 2.4, true)];
  const picture = sheet(rules, [170, 205, 235], bars, [40, 40, 60]);
  const { picture: clean, lines } = dropped(picture);
  expect(lines.length).toBe(27);
  expect(darkest(clean, picture, (x, y) => !bars(x, y))).toBeLessThan(0.12);
  let whole = 0;
  let inked = 0;
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      if (!bars(x, y)) continue;
      inked++;
      if (clean.data[(y * WIDTH + x) * 4]! < 110) whole++;
    }
  }
  expect(whole / inked).toBeGreaterThan(0.995);
});

test('rules as dark as the ink are left out where no ink crosses them', () => {
  const picture = sheet(family(8, 0, 2), [20, 20, 20], bars, [30, 30, 30]);
  const { picture: clean, lines } = dropped(picture);
  expect(lines).toHaveLength(8);
  const beside = (x: number, y: number) =>
    [-1, 0, 1].every((i) => [-6, -4, -2, 0, 2, 4, 6].every((j) => !bars(x + i, y + j)));
  expect(darkest(clean, picture, beside)).toBeLessThan(0.3);
});

test('a pencil keeps its own ink axis on blue squares', () => {
  const rules = [...family(12, 0.01, 2), ...family(15, -0.01, 2, true)];
  const picture = sheet(rules, [168, 199, 235], bars, [150, 150, 152]);
  const read = readSheet(picture);
  if (!read.ok) throw new Error('no ink');
  const [r, , b] = read.value.ink.axis;
  expect(read.value.printedLines.length).toBe(27);
  expect(b / r).toBeGreaterThan(0.8);
  const kept = readSheet(picture, { printedLines: 'keep' });
  expect(kept.ok && kept.value.printedLines).toEqual([]);
});

test('writing without printed lines is handed back untouched', () => {
  const picture = sheet([], [0, 0, 0], bars, [40, 40, 60]);
  const found = dropped(picture);
  expect(found.picture).toBe(picture);
  expect(found.lines).toEqual([]);
});

test('one ink is kept where another lies on the page too; thin and soft strokes of it stay', () => {
  const [blue, red]: [Rgb, Rgb] = [
    [40, 50, 130],
    [190, 50, 45],
  ];
  const isBlue = (x: number, y: number) => x % 120 > 50 && x % 120 < 62 && y > 100 && y < 600;
  const isRed = (_: number, y: number) => y % 180 > 80 && y % 180 < 90;
  const first = sheet([], [255, 255, 255], (x, y) => isRed(x, y) && !isBlue(x, y), red);
  const second = sheet([], [255, 255, 255], isBlue, blue);
  const data = first.data.map((v, i) => {
    const [x, y] = [Math.floor(i / 4) % WIDTH, Math.floor(i / 4 / WIDTH)];
    return isBlue(x, y) ? second.data[i]! : v;
  });
  const read = readSheet({ width: WIDTH, height: HEIGHT, data }, { inkRgb: blue, printedLines: 'keep' });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const { picture } = read.value;
  const at = (x: number, y: number) => [
    ...picture.data.subarray(4 * (y * WIDTH + x), 4 * (y * WIDTH + x) + 3),
  ];
  // Where the red line ran there is paper now, as light as beside it; the blue stem is as it was.
  const [onLine, beside] = [at(100, 265), at(100, 300)];
  onLine.forEach((v, c) => expect(Math.abs(v - beside[c]!)).toBeLessThan(12));
  expect(at(56, 300)).toEqual([...data.subarray(4 * (300 * WIDTH + 56), 4 * (300 * WIDTH + 56) + 3)]);
  // Without the choice both are ink.
  const both = readSheet({ width: WIDTH, height: HEIGHT, data }, { printedLines: 'keep' });
  expect(both.ok && both.value.picture.data[4 * (265 * WIDTH + 100) + 2]!).toBeLessThan(100);
});
