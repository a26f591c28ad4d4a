import type { Picture, PxBox } from '../../foundations/raster/picture';
import { readSheet } from '../printed/readSheet';
import { keptPicture, type KeptPicture } from './keptPicture';

type Rgb = readonly [number, number, number];
const [WIDTH, HEIGHT] = [420, 300];
const at = (p: Picture, x: number, y: number) => [
  ...p.data.subarray(4 * (y * p.width + x), 4 * (y * p.width + x) + 4),
];

/** A brush stroke as it was painted: how opaque it is at a place, and of which colour. */
interface Stroke {
  readonly opacity: (x: number, y: number) => number;
  readonly colour: (x: number, y: number) => Rgb;
}

/** Soft edges a px wide, and grain within. */
const bar = ({ x, y, width, height }: PxBox, colour: Stroke['colour']): Stroke => ({
  colour,
  opacity: (px, py) =>
    Math.max(0, Math.min(1, px - x + 0.5, x + width - px + 0.5, py - y + 0.5, y + height - py + 0.5)),
});

/** Strokes on paper that yellows to one side, with the noise of a camera (made up, the same each time). */
function painted(strokes: readonly Stroke[], paper: Rgb): Picture {
  const data = new Uint8Array(4 * WIDTH * HEIGHT);
  let seed = 7;
  const noise = () => ((seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5) * 4;
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const shade = 1 - (0.08 * x) / WIDTH;
      for (let c = 0; c < 3; c++) {
        let v = (paper[c] ?? 0) * shade;
        for (const s of strokes) {
          const a = s.opacity(x, y);
          v = (s.colour(x, y)[c] ?? 0) * shade * a + v * (1 - a);
        }
        data[4 * (y * WIDTH + x) + c] = Math.max(0, Math.min(255, Math.round(v + noise())));
      }
      data[4 * (y * WIDTH + x) + 3] = 255;
    }
  return { width: WIDTH, height: HEIGHT, data };
}

const OWN: PxBox = { x: 120, y: 60, width: 60, height: 170 };
const PAPER: Rgb = [244, 238, 224];
/** Dry brush: from a deep to a lighter red, stroke by stroke. */
const grain = (_: number, y: number): Rgb => (Math.floor(y / 8) % 2 === 0 ? [150, 30, 36] : [176, 60, 58]);
const piece = (box: PxBox) => ({
  box,
  seeds: [{ x: box.x + 8, y: box.y + box.height / 2 }],
  cuts: [],
});

function kept(picture: Picture, box: PxBox): KeptPicture {
  const sheet = readSheet(picture);
  if (!sheet.ok) throw new Error('no ink');
  const made = keptPicture(sheet.value.picture, sheet.value.ink, piece(box));
  if (!made) throw new Error('nothing kept');
  return made;
}

test('a drawing comes off its paper with its own colours and grain, opaque within and clear around', () => {
  const { box, picture } = kept(painted([bar(OWN, grain)], PAPER), OWN);
  expect(Math.abs(box.x - OWN.x)).toBeLessThanOrEqual(2);
  expect(Math.abs(box.width - OWN.width)).toBeLessThanOrEqual(4);
  for (const y of [20, 44, 90, 130]) {
    const [r, g, b, opacity] = at(picture, 30, y);
    const shown = grain(0, box.y + y);
    expect(opacity).toBeGreaterThan(235);
    expect(Math.max(Math.abs(r! - shown[0]), Math.abs(g! - shown[1]), Math.abs(b! - shown[2]))).toBeLessThan(
      14,
    );
  }
});

test('laid on its paper again it looks as it did', () => {
  const page = painted([bar(OWN, grain)], PAPER);
  const { box, picture } = kept(page, OWN);
  let sum = 0;
  for (let y = 0; y < box.height; y++)
    for (let x = 0; x < box.width; x++) {
      const mine = at(picture, x, y);
      const was = at(page, x + box.x, y + box.y);
      const shade = 1 - (0.08 * (x + box.x)) / WIDTH;
      for (let c = 0; c < 3; c++) {
        const a = mine[3]! / 255;
        // Its light is evened: the page's own shade is put back.
        const back = (mine[c]! * a + (PAPER[c] ?? 0) * 0.96 * (1 - a)) * (shade / 0.96);
        sum += Math.abs(back - was[c]!);
      }
    }
  expect(sum / (3 * box.width * box.height)).toBeLessThan(5);
});

test('a neighbour that reaches into its box, specks and the paper of its counter stay behind', () => {
  const near: PxBox = { x: 184, y: 60, width: 60, height: 170 };
  const speck: PxBox = { x: 140, y: 236, width: 4, height: 4 };
  const hole = bar({ x: 140, y: 100, width: 20, height: 60 }, () => PAPER);
  const page = painted(
    [bar(OWN, grain), hole, bar(near, () => [20, 60, 120]), bar(speck, () => [30, 30, 30])],
    PAPER,
  );
  const { box, picture } = kept(page, OWN);
  expect(box.x + box.width).toBeLessThanOrEqual(near.x + 1);
  expect(box.y + box.height).toBeLessThanOrEqual(speck.y);
  for (const y of [60, 70, 80]) expect(at(picture, 150 - box.x, y)[3]).toBe(0);
});

test('what is lighter than light paper beside a stroke is not taken for ink', () => {
  // Sharpening and packing leave a bright rim about dark strokes.
  const rim = bar({ x: OWN.x - 2, y: OWN.y - 2, width: OWN.width + 4, height: OWN.height + 4 }, () => [
    255, 255, 255,
  ]);
  const { box, picture } = kept(painted([rim, bar(OWN, grain)], PAPER), OWN);
  let bright = 0;
  for (let y = 0; y < box.height; y++)
    for (let x = 0; x < box.width; x++) {
      const [r, g, b, a] = at(picture, x, y);
      if (a! > 8 && Math.min(r!, g!, b!) > 190) bright++;
    }
  expect(bright).toBe(0);
});

test('chalk on slate is light and the slate is clear', () => {
  const chalk = bar(OWN, (_, y) => (Math.floor(y / 6) % 2 === 0 ? [236, 234, 226] : [200, 200, 196]));
  const { picture } = kept(painted([chalk], [38, 44, 46]), OWN);
  const [r, , , opacity] = at(picture, 30, 80);
  expect(r).toBeGreaterThan(170);
  expect(opacity).toBeGreaterThan(190);
  expect(at(picture, 0, 0)[3]).toBeLessThan(200);
});
