import { penOutline } from '../../outlines/dress/grow';
import type { Contour } from '../../foundations/geometry/contour';
import { contourArea, contoursBox } from '../../foundations/geometry/measure';
import { unite } from '../../outlines/boolean/unite';
import { skeletonOfOutline, type OutlineSkeleton } from './skeletonOfOutline';

const polygon = (...points: readonly (readonly [number, number])[]): Contour => ({
  closed: true,
  nodes: points.map(([x, y]) => ({ x, y, in: null, out: null, kind: 'corner' })),
});
const bar = (x: number, y: number, w: number, h: number) =>
  polygon([x, y], [x + w, y], [x + w, y + h], [x, y + h]);
const united = (...bars: readonly Contour[]) => unite(bars.map((c) => ({ contours: [c], rule: 'nonzero' })));
const area = (cs: readonly Contour[]) => Math.abs(cs.reduce((sum, c) => sum + contourArea(c), 0));

function found(cs: readonly Contour[]): OutlineSkeleton {
  const skeleton = skeletonOfOutline(cs);
  if (!skeleton) throw new Error('nothing found');
  return skeleton;
}
/** What a pen leaves along the lines that were found, as wide as it was and ending as it did. */
const inkedAgain = ({ lines, width, ends }: OutlineSkeleton) =>
  penOutline(lines, { width, ends, joins: ends === 'flat' ? 'sharp' : 'round' });

test('an upright bar is one line from end to end: it does not fork into its corners', () => {
  const skeleton = found([bar(100, 0, 60, 700)]);
  expect(skeleton.ends).toBe('flat');
  expect(skeleton.width).toBeCloseTo(60, 0);
  expect(skeleton.lines).toHaveLength(1);
  const { nodes } = skeleton.lines[0]!;
  expect(nodes).toHaveLength(2);
  for (const n of nodes) expect(Math.abs(n.x - 130)).toBeLessThan(1);
  const ys = nodes.map((n) => n.y).sort((a, b) => a - b);
  expect(Math.abs(ys[0]!)).toBeLessThan(3);
  expect(Math.abs(ys[1]! - 700)).toBeLessThan(3);
});

test.each([
  ['H', united(bar(0, 0, 70, 700), bar(400, 0, 70, 700), bar(0, 320, 470, 70)), 3],
  ['T', united(bar(200, 0, 80, 700), bar(0, 620, 480, 80)), 2],
  ['a slanted bar', [polygon([0, 0], [70, 0], [270, 700], [200, 700])], 1],
])('square ends of %s are inked again as they were', (_, outline, strokes) => {
  const skeleton = found(outline);
  expect(skeleton.lines).toHaveLength(strokes);
  const again = inkedAgain(skeleton);
  expect(Math.abs(area(again) / area(outline) - 1)).toBeLessThan(0.03);
  const [was, now] = [contoursBox(outline)!, contoursBox(again)!];
  for (const side of ['xMin', 'xMax', 'yMin', 'yMax'] as const)
    expect(Math.abs(now[side] - was[side])).toBeLessThan(16);
});

test('round ends stay round', () => {
  const line = polygon([0, 0], [0, 600]);
  const round = penOutline([{ ...line, closed: false }], { width: 80, ends: 'round', joins: 'round' });
  const skeleton = found(round);
  expect(skeleton.ends).toBe('round');
  const [was, now] = [contoursBox(round)!, contoursBox(inkedAgain(skeleton))!];
  expect(Math.abs(now.yMax - was.yMax)).toBeLessThan(3);
  expect(Math.abs(now.yMin - was.yMin)).toBeLessThan(3);
});
