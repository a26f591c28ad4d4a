import { combine } from '../boolean/combine';
import { polygon, type Contour } from '../../foundations/geometry/contour';
import { contourArea, contoursBox } from '../../foundations/geometry/measure';
import type { Vec } from '../../foundations/geometry/vec';
import { penOutline, type PenShape } from './grow';

const PEN: PenShape = { width: 100, ends: 'flat', joins: 'round' };

const open = (...points: Vec[]): Contour => ({ ...polygon(points), closed: false });
const area = (cs: readonly Contour[]) => cs.reduce((sum, c) => sum + contourArea(c), 0);

/** How thick a drawing is along a level line, em units: its parts from left to right. */
function across(cs: readonly Contour[], y: number): number[] {
  const cut: Contour = polygon([
    { x: -2000, y: y - 0.5 },
    { x: 2000, y: y - 0.5 },
    { x: 2000, y: y + 0.5 },
    { x: -2000, y: y + 0.5 },
  ]);
  return combine('intersect', { contours: cs, rule: 'nonzero' }, { contours: [cut], rule: 'nonzero' })
    .map((c) => contoursBox([c])!)
    .sort((a, b) => a.xMin - b.xMin)
    .map((box) => box.xMax - box.xMin);
}

const wedge = open({ x: 0, y: 700 }, { x: 150, y: 0 }, { x: 300, y: 700 });

test('two legs that part by 24 degrees are thinner towards their corner, evenly, and as thick as ever at their ends', () => {
  const thin = penOutline([wedge], { ...PEN, thinned: 0.3 });
  const [plain] = across(penOutline([wedge], PEN), 640);
  // Along a leg the width falls evenly: from all of it at 700 to 70 % at 0. Its two edges lean, so that level lines are cut a little otherwise.
  for (const y of [360, 500, 640]) {
    const parts = across(thin, y);
    expect(parts).toHaveLength(2);
    for (const part of parts) expect(Math.abs(part / plain! - (0.7 + (0.3 * y) / 700))).toBeLessThan(0.015);
  }
  // No more points than the plain pen leaves: the edges are straight.
  expect(thin[0]!.nodes.length).toBeLessThanOrEqual(penOutline([wedge], PEN)[0]!.nodes.length);
});

test('strokes that stand upright on one another, go smoothly on, or lie apart are as thick as the pen', () => {
  const kinds: Contour[][] = [
    [open({ x: 0, y: 0 }, { x: 0, y: 700 }), open({ x: 0, y: 350 }, { x: 300, y: 350 })],
    [open({ x: 0, y: 0 }, { x: 0, y: 350 }), open({ x: 0, y: 350 }, { x: 0, y: 700 })],
    [open({ x: 0, y: 0 }, { x: 0, y: 700 }), open({ x: 300, y: 0 }, { x: 300, y: 700 })],
    [open({ x: 0, y: 700 }, { x: 0, y: 0 }, { x: 300, y: 0 })],
  ];
  for (const lines of kinds)
    expect(area(penOutline(lines, { ...PEN, thinned: 0.4 }))).toBeCloseTo(area(penOutline(lines, PEN)), 1);
});

test('an arch is thinner where it leaves the stem and has its thickness again on its other side; the stem keeps its own', () => {
  const n = (x: number, y: number, handles: Partial<{ in: Vec; out: Vec }> = {}) => ({
    x,
    y,
    in: null,
    out: null,
    kind: 'corner' as const,
    ...handles,
  });
  const stem = open({ x: 0, y: 0 }, { x: 0, y: 500 });
  const arch: Contour = {
    closed: false,
    nodes: [
      n(0, 280, { out: { x: 20, y: 420 } }),
      n(170, 450, { in: { x: 80, y: 450 }, out: { x: 260, y: 450 } }),
      n(300, 320, { in: { x: 300, y: 410 } }),
      n(300, 0),
    ],
  };
  const [plain, thin] = [0, 0.3].map((thinned) => penOutline([stem, arch], { ...PEN, thinned }));
  expect(area(thin!)).toBeLessThan(0.98 * area(plain!));
  // The feet of both.
  for (const y of [10, 60])
    expect(across(thin!, y).map(Math.round)).toEqual(across(plain!, y).map(Math.round));
  expect(contoursBox(thin!)!.xMin).toBeCloseTo(contoursBox(plain!)!.xMin, 3);
  // What the two enclose reaches further up into where they part.
  const inside = (cs: readonly Contour[]) => across(cs, 330)[0]!;
  expect(inside(thin!)).toBeLessThan(inside(plain!) - 5);
});

test('a ring, a dot and a single stroke have nothing that meets', () => {
  const k = 0.5523 * 200;
  const ring: Contour = {
    closed: true,
    nodes: [
      { x: 200, y: 0, kind: 'smooth', in: { x: 200, y: -k }, out: { x: 200, y: k } },
      { x: 0, y: 200, kind: 'smooth', in: { x: k, y: 200 }, out: { x: -k, y: 200 } },
      { x: -200, y: 0, kind: 'smooth', in: { x: -200, y: k }, out: { x: -200, y: -k } },
      { x: 0, y: -200, kind: 'smooth', in: { x: -k, y: -200 }, out: { x: k, y: -200 } },
    ],
  };
  for (const line of [ring, open({ x: 0, y: 0 }), open({ x: 0, y: 0 }, { x: 300, y: 100 })]) {
    const round: PenShape = { ...PEN, ends: 'round' };
    expect(penOutline([line], { ...round, thinned: 0.4 })).toEqual(penOutline([line], round));
  }
});

test('of a stem and a bowl that ends on it, the bowl is the one that joins, also where the stem ends beside the bowl', () => {
  const stem = open({ x: 270, y: 500 }, { x: 270, y: 0 });
  const bowl: Contour = {
    closed: false,
    nodes: [
      { x: 270, y: 440, kind: 'corner', in: null, out: { x: 230, y: 490 } },
      { x: 0, y: 250, kind: 'smooth', in: { x: 0, y: 480 }, out: { x: 0, y: 20 } },
      { x: 270, y: 60, kind: 'corner', in: { x: 230, y: 10 }, out: null },
    ],
  };
  const thin = penOutline([stem, bowl], { ...PEN, thinned: 0.4 });
  expect(across(thin, 250).map(Math.round)[1]).toBe(100);
});
