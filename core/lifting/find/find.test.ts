import { BASIC_BILL } from '../../type/names/bills';
import { KEEPER, APPRENTICE } from '../../../demo/hand/writeLetter';
import { renderPage } from '../../../demo/page/renderPage';
import type { Picture } from '../../foundations/raster/picture';
import { alignLabels } from './alignLabels';
import { characterForm } from './expected';
import { liftPicture } from './liftPicture';
import { pairRows } from './pairRows';
import { readSheet } from '../printed/readSheet';
import { connectedParts } from './parts';

const page = (hand: typeof KEEPER, characters: string, skewDeg: number): Picture =>
  renderPage({
    hand,
    characters,
    width: 1400,
    height: 1000,
    capPx: 66,
    perRow: 13,
    skewDeg,
    ink: [40, 40, 70],
    paper: [240, 236, 225],
  });

function lift(picture: Picture, expected: string) {
  const sheet = readSheet(picture);
  if (!sheet.ok) throw new Error(JSON.stringify(sheet.problems));
  const result = liftPicture(sheet.value, { list: [...expected] });
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}

test('patches of ink are joined over eight neighbours and measured', () => {
  const rows = ['11..1', '1....', '..1..', '.1..1'];
  const data = Uint8Array.from(rows.join('').split(''), (c) => (c === '1' ? 1 : 0));
  const parts = connectedParts({ width: 5, height: 4, data });
  expect(parts.map((p) => p.area).sort()).toEqual([1, 1, 2, 3]);
  const corner = parts.find((p) => p.area === 3)!;
  expect(corner.box).toEqual({ x: 0, y: 0, width: 2, height: 2 });
});

describe('a page of the keeper', () => {
  const found = lift(page(KEEPER, BASIC_BILL, 1.4), BASIC_BILL);

  test('every letter is found once, whole, in reading order, under its own name', () => {
    expect(found.pieces.map((p) => p.char).join('')).toBe(BASIC_BILL);
  });
  test('multi-part letters are one piece', () => {
    const parts = Object.fromEntries(found.pieces.map((p) => [p.char, p.seeds.length]));
    expect(parts).toMatchObject({ i: 2, j: 2, '!': 2, '?': 2, ':': 2, ';': 2, '"': 2, A: 1 });
  });
  test('the page is straightened to a tenth of a degree', () => {
    expect(Math.abs((found.skewRad * 180) / Math.PI - 1.4)).toBeLessThan(0.1);
  });
  test('speck and smudge are left out', () => {
    expect(found.pieces).toHaveLength([...BASIC_BILL].length);
    expect(found.specksDropped).toBeGreaterThan(0);
  });
  test('it is sure of most of what it says', () => {
    expect(found.pieces.filter((p) => p.confidence > 0.8).length).toBeGreaterThan(60);
  });
});

test('another hand, another skew', () => {
  const found = lift(page(APPRENTICE, BASIC_BILL, -2.2), BASIC_BILL);
  expect(found.pieces.map((p) => p.char).join('')).toBe(BASIC_BILL);
});

test('letters forgotten on the page show as gaps, nearly all others keep their names', () => {
  const written = BASIC_BILL.replace('q', '').replace('G', '').replace('7', '');
  const found = lift(page(KEEPER, written, 0.5), BASIC_BILL);
  const right = found.pieces.filter((p, i) => p.char === [...written][i]).length;
  // Look-alikes beside the gap may be taken for each other; the rest must hold.
  expect(right / found.pieces.length).toBeGreaterThan(0.88);
  expect(found.pairings.filter((p) => p.found === null)).toHaveLength(3);
});

test('alignment of measured forms: exact forms are named surely, and a doubled one stands out', () => {
  const chars = ['A', 'g', 'i', '.', 'm'];
  const forms = chars.map((c) => characterForm(c)!);
  const exact = alignLabels(forms, chars);
  expect(exact.every((p) => p.found === p.expected && p.confidence > 0.95)).toBe(true);
  const doubled = alignLabels([...forms.slice(0, 3), forms[3]!, ...forms.slice(3)], chars);
  expect(doubled.filter((p) => p.expected === null)).toHaveLength(1);
});

test('forms of accented letters come from their base and mark', () => {
  expect(characterForm('é')!.parts).toBe(2);
  expect(characterForm('ä')!.parts).toBe(3);
  expect(characterForm('Ö')!.top).toBeGreaterThan(1);
  expect(characterForm('\u4e00')).toBeNull();
});

test('specks are told by their size: thin letters stay, though a blot has more ink than they', () => {
  const sheet = readSheet(page(KEEPER, 'HIiHlHrH', 0));
  if (!sheet.ok) throw new Error('not read');
  const found = (speckPx: number) => {
    const lifted = liftPicture(sheet.value, { list: [...'HIiHlHrH'] }, { speckPx });
    return lifted.ok ? lifted.value.pieces.map((p) => p.char).join('') : '';
  };
  expect(found(0)).toBe('HIiHlHrH');
  // An I of 66 px has less ink than 30 px square.
  expect(found(30)).toBe('HIiHlHrH');
});

test('a letter named by hand out of its order is no gap in the strip, and no extra piece', () => {
  const named = pairRows(['a', 'b', 'c', 'd'], ['c', 'a', 'd', 'b']);
  expect(named.every((c) => c.expected !== null && c.piece !== null)).toBe(true);
  expect(named.map((c) => [c.expected, c.piece])).toEqual([
    ['a', 1],
    ['b', 3],
    ['c', 0],
    ['d', 2],
  ]);
  // A second piece of a name stays one too many.
  expect(pairRows(['a', 'b'], ['b', 'a', 'b']).filter((c) => c.expected === null)).toHaveLength(1);
});

test('two aligned rows show gaps and extras', () => {
  expect(pairRows(['a', 'b', 'c'], ['a', 'c', null])).toEqual([
    { expected: 'a', piece: 0 },
    { expected: 'b', piece: null },
    { expected: 'c', piece: 1 },
    { expected: null, piece: 2 },
  ]);
});
