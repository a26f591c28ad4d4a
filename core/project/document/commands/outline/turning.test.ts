import fc from 'fast-check';
import svgpath from 'svgpath';
import { polygon, reverseContour, type Contour } from '../../../../foundations/geometry/contour';
import { contourArea, contoursBox } from '../../../../foundations/geometry/measure';
import { turningMap, type Turning } from '../../../../foundations/geometry/turning';
import { pathData } from '../../../../readers/svg/pathData';
import { box } from '../../../../testing/randomOutlines';
import { sampleProject } from '../../../../testing/sampleProject';
import { circle } from '../../../../testing/shapes';
import * as dressing from '.';
import { commit, emptyHistory } from '../../changes/history';
import { advanceOf } from '../../queries/metrics';
import type { ProjectDiff } from '../../changes/diff';
import type { Doc } from '../../schema';

const { outlineOf, allNodes } = dressing;
const x = outlineOf('x');
const node = (contour: number, n: number): dressing.PointRef => ({ contour, node: n, part: 'node' });
const apply = (doc: Doc, diff: ProjectDiff | null): Doc => {
  if (!diff) throw new Error('no edit');
  return commit(doc, emptyHistory, diff).doc;
};
const withX = (contours: readonly Contour[]): Doc => {
  const doc = sampleProject();
  return { ...doc, glyphs: { ...doc.glyphs, x: { ...doc.glyphs.x!, contours } } };
};
const xOf = (doc: Doc) => doc.glyphs.x!.contours;
const turned = (doc: Doc, points: readonly dressing.PointRef[], turning: Turning, about = { x: 0, y: 0 }) =>
  apply(doc, dressing.turnPoints(doc, x, points, turning, about));
const numbers = (d: string) => d.match(/-?[\d.]+(?:e-?\d+)?/g)!.map(Number);

describe('turning what is chosen', () => {
  // The reference is svgpath, a general-purpose library that maps SVG paths (CSS Transforms 1, 12 "Mathematical description").
  test.each<[string, Turning, (p: ReturnType<typeof svgpath>) => ReturnType<typeof svgpath>]>([
    ['turned by 30 degrees', { kind: 'turn', deg: 30 }, (p) => p.rotate(30)],
    ['slanted by 12 degrees', { kind: 'slant', deg: 12 }, (p) => p.skewX(12)],
    ['wider and lower', { kind: 'size', across: 1.4, up: 0.7 }, (p) => p.scale(1.4, 0.7)],
  ])('%s as svgpath does', (_, turning, mapped) => {
    const doc = withX([circle(250, 250, 200), reverseContour(circle(250, 250, 120))]);
    const made = pathData(xOf(turned(doc, allNodes(xOf(doc)), turning)), 4);
    const wanted = mapped(svgpath(pathData(xOf(doc), 8))).toString();
    const [a, b] = [numbers(made), numbers(wanted)];
    expect(a).toHaveLength(b.length);
    a.forEach((v, i) => expect(v).toBeCloseTo(b[i]!, 3));
  });

  test('four quarter turns, a flip and a flip back, and a slant and its opposite leave a letter as it was', () => {
    const points = fc.tuple(fc.integer({ min: -500, max: 900 }), fc.integer({ min: -500, max: 900 }));
    const steps = fc.constantFrom<Turning[]>(
      [1, 2, 3, 4].map(() => ({ kind: 'turn', deg: 90 })),
      [
        { kind: 'flip', way: 'sideways' },
        { kind: 'flip', way: 'sideways' },
      ],
      [
        { kind: 'slant', deg: 20 },
        { kind: 'slant', deg: -20 },
      ],
      [
        { kind: 'size', across: 2, up: 0.5 },
        { kind: 'size', across: 0.5, up: 2 },
      ],
    );
    fc.assert(
      fc.property(points, steps, ([ax, ay], list) => {
        const doc = withX([circle(250, 250, 200), box(40, 0, 90, 700)]);
        const after = list.reduce((d, t) => turned(d, allNodes(xOf(d)), t, { x: ax, y: ay }), doc);
        const [p, q] = [pathPoints(xOf(doc)), pathPoints(xOf(after))];
        expect(q).toHaveLength(p.length);
        p.forEach((v, i) => expect(q[i]!).toBeCloseTo(v, 6));
      }),
      { seed: 5, numRuns: 60 },
    );
  });

  test('a flipped bowl stays ink with a hole: outer contours still run counter-clockwise', () => {
    const doc = withX([circle(250, 250, 200), reverseContour(circle(250, 250, 120))]);
    const after = turned(doc, allNodes(xOf(doc)), { kind: 'flip', way: 'upside-down' }, { x: 250, y: 250 });
    expect(xOf(after).map((c) => Math.sign(contourArea(c)))).toEqual([1, -1]);
  });

  test('only chosen points go; their handles come along, and the letter keeps the rest of its advance', () => {
    const doc = withX([circle(250, 250, 200)]);
    const after = turned(doc, [node(0, 0)], { kind: 'size', across: 1.2, up: 1 }, { x: 50, y: 0 });
    const [was, is] = [xOf(doc)[0]!, xOf(after)[0]!];
    expect(is.nodes.slice(1)).toEqual(was.nodes.slice(1));
    expect(is.nodes[0]!.x - 50).toBeCloseTo(1.2 * (was.nodes[0]!.x - 50), 9);
    expect(is.nodes[0]!.out!.x - 50).toBeCloseTo(1.2 * (was.nodes[0]!.out!.x - 50), 9);
    expect(advanceOf(after.glyphs.x!)).toBeCloseTo(advanceOf(doc.glyphs.x!), 6);
  });

  test('what changes nothing or leaves nothing is no edit', () => {
    const at = { x: 0, y: 0 };
    for (const none of [
      { kind: 'turn', deg: 360 },
      { kind: 'slant', deg: 0 },
      { kind: 'slant', deg: 90 },
      { kind: 'size', across: 1, up: 1 },
      { kind: 'size', across: 0, up: 1 },
    ] as const)
      expect(turningMap(none, at)).toBeNull();
  });
});

