import { KEEPER } from '../../../demo/hand/writeLetter';
import { renderPage } from '../../../demo/page/renderPage';
import { contoursBox } from '../../foundations/geometry/measure';
import { readSheet } from '../printed/readSheet';
import type { Picture } from '../../foundations/raster/picture';
import { defaultRecipe } from '../../project/document/defaultRecipe';
import { applyCuts, beyondCut, turnedCut } from './cut';
import { guessLabels } from './guessLabels';
import { liftPicture } from './liftPicture';
import { reshape, type PlaceOnPage, type Reshape } from './reshape';
import { SHAPE_CHARACTERS } from '../shapes/characters';

const CHARS = 'ABCDEFGHIKLMNOPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz';
const page = renderPage({
  hand: KEEPER,
  characters: CHARS,
  width: 1300,
  height: 700,
  capPx: 70,
  perRow: 13,
  skewDeg: 0.4,
  ink: [30, 30, 50],
  paper: [244, 240, 230],
});

function read(picture: Picture) {
  const sheet = readSheet(picture);
  if (!sheet.ok) throw new Error('no ink');
  return sheet.value;
}

function lift(picture: Picture, expected: string) {
  const found = liftPicture(read(picture), { list: [...expected] });
  if (!found.ok) throw new Error(JSON.stringify(found.problems));
  return found.value;
}

/** Ink smeared between the middles of two boxes, as a tremble of the pen leaves it. */
function joined(picture: Picture, a: { x: number; y: number }, b: { x: number; y: number }): Picture {
  const data = Uint8Array.from(picture.data);
  for (let t = 0; t <= 1; t += 0.002) {
    const [x, y] = [Math.round(a.x + (b.x - a.x) * t), Math.round(a.y + (b.y - a.y) * t)];
    for (let j = -2; j <= 2; j++)
      for (let i = -2; i <= 2; i++) data.set([30, 30, 50], 4 * ((y + j) * picture.width + x + i));
  }
  return { ...picture, data };
}

const plain = lift(page, CHARS);
const boxOf = (char: string) => plain.pieces.find((p) => p.char === char)!.box;

test('letters that a stroke joins are found apart again, by the list and by their shapes', () => {
  const pairs = ['HI', 'RS', 'de', 'pq'];
  const bridge = pairs.reduce<Picture>((picture, pair) => {
    const [a, b] = [boxOf(pair[0]!), boxOf(pair[1]!)];
    return joined(
      picture,
      { x: a.x + a.width - 3, y: a.y + a.height * 0.75 },
      { x: b.x + 3, y: a.y + a.height * 0.75 },
    );
  }, page);
  const found = lift(bridge, CHARS);
  expect(found.pieces).toHaveLength(CHARS.length);
  expect(found.pieces.map((p) => p.char).join('')).toBe(CHARS);
  expect(found.pieces.filter((p) => p.cuts.length > 0).length).toBeGreaterThanOrEqual(4);
});

test('without a list letters are still suggested, most of them right, and the confidence is honest', () => {
  const found = lift(page, '');
  const right = found.pieces.filter((p, i) => p.char === CHARS[i]);
  expect(right.length / CHARS.length).toBeGreaterThan(0.85);
  const said = found.pieces.reduce((sum, p) => sum + p.confidence, 0) / found.pieces.length;
  expect(Math.abs(said - right.length / CHARS.length)).toBeLessThan(0.15);
});

test('a scribble is set aside', () => {
  const box = boxOf('N');
  let scribbled = page as Picture;
  for (let k = 0; k < 7; k++) {
    const x = (s: number) => box.x - 6 + ((box.width + 12) * s) / 7;
    scribbled = joined(scribbled, { x: x(k), y: box.y - 8 }, { x: x(k + 1), y: box.y + box.height + 8 });
    scribbled = joined(scribbled, { x: x(k + 1), y: box.y - 8 }, { x: x(k), y: box.y + box.height + 8 });
  }
  const found = lift(scribbled, CHARS.replace('N', ''));
  const set = found.pieces.filter((p) => p.rejected);
  expect(set).toHaveLength(1);
  expect(set[0]!.box.x).toBeLessThan(box.x + box.width);
  expect(
    found.pieces
      .filter((p) => !p.rejected)
      .map((p) => p.char)
      .join(''),
  ).toBe(CHARS.replace('N', ''));
});

test('order helps where shapes are alike', () => {
  const likeness = [...'abc'].map((c) => {
    const shares = new Float32Array(SHAPE_CHARACTERS.length).fill(0.0005);
    shares[SHAPE_CHARACTERS.indexOf(c)] = c === 'c' ? 0.4 : 0.9;
    if (c === 'c') shares[SHAPE_CHARACTERS.indexOf('o')] = 0.45;
    return shares;
  });
  expect(
    guessLabels(likeness)
      .map((g) => g.char)
      .join(''),
  ).toBe('abc');
  expect(guessLabels([likeness[2]!])[0]!.char).toBe('o');
});

describe('by hand', () => {
  const sheet = read(page);
  const place: PlaceOnPage = {
    baselineY: boxOf('H').y + boxOf('H').height,
    capHeightPx: 70,
    skewRad: 0,
    missing: [],
  };
  const run = (what: Reshape, page = place) => reshape(sheet, sheet.ink.level, what, defaultRecipe, page);
  const h = plain.pieces.find((p) => p.char === 'H')!;
  const middle = h.box.x + h.box.width / 2;
  const line = { x0: middle, y0: h.box.y - 9, x1: middle, y1: h.box.y + h.box.height + 9 };

  test('a piece is cut in two and put together again', () => {
    const halves = run({ kind: 'cut', piece: h, line });
    if (!halves.ok) throw new Error('not cut');
    expect(halves.value).toHaveLength(2);
    const [left, right] = halves.value.map((p) => contoursBox(p.outline)!);
    expect(left!.xMax).toBeLessThan(middle + 1);
    expect(right!.xMin).toBeGreaterThan(middle - 1);
    const whole = run({ kind: 'join', pieces: halves.value });
    if (!whole.ok) throw new Error('not joined');
    expect(whole.value[0]!.cuts).toEqual([]);
    const box = contoursBox(whole.value[0]!.outline)!;
    expect(box.xMax - box.xMin).toBeCloseTo(h.box.width, -0.5);
  });

  test('a box takes the ink in it and names it from what is missing', () => {
    const { x, y, width, height } = h.box;
    const made = run(
      { kind: 'box', box: { x: x - 6, y: y - 6, width: width + 12, height: height + 12 } },
      { ...place, missing: ['Q', 'H', 'z'] },
    );
    if (!made.ok) throw new Error('nothing found');
    expect(made.value[0]!.char).toBe('H');
    expect(Math.abs(made.value[0]!.box.x - x)).toBeLessThan(3);
    const nothing = run({ kind: 'box', box: { x: 2, y: 2, width: 20, height: 20 } });
    expect(nothing.ok ? '' : nothing.problems[0]!.code).toBe('nothing-there');
  });

  test('cuts keep the side they say, with a soft edge', () => {
    const up = { x0: 5, y0: 10, x1: 5, y1: 0 };
    expect(beyondCut(up, { x: 7, y: 5 })).toBeCloseTo(2);
    expect(beyondCut(turnedCut(up), { x: 7, y: 5 })).toBeCloseTo(-2);
    const field = { width: 10, height: 2, data: new Float32Array(20).fill(1) };
    expect([...applyCuts(field, 0, 0, [up]).data.subarray(3, 7)]).toEqual([0, 0, 1, 1]);
    expect(applyCuts(field, 0, 0, [])).toBe(field);
  });
});
