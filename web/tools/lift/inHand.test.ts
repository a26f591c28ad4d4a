import { pieceInHand } from './inHand';

const piece = (id: string, x: number, width: number, state: 'found' | 'dropped' = 'found') => ({
  id,
  state,
  box: { x, y: 100, width, height: 50 },
});
const before = piece('rn', 100, 80);

test('the piece that was chosen is in hand as long as it is there', () => {
  expect(pieceInHand([piece('a', 0, 50), before], 'rn', null)?.id).toBe('rn');
  expect(pieceInHand([before], null, before.box)).toBeNull();
});

test('after a cut the first of the two halves is in hand, not the next doubtful piece elsewhere', () => {
  const pieces = [piece('doubtful', 0, 105), piece('r', 100, 38), piece('n', 140, 40), piece('z', 300, 40)];
  expect(pieceInHand(pieces, 'rn', before.box)?.id).toBe('r');
});

test('after a cut is undone the whole piece is in hand again, not a neighbour that its half touched', () => {
  const half = piece('r', 100, 38);
  expect(pieceInHand([piece('before', 40, 63), before], 'r', half.box)?.id).toBe('rn');
});

test('after two were joined the joined one is in hand; what was dropped is never', () => {
  expect(pieceInHand([piece('joined', 90, 140)], 'rn', before.box)?.id).toBe('joined');
  expect(pieceInHand([piece('speck', 110, 10, 'dropped')], 'rn', before.box)).toBeNull();
});
