import { randomBy } from '../../testing/randomOutlines';
import { cornerAt, isLine, type Contour, type Node } from '../../foundations/geometry/contour';
import { unite } from '../boolean/unite';
import { greatestDeviation } from '../outline/deviation';
import { penOutline, type PenShape } from './grow';
import { inkedTogether } from './inkTogether';

/** A made-up stroke of some nodes: straights, corners and bends much wider than the pen. */
function randomLine(random: () => number, closed: boolean): Contour {
  const n = 3 + Math.floor(3 * random());
  const nodes = Array.from({ length: n }, (_, i): Node => {
    const turn = ((i + 0.5 * random()) / n) * 2 * Math.PI;
    const r = 180 + 160 * random();
    return cornerAt(Math.round(400 + r * Math.cos(turn)), Math.round(400 + r * Math.sin(turn)));
  });
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    if (random() < 0.4) continue;
    const [a, b] = [nodes[i]!, nodes[(i + 1) % n]!];
    const out = {
      x: a.x + (b.x - a.x) / 3 + 0.2 * (b.y - a.y),
      y: a.y + (b.y - a.y) / 3 - 0.2 * (b.x - a.x),
    };
    const into = {
      x: b.x - (b.x - a.x) / 3 + 0.2 * (b.y - a.y),
      y: b.y - (b.y - a.y) / 3 - 0.2 * (b.x - a.x),
    };
    nodes[i] = { ...a, out };
    nodes[(i + 1) % n] = { ...b, in: into };
  }
  return { closed, nodes };
}

/** As a program fills it: what is gone round any number of times is covered once. */
const united = (contours: readonly Contour[]) => unite([{ contours, rule: 'nonzero' }]);

const structure = (cs: readonly Contour[]) =>
  cs.map((c) => c.nodes.map((_, i) => (isLine(c, i) ? 'line' : 'curve')).join());

test.each([
  ['round', 'round'],
  ['flat', 'sharp'],
  ['square', 'sharp'],
] as const)(
  'pens with %s ends and %s joins leave outlines that agree, and what each leaves by itself',
  (ends, joins) => {
    const random = randomBy(ends.length * 31);
    for (let k = 0; k < 5; k++) {
      const lines = [randomLine(random, random() < 0.3), randomLine(random, false)];
      const pens = [24, 60, 92].map((width): PenShape => ({
        width,
        ends,
        joins,
        contrast: k % 2 ? 1 : 0.5,
        angle: 30,
      }));
      const made = inkedTogether(pens.map((pen) => ({ lines, pen })))!;
      expect(new Set(made.map((m) => structure(m).join(';'))).size).toBe(1);
      made.forEach((outline, m) => {
        const alone = penOutline(lines, pens[m]!);
        expect(greatestDeviation(united(outline), alone)).toBeLessThan(0.5);
      });
    }
  },
);

test('bends tighter than the pen are covered whole: nothing white is left in the stroke', () => {
  const hook: Contour = {
    closed: false,
    nodes: [
      { ...cornerAt(0, 300), out: { x: 0, y: 100 } },
      { ...cornerAt(40, 60), in: { x: 10, y: 60 }, out: { x: 70, y: 60 } },
      { ...cornerAt(80, 300), in: { x: 80, y: 100 } },
    ],
  };
  const pens = [20, 120].map((width): PenShape => ({ width, ends: 'round', joins: 'round' }));
  const [, bold] = inkedTogether(pens.map((pen) => ({ lines: [hook], pen })))!;
  const merged = united(bold!);
  expect(merged).toHaveLength(1);
  expect(greatestDeviation(merged, penOutline([hook], pens[1]!))).toBeLessThan(1);
});

test('lines that do not agree, or pens with other ends, are not drawn together', () => {
  const line: Contour = { closed: false, nodes: [cornerAt(0, 0), cornerAt(300, 0)] };
  const bent: Contour = { closed: false, nodes: [cornerAt(0, 0), cornerAt(100, 50), cornerAt(300, 0)] };
  const pen: PenShape = { width: 40, ends: 'round', joins: 'round' };
  expect(
    inkedTogether([
      { lines: [line], pen },
      { lines: [bent], pen },
    ]),
  ).toBeNull();
  expect(
    inkedTogether([
      { lines: [line], pen },
      { lines: [line], pen: { ...pen, ends: 'flat' } },
    ]),
  ).toBeNull();
});

test.each([
  ['round', 'round'],
  ['flat', 'sharp'],
] as const)(
  'pens that are thinner where strokes meet, with %s ends, leave outlines that agree, and what each leaves by itself',
  (ends, joins) => {
    const stem: Contour = { closed: false, nodes: [cornerAt(0, 0), cornerAt(0, 500)] };
    const arch: Contour = {
      closed: false,
      nodes: [
        { ...cornerAt(0, 250), out: { x: 15, y: 400 } },
        { ...cornerAt(170, 450), in: { x: 80, y: 450 }, out: { x: 260, y: 450 } },
        { ...cornerAt(300, 320), in: { x: 300, y: 410 } },
        cornerAt(300, 0),
      ],
    };
    const wedge: Contour = {
      closed: false,
      nodes: [cornerAt(500, 700), cornerAt(640, 0), cornerAt(780, 700)],
    };
    const kite: Contour = {
      closed: true,
      nodes: [cornerAt(1000, 0), cornerAt(1120, 350), cornerAt(1000, 700), cornerAt(880, 350)],
    };
    for (const lines of [[stem, arch], [wedge], [kite]]) {
      const pens = [0, 0.12, 0.3].map((thinned, i): PenShape => ({
        width: 30 + 30 * i,
        ends,
        joins,
        thinned,
      }));
      const made = inkedTogether(pens.map((pen) => ({ lines, pen })));
      expect(made).not.toBeNull();
      expect(new Set(made!.map((m) => structure(m).join(';'))).size).toBe(1);
      made!.forEach((outline, m) => {
        expect(greatestDeviation(united(outline), penOutline(lines, pens[m]!))).toBeLessThan(0.5);
      });
    }
  },
);
