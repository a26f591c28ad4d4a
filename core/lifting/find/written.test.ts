import { BASIC_BILL } from '../../type/names/bills';
import { KEEPER } from '../../../demo/hand/writeLetter';
import { renderPage } from '../../../demo/page/renderPage';
import { readSheet } from '../printed/readSheet';
import type { Picture } from '../../foundations/raster/picture';
import { alignLabels } from './alignLabels';
import { liftPicture, type LiftedPage, type LiftOptions } from './liftPicture';
import { nameLetters } from './nameLetters';
import { usualOrders, type Written } from './written';

const SMALL = 'abcdefghijklmnopqrstuvwxyz';
const CAPITALS = SMALL.toUpperCase();

const page = (
  characters: string,
  more: { crossedOut?: string; width?: number; height?: number } = {},
): Picture =>
  renderPage({
    hand: KEEPER,
    characters,
    width: 1400,
    height: 1000,
    capPx: 66,
    perRow: 13,
    skewDeg: 0.6,
    ink: [40, 40, 70],
    paper: [240, 236, 225],
    ...more,
  });

function lift(picture: Picture, written: Written, options?: LiftOptions): LiftedPage {
  const sheet = readSheet(picture);
  if (!sheet.ok) throw new Error(JSON.stringify(sheet.problems));
  const result = liftPicture(sheet.value, written, options);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}

const guessed = (list: string, bill = BASIC_BILL): Written => ({
  list: [...list],
  guessed: true,
  bill: [...bill],
});
const named = (found: LiftedPage): string =>
  found.pieces
    .filter((p) => !p.rejected)
    .map((p) => p.char ?? '·')
    .join('');

describe('a page read by the whole bill', () => {
  test('holding only small letters, it is not taken for capitals and figures, and nothing else is a gap', () => {
    const found = lift(page(SMALL), guessed(BASIC_BILL));
    expect(named(found)).toBe(SMALL);
    expect(found.expected.join('')).toBe(SMALL);
  });
  test('holding capitals beside their small letters, it is read in that order', () => {
    const pairs = [...CAPITALS].map((c) => c + c.toLowerCase()).join('');
    expect(named(lift(page(pairs), guessed(BASIC_BILL)))).toBe(pairs);
  });
  test('holding letters that another sheet has already, they get their names all the same', () => {
    expect(named(lift(page(CAPITALS), guessed(BASIC_BILL.slice(26))))).toBe(CAPITALS);
  });
  test('a scribble behind its last letter becomes no letter', () => {
    const found = lift(page('ABCDEFGHIJKL', { crossedOut: 'm' }), guessed(BASIC_BILL));
    expect(named(found)).toBe('ABCDEFGHIJKL');
    expect(found.pieces.filter((p) => p.rejected)).toHaveLength(1);
  });
  test('a few letters that are not there stay gaps', () => {
    const found = lift(page(CAPITALS.replace('Q', '').replace('G', '')), guessed(BASIC_BILL));
    expect(found.pairings.filter((p) => p.found === null).map((p) => found.expected[p.expected!])).toEqual([
      'G',
      'Q',
    ]);
  });
});

describe('a list given by hand', () => {
  test('letters beyond it are proposed by their shape, to be looked at', () => {
    const found = lift(page(`${CAPITALS}${SMALL}&?!(`), { list: [...CAPITALS, ...SMALL] });
    expect(named(found)).toBe(`${CAPITALS}${SMALL}&?!(`);
    expect(found.pieces.slice(-4).every((p) => p.confidence < 0.6)).toBe(true);
  });
  test('two signs written the other way round keep what their shapes say, with doubt', () => {
    const found = lift(page(BASIC_BILL.replace(`'"`, `"'`)), { list: [...BASIC_BILL] });
    expect(named(found)).toBe(BASIC_BILL.replace(`'"`, `"'`));
    const quotes = found.pieces.filter((p) => p.char === '"' || p.char === "'");
    expect(quotes.every((p) => p.confidence < 0.6)).toBe(true);
    expect(found.pieces.filter((p) => p.confidence < 0.6)).toHaveLength(2);
  });
  test.each(['.,:;!?\'"()&-', '.:,;'])('a row of signs alone, %s, is one row, and loses none', (signs) => {
    const found = lift(page(signs, { width: 1000, height: 160 }), { list: [...signs] });
    expect(named(found)).toBe(signs);
    expect(new Set(found.pieces.map((p) => p.row)).size).toBe(1);
  });
});

test('shapes that nobody knows have no name by their order when one too many is there', () => {
  const ornaments = [...'❦❧☙✿❀❁❂❃'];
  const shape = { top: 1, bottom: 0, width: 0.8, parts: 1 };
  const names = (count: number) => {
    const read = Array.from({ length: count }, () => ({
      letter: { parts: [], box: { x: 0, y: 0, width: 1, height: 1 }, row: 0, cuts: [] },
      form: shape,
      likeness: new Float32Array(200).fill(1 / 200),
    }));
    return nameLetters(read, ornaments).names.map((n) => n.char);
  };
  expect(names(8)).toEqual(ornaments);
  expect(names(9)).toEqual(Array.from({ length: 9 }, () => null));
});

test('a dot far above a z is no part of it, and leaves it doubtful', () => {
  const clean = page('zoz');
  const before = lift(clean, { list: [...'zoz'] }).pieces[0]!;
  const data = Uint8Array.from(clean.data);
  const [cx, cy] = [before.box.x + before.box.width / 2, before.box.y - 26];
  for (let y = Math.floor(cy - 4); y < cy + 4; y++)
    for (let x = Math.floor(cx - 4); x < cx + 4; x++) data.set([40, 40, 70], 4 * (y * clean.width + x));
  const [z, o] = lift({ ...clean, data }, { list: [...'zoz'] }).pieces;
  expect(z).toMatchObject({ char: 'z', box: before.box });
  expect(z!.seeds).toHaveLength(1);
  expect(z!.confidence).toBeLessThan(0.6);
  expect(o!.confidence).toBeGreaterThan(0.6);
});

test('the turn of a page can be given', () => {
  const found = lift(page(SMALL), { list: [...SMALL] }, { turnRad: (0.6 * Math.PI) / 180 });
  expect((found.skewRad * 180) / Math.PI).toBeCloseTo(0.6, 10);
  expect(named(found)).toBe(SMALL);
});

test('a few things that stand on no line are not straightened', () => {
  const width = 600;
  const data = new Uint8Array(4 * width * 400).fill(255);
  for (const [x0, y0] of [
    [100, 100],
    [220, 131],
    [340, 118],
    [460, 160],
  ] as const)
    for (let y = y0; y < y0 + 60; y++)
      for (let x = x0; x < x0 + 60; x++) data.set([20, 20, 20], 4 * (y * width + x));
  expect(lift({ width, height: 400, data }, { list: [] }).skewRad).toBe(0);
});

test('usual orders hold every character once', () => {
  for (const order of usualOrders([...BASIC_BILL]))
    expect([...order].sort().join('')).toBe([...BASIC_BILL].sort().join(''));
  expect(usualOrders([...'AaBb.1']).map((o) => o.join(''))).toContain('AaBb.1');
});

test('neighbours crosswise cost less than two gaps, letters apart are not swapped', () => {
  const forms = [...'.A'].map((c) => ({
    top: c === 'A' ? 1 : 0.14,
    bottom: 0,
    width: c === 'A' ? 0.7 : 0.14,
    parts: 1,
  }));
  expect(alignLabels(forms, ['A', '.']).map((p) => [p.found, p.expected])).toEqual([
    [0, 1],
    [1, 0],
  ]);
});