const pathPoints = (cs: readonly Contour[]): number[] =>
  cs.flatMap((c) => c.nodes.flatMap((n) => [n, n.in, n.out].flatMap((p) => (p ? [p.x, p.y] : []))));

describe('lining up and spreading', () => {
  const dot = (cx: number, cy: number, r: number) => circle(cx, cy, r);

  test('whole contours line up by their ends, counters with their bowls', () => {
    const doc = withX([
      dot(100, 100, 80),
      reverseContour(dot(100, 100, 40)),
      box(300, 220, 60, 360),
      dot(500, 400, 50),
    ]);
    const boxes = (d: Doc) => xOf(d).map((c) => contoursBox([c])!);
    const foot = apply(doc, dressing.lineUp(doc, x, allNodes(xOf(doc)), 'y', 'least'));
    expect(boxes(foot).map((b) => Math.round(b.yMin))).toEqual([20, 60, 20, 20]);
    const middle = apply(doc, dressing.lineUp(doc, x, allNodes(xOf(doc)), 'x', 'middle'));
    const middles = boxes(middle).map((b) => (b.xMin + b.xMax) / 2);
    middles.forEach((m) => expect(m).toBeCloseTo(middles[0]!, 6));
    expect(dressing.lineUp(foot, x, allNodes(xOf(foot)), 'y', 'least')).toBeNull();
  });

  test('three and more are spread with equal room between them, the outer ones staying', () => {
    const doc = withX([dot(50, 0, 50), dot(140, 0, 20), dot(600, 0, 60), dot(210, 0, 10)]);
    const after = apply(doc, dressing.spread(doc, x, allNodes(xOf(doc)), 'x'));
    const order = xOf(after)
      .map((c) => contoursBox([c])!)
      .sort((a, b) => a.xMin - b.xMin);
    const rooms = order.slice(1).map((b, i) => b.xMin - order[i]!.xMax);
    rooms.forEach((r) => expect(r).toBeCloseTo(rooms[0]!, 6));
    expect([order[0]!.xMin, order[3]!.xMax]).toEqual([0, 660]);
    const two = withX([dot(50, 0, 50), dot(140, 0, 20)]);
    expect(dressing.spread(two, x, allNodes(xOf(two)), 'x')).toBeNull();
  });

  test('several points are given one place, and line up as points when a contour is chosen in part', () => {
    const doc = withX([
      polygon([
        { x: 0, y: 0 },
        { x: 100, y: 4 },
        { x: 103, y: 50 },
        { x: 0, y: 60 },
      ]),
    ]);
    const some = [node(0, 1), node(0, 2)];
    const placed = apply(doc, dressing.placePoints(doc, x, some, 'x', 110));
    expect(xOf(placed)[0]!.nodes.map((n) => n.x)).toEqual([0, 110, 110, 0]);
    const lined = apply(doc, dressing.lineUp(doc, x, some, 'x', 'most'));
    expect(xOf(lined)[0]!.nodes.map((n) => n.x)).toEqual([0, 103, 103, 0]);
  });
});
