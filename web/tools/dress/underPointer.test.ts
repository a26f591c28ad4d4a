import { rect } from '../../../core/testing/shapes';
import { reverseContour } from '../../../core/foundations/geometry/contour';
import { reachOf } from './hitTest';
import { underPointer } from './underPointer';

const ring = [rect(0, 0, 100, 100), reverseContour(rect(30, 30, 70, 70))];
const at = (x: number, y: number) => underPointer(ring, [], { x, y }, 4);

test('a point before the outline before the ink; a counter is no ink', () => {
  expect(at(1, -2)).toBe('on point 1 of contour 1');
  expect(at(50, 2)).toBe('on the outline');
  expect(at(15, 50)).toBe('in the ink');
  expect(at(50, 50)).toBe('beside the ink');
  expect(at(150, 50)).toBe('beside the ink');
});

test('handles of a chosen point are told by their point', () => {
  const [square] = ring;
  if (!square) throw new Error('there is a square');
  const curved = [
    { ...square, nodes: square.nodes.map((n, i) => (i === 0 ? { ...n, out: { x: 40, y: -20 } } : n)) },
  ];
  const chosen = [{ contour: 0, node: 0, part: 'node' } as const];
  expect(underPointer(curved, chosen, { x: 41, y: -20 }, 4)).toBe(
    'on the handle behind point 1 of contour 1',
  );
  expect(underPointer(curved, [], { x: 41, y: -20 }, 1)).not.toContain('handle');
});

test('keys take hold of what is told to lie under the pointer: as near as a mouse, not as a finger', () => {
  expect(reachOf('keys')).toBe(reachOf('mouse'));
  expect(reachOf('touch')).toBeGreaterThan(reachOf('mouse'));
});
