import { rect } from '../../core/testing/shapes';
import { pieceRow } from '../../core/project/document/rows/pieces';
import { newProject } from '../../core/project/document/newProject';
import { withLiftedPage } from '../testing/workBench';
import type { Standing } from '../../core/type/seat/standing';
import {
  castAloud,
  droppedAloud,
  charAloud,
  liftedAloud,
  liftedByAloud,
  madeAloud,
  movedAloud,
  newlyLifted,
  pairAloud,
  pieceAloud,
  pointAloud,
  pointerAloud,
  spacedAloud,
  standingAloud,
  underAloud,
} from './aloud';

const piece = pieceRow.parse({
  id: 'p',
  sheetId: 's',
  box: { x: 0, y: 0, width: 10, height: 10 },
  seeds: [],
  order: 0,
  row: 0,
  baselineY: 10,
  char: 'g',
  confidence: 0.4,
  state: 'found',
  outline: [],
});

test('capitals and signs can be told apart by ear', () => {
  expect(['a', 'A', '.', '7', 'ß', 'Ä', 'あ'].map(charAloud)).toEqual([
    'a',
    'capital A',
    'period',
    '7',
    'ß',
    'capital Ä',
    'あ',
  ]);
});

test('a piece says what it is, how sure that is, and where it stands', () => {
  const found = { ...piece, char: 'g', name: null, state: 'found', confidence: 0.4 } as const;
  expect(pieceAloud(found, 3, 74)).toBe('g, doubtful, 40 percent sure. Piece 3 of 74.');
  expect(pieceAloud({ ...found, confidence: 0.98 }, 3, 74)).toBe('g, 98 percent sure. Piece 3 of 74.');
  expect(pieceAloud({ ...found, char: null }, 1, 2)).toBe('No letter yet, doubtful. Piece 1 of 2.');
  expect(pieceAloud({ ...found, state: 'accepted' }, 1, 2)).toBe('g, accepted. Piece 1 of 2.');
  expect(pieceAloud({ ...found, state: 'dropped' }, 1, 2)).toBe('g, dropped. Piece 1 of 2.');
  expect(pieceAloud({ ...found, char: null, name: 'mill-wheel', confidence: 0.9 }, 1, 2)).toContain(
    'mill-wheel',
  );
});

describe('what has been lifted since', () => {
  const empty = newProject('p', 'P', 0);
  const lifted = withLiftedPage(empty);
  const added = {
    ...lifted,
    sheets: Object.fromEntries(
      Object.values(lifted.sheets).map((s) => [s.id, { ...s, state: 'added' as const }]),
    ),
    pieces: {},
  };

  test('a page when its letters come, once', () => {
    expect(newlyLifted(lifted, added)).toEqual(['page.png: 4 pieces found, none doubtful.']);
    expect(newlyLifted(lifted, lifted)).toEqual([]);
    expect(newlyLifted(added, empty)).toEqual([]);
  });
  test('drawings and icons, which come with their letters', () => {
    expect(newlyLifted(lifted, empty)).toEqual(['page.png: 4 pieces found, none doubtful.']);
  });
  test('letters written or built here have no such moment', () => {
    const [sheet] = Object.values(lifted.sheets);
    if (!sheet) throw new Error('there is a sheet');
    for (const kind of ['written', 'built'] as const)
      expect(newlyLifted({ ...lifted, sheets: { s: { ...sheet, kind } } }, empty)).toEqual([]);
  });
});

test('what the pointer is on, on a sheet', () => {
  expect([underAloud(piece), underAloud(null)]).toEqual(['in g', 'beside all pieces']);
  expect(underAloud({ ...piece, char: null })).toBe('in a piece without a letter');
});

test('a piece that is dropped or taken back', () => {
  expect(droppedAloud(piece, true)).toBe('g dropped.');
  expect(droppedAloud({ ...piece, char: null }, false)).toBe('A piece without a letter taken back.');
});

test('what a cut or a box made is told by the piece then in hand', () => {
  expect(madeAloud(piece, 2)).toBe('2 pieces made, g in hand.');
  expect(madeAloud({ ...piece, char: null }, 1)).toBe('1 piece made, no letter yet in hand.');
});

test('a sheet says how many pieces and doubts, one of them in the singular', () => {
  expect(liftedAloud('tides.png', 74, 0)).toBe('tides.png: 74 pieces found, none doubtful.');
  expect(liftedAloud('one.png', 1, 1)).toBe('one.png: 1 piece found, 1 doubtful.');
});

test('a point says which it is, its kind and place; a handle of which point; a lone contour isn’t counted', () => {
  const square = rect(0, 0, 100, 200);
  const curved = {
    ...square,
    nodes: square.nodes.map((n, i) => (i === 1 ? { ...n, out: { x: 120.4, y: 30 } } : n)),
  };
  expect(pointAloud([square], { contour: 0, node: 0, part: 'node' })).toBe('Point 1 of 4, corner, x 0, y 0.');
  expect(pointAloud([square, curved], { contour: 1, node: 1, part: 'out' })).toBe(
    'Handle behind point 2 of 4, corner, x 120, y 30, contour 2 of 2.',
  );
  expect(pointAloud([square], { contour: 0, node: 0, part: 'in' })).toBe('No point there.');
  expect(pointAloud([], { contour: 0, node: 0, part: 'node' })).toBe('No point there.');
});

test('what keys move says where it is, or how much of it went how far', () => {
  const square = rect(0, 0, 100, 200);
  const by = { x: 0, y: -10 };
  const point = { contour: 0, node: 2, part: 'node' } as const;
  expect(movedAloud([square], [point], by)).toBe('x 100, y 190.');
  expect(movedAloud([square], [point, { ...point, node: 1 }], by)).toBe('2 points moved by x 0, y -10.');
  expect(movedAloud([square], [], by)).toBe('No point is chosen.');
  expect(movedAloud([square], [{ ...point, part: 'in' }], by)).toBe('No point there.');
  expect([liftedByAloud(['b'], 1), liftedByAloud(['b', 'c'], -10)]).toEqual([
    'b up by 1.',
    '2 letters down by 10.',
  ]);
});

test('places, spacing, pairs, heights and casts', () => {
  expect(pointerAloud({ x: 1.4, y: -2 }, '')).toBe('x 1, y -2.');
  expect(pointerAloud({ x: 1, y: 2 }, 'in ink')).toBe('x 1, y 2, in ink.');
  expect(spacedAloud('A', { left: 12.2, right: -3 })).toBe('capital A, bearings 12 and -3.');
  expect(pairAloud('A', 'v', -40, 12.3)).toBe('Pair capital A, v: kerned -40, 12 too loose.');
  expect(pairAloud('a', 'v', 0, -9)).toBe('Pair a, v: kerned 0, 9 too tight.');
  expect(pairAloud('a', 'v', 5, null)).toBe('Pair a, v: kerned 5.');
  const standing: Standing = {
    ...{ id: 'H', char: 'H', bottom: -0.4, top: 700, foot: 0, head: 700 },
    ...{ footOff: 12, topOff: 0, fault: null, mend: null },
  };
  expect(standingAloud(standing)).toBe('capital H, 0 to 700.');
  expect(standingAloud({ ...standing, fault: 'floats' })).toBe('capital H, 0 to 700, floats 12 u.');
  expect([castAloud(0), castAloud(1), castAloud(4)]).toEqual([
    'Nothing was cast.',
    'Cast: 1 file made.',
    'Cast: 4 files made.',
  ]);
});
