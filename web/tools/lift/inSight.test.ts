import { piecesInSight } from './inSight';

test('a piece is in sight when a part of it is, at the size it is drawn', () => {
  const piece = (id: string, x: number, y: number) => ({ id, box: { x, y, width: 10, height: 10 } });
  const pieces = [piece('in', 5, 5), piece('left', -40, 5), piece('half', -5, 5), piece('far', 60, 5)];
  const seen = (zoom: number, x = 0) =>
    piecesInSight(pieces, { x, y: 0, zoom, width: 100, height: 50 }).map((p) => p.id);
  expect(seen(1)).toEqual(['in', 'half', 'far']);
  expect(seen(2)).toEqual(['in', 'half']);
  expect(seen(1, 35)).toEqual(['in', 'left', 'half', 'far']);
});
