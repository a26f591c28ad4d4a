import { BELOW, cellAt, COLUMNS, placeOf } from './drawGrid';

describe('a grid of seven rows to the capitals on a canvas of 600 by 400', () => {
  const place = placeOf(600, 400, 7);

  test('fits with its rows above and below, in the middle', () => {
    expect(place.side).toBe(31);
    expect(place.left).toBe(Math.floor((600 - 31 * COLUMNS) / 2));
    const low = place.baseline + BELOW * place.side;
    expect(400 - low).toBeGreaterThanOrEqual(12);
  });

  test('knows the cell under the pointer, and that there is none beside it', () => {
    const { left, baseline, side } = place;
    expect(cellAt(place, 7, left + 1, baseline - 1)).toEqual({ x: 0, y: 0 });
    expect(cellAt(place, 7, left + 2.5 * side, baseline + 0.5 * side)).toEqual({ x: 2, y: -1 });
    expect(cellAt(place, 7, left - 1, baseline - 1)).toBeNull();
    expect(cellAt(place, 7, left + COLUMNS * side + 1, baseline - 1)).toBeNull();
    expect(cellAt(place, 7, left + 1, baseline + (BELOW + 0.5) * side)).toBeNull();
    expect(cellAt(place, 7, left + 1, baseline - 9.5 * side)).toBeNull();
  });

  test('on a canvas with no room keeps cells that can be seen', () => {
    expect(placeOf(10, 10, 7).side).toBe(4);
  });
});
