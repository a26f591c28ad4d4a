import { rect } from '../../../core/testing/shapes';
import type { PointRef } from '../../../core/project/document/commands/outline';
import { nextContour, nextPart, nextPoint } from './walkPoints';

const square = rect(0, 0, 100, 100);
const two = [square, { ...square, nodes: square.nodes.slice(0, 3) }];
const at = (contour: number, node: number, part: PointRef['part'] = 'node'): PointRef => ({
  contour,
  node,
  part,
});

test('points follow one another over all contours and round again, both ways', () => {
  expect(nextPoint(two, [], 1)).toEqual(at(0, 0));
  expect(nextPoint(two, [], -1)).toEqual(at(1, 2));
  expect(nextPoint(two, [at(0, 3)], 1)).toEqual(at(1, 0));
  expect(nextPoint(two, [at(1, 2)], 1)).toEqual(at(0, 0));
  expect(nextPoint(two, [at(0, 0)], -1)).toEqual(at(1, 2));
});

test('with several chosen one goes on from the last; one that is gone begins anew', () => {
  expect(nextPoint(two, [at(1, 1), at(0, 1)], 1)).toEqual(at(0, 2));
  expect(nextPoint(two, [at(4, 0)], 1)).toEqual(at(0, 0));
  expect(nextPoint([], [], 1)).toBeNull();
});

test('from contour to contour, by their first points', () => {
  expect(nextContour(two, [])).toEqual(at(0, 0));
  expect(nextContour(two, [at(0, 2)])).toEqual(at(1, 0));
  expect(nextContour(two, [at(1, 2)])).toEqual(at(0, 0));
  expect(nextContour([], [])).toBeNull();
});

test('from a point to the handles that it has, and back', () => {
  const curved = [{ ...square, nodes: square.nodes.map((n) => ({ ...n, out: { x: 5, y: 5 } })) }];
  expect(nextPart(curved, [at(0, 1)])).toEqual(at(0, 1, 'out'));
  expect(nextPart(curved, [at(0, 1, 'out')])).toEqual(at(0, 1));
  expect(nextPart([square], [at(0, 1)])).toEqual(at(0, 1));
  expect(nextPart([square], [])).toBeNull();
});
