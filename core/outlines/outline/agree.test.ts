import { randomBlob, randomBy } from '../../testing/randomOutlines';
import { circle, rect } from '../../testing/shapes';
import { scaling, compose, rotation, translation } from '../../foundations/geometry/affine';
import {
  isLine,
  polygon,
  reverseContour,
  transformContours,
  type Contour,
} from '../../foundations/geometry/contour';
import { agreedContours } from './agree';
import { greatestDeviation } from './deviation';
import { insertNode, startAt } from './points';

const structure = (cs: readonly Contour[]) =>
  cs.map((c) => c.nodes.map((_, i) => (isLine(c, i) ? 'line' : 'curve')).join());

const agreedOf = (drawings: readonly (readonly Contour[])[]) => {
  const made = agreedContours(drawings);
  if (!('drawings' in made)) throw new Error(made.reason);
  return made.drawings;
};

test('the same outline with other points, begun elsewhere, larger: all agree, and none changes its shape', () => {
  const random = randomBy(7);
  for (let k = 0; k < 200; k++) {
    const blob = randomBlob(random, 300, 300, 200);
    const more = Array.from({ length: 3 }).reduce<Contour>((c) => {
      const i = Math.floor(random() * c.nodes.length);
      return insertNode(c, i, 0.2 + 0.6 * random());
    }, blob);
    const begun = startAt(more, Math.floor(random() * more.nodes.length));
    const larger = transformContours([begun], compose(translation(40, -10), scaling(1.3, 1.1)));
    const made = agreedOf([[blob], larger, [more]]);
    expect(structure(made[1]!)).toEqual(structure(made[0]!));
    expect(structure(made[2]!)).toEqual(structure(made[0]!));
    // Nothing is put in that one of them hasn't.
    expect(made[0]![0]!.nodes).toHaveLength(more.nodes.length);
    expect(greatestDeviation([blob], made[0]!)).toBeLessThan(0.01);
    expect(greatestDeviation(larger, made[1]!)).toBeLessThan(0.01);
    expect(greatestDeviation([more], made[2]!)).toBeLessThan(0.01);
  }
});

test('contours are paired by where they lie, whatever their order; another number of them is told', () => {
  const ring = (r: number) => [
    circle(200, 200, r),
    reverseContour(circle(200, 200, r / 2)),
    rect(0, 500, 60, 560),
  ];
  const [a, b] = [ring(150), [...ring(170)].reverse()];
  const [first, second] = agreedOf([a, b]);
  second!.forEach((c, i) => expect(greatestDeviation([c], [first![i]!])).toBeLessThan(25));
  expect(agreedContours([a, ring(160).slice(1)])).toEqual({ reason: 'contours' });
});

test('a straight that is a curve in another drawing becomes a curve that lies on it', () => {
  const square = rect(0, 0, 300, 300);
  const [a, b, ...rest] = square.nodes;
  const bulged: Contour = {
    ...square,
    nodes: [{ ...a!, out: { x: 100, y: -40 } }, { ...b!, in: { x: 200, y: -40 } }, ...rest],
  };
  const [first, second] = agreedOf([[square], [bulged]]);
  expect(structure(first!)).toEqual(structure(second!));
  expect(structure(first!)[0]!.match(/curve/g)).toHaveLength(1);
  expect(greatestDeviation([square], first!)).toBeLessThan(1e-9);
});

test('drawings between which an outline would turn over itself do not agree', () => {
  const corners = (places: readonly (readonly [number, number])[]): Contour => ({
    closed: true,
    nodes: places.map(([x, y]) => ({ x, y, in: null, out: null, kind: 'corner' })),
  });
  // Strokes that run on from arm to arm, and a bracket: half way one arm would lie over the other.
  const arms = corners([
    [0, 0],
    [300, 0],
    [300, 170],
    [60, 170],
    [60, 240],
    [300, 240],
    [300, 300],
    [0, 300],
    [0, 120],
    [240, 120],
    [240, 60],
    [0, 60],
  ]);
  const bracket = corners([
    [0, 0],
    [300, 0],
    [300, 300],
    [0, 300],
    [0, 260],
    [260, 260],
    [260, 40],
    [0, 40],
  ]);
  expect('drawings' in agreedContours([[arms], [arms]])).toBe(true);
  expect(agreedContours([[bracket], [arms]])).toEqual({ reason: 'crosses half way' });
});

test('where places mislead, the points that contours begin with match them: a hook and the same one turned by 100 degrees', () => {
  const hook = polygon([
    { x: 0, y: 0 },
    { x: 500, y: 0 },
    { x: 500, y: 80 },
    { x: 80, y: 80 },
    { x: 80, y: 160 },
    { x: 300, y: 160 },
    { x: 300, y: 240 },
    { x: 0, y: 240 },
  ]);
  const turned = transformContours([hook], rotation((100 * Math.PI) / 180))[0]!;
  expect(agreedContours([[hook], [startAt(turned, 3)]])).toEqual({ reason: 'crosses half way' });
  const [first, second] = agreedOf([[hook], [turned]]);
  expect(first![0]!.nodes).toHaveLength(hook.nodes.length);
  second![0]!.nodes.forEach((n, i) =>
    expect(n).toMatchObject({ x: turned.nodes[i]!.x, y: turned.nodes[i]!.y }),
  );
});
