import type { Contour } from '../../foundations/geometry/contour';
import { reverseContour, segmentAt, segmentCount } from '../../foundations/geometry/contour';
import { flattenCubic } from '../../foundations/geometry/cubic';
import type { Vec } from '../../foundations/geometry/vec';
import { refitChosen, refitStretch, refitUnlocked, segmentsIn, stretchOver, unlockedParts } from './refit';

/** Edge of a disc of radius 100 about the origin, and an outline of it with twelve careless points. */
const edge: Vec[] = Array.from({ length: 628 }, (_, i) => ({
  x: 100 * Math.cos(i / 100),
  y: 100 * Math.sin(i / 100),
}));
const careless: Contour = {
  closed: true,
  nodes: Array.from({ length: 12 }, (_, k) => {
    const a = (k * Math.PI) / 6;
    const r = k % 3 === 0 ? 100 : 106;
    const [x, y] = [r * Math.cos(a), r * Math.sin(a)];
    const h = 18;
    const d = { x: -Math.sin(a) * h, y: Math.cos(a) * h };
    return { x, y, in: { x: x - d.x, y: y - d.y }, out: { x: x + d.x, y: y + d.y }, kind: 'smooth' };
  }),
};
const worst = (c: Contour) =>
  Math.max(
    ...Array.from({ length: segmentCount(c) }, (_, i) =>
      flattenCubic(segmentAt(c, i), 0.01).map((p) => Math.abs(Math.hypot(p.x, p.y) - 100)),
    ).flat(),
  );

test('the stretch over chosen nodes passes over the fewest others', () => {
  expect(stretchOver(careless, [1, 4])).toEqual({ from: 1, to: 4 });
  expect(stretchOver(careless, [11, 2, 0])).toEqual({ from: 11, to: 2 });
  expect(stretchOver(careless, [3])).toBeNull();
  expect(segmentsIn(careless, { from: 11, to: 2 })).toBe(3);
});

test('a stretch refitted with fewer points lies on the ink again, the rest stays', () => {
  let c = careless;
  expect(worst(c)).toBeGreaterThan(4);
  c = refitStretch(c, { from: 0, to: 6 }, [edge], 2)!;
  expect(c.nodes).toHaveLength(12 - 4);
  expect(c.nodes.slice(3)).toEqual(careless.nodes.slice(7));
  // The stretch 6 .. 0 of the careless outline now stands at 2 .. 0.
  c = refitStretch(c, { from: 2, to: 0 }, [edge], 2)!;
  expect(c.nodes).toHaveLength(4);
  expect(worst(c)).toBeLessThan(0.2);
});

test('more curves come nearer', () => {
  const off = [1, 2, 4].map((curves) =>
    worst({
      ...refitStretch(careless, { from: 0, to: 6 }, [edge], curves)!,
      closed: false,
      nodes: refitStretch(careless, { from: 0, to: 6 }, [edge], curves)!.nodes.slice(0, curves + 1),
    }),
  );
  expect(off[1]!).toBeLessThan(off[0]!);
  expect(off[2]!).toBeLessThan(off[1]!);
});

test('without an edge nothing is made up', () => {
  expect(refitStretch(careless, { from: 0, to: 6 }, [], 2)).toBeNull();
});

test('a locked segment stays as it is while the stretch around it is refitted', () => {
  const c: Contour = {
    ...careless,
    nodes: careless.nodes.map((n, i) => (i === 4 ? { ...n, locked: true } : n)),
  };
  expect(unlockedParts(c, { from: 1, to: 8 })).toEqual([
    { from: 1, to: 4 },
    { from: 5, to: 8 },
  ]);
  expect(unlockedParts(c, { from: 4, to: 5 })).toEqual([]);
  expect(unlockedParts(c, { from: 11, to: 4 })).toEqual([{ from: 11, to: 4 }]);
  const fresh = refitUnlocked(c, { from: 0, to: 9 }, [edge], -2)!;
  expect(fresh.nodes.length).toBeLessThan(c.nodes.length);
  const at = fresh.nodes.findIndex((n) => n.locked);
  expect(fresh.nodes.filter((n) => n.locked)).toHaveLength(1);
  expect(segmentAt(fresh, at).p0).toMatchObject({ x: c.nodes[4]!.x, y: c.nodes[4]!.y });
  expect(segmentAt(fresh, at).p3).toMatchObject({ x: c.nodes[5]!.x, y: c.nodes[5]!.y });
  expect(refitUnlocked(c, { from: 4, to: 5 }, [edge], 0)).toBeNull();
});

test('a lock stays with its segment when the contour is walked the other way or mirrored', () => {
  const c: Contour = {
    ...careless,
    nodes: careless.nodes.map((n, i) => (i === 4 ? { ...n, locked: true } : n)),
  };
  const [a, b] = [c.nodes[4]!, c.nodes[5]!];
  for (const back of [reverseContour(c), reverseContour({ ...c, closed: false })]) {
    const at = back.nodes.findIndex((n) => n.locked);
    expect(back.nodes.filter((n) => n.locked)).toHaveLength(1);
    expect(back.nodes[at]).toMatchObject({ x: b.x, y: b.y });
    expect(back.nodes[(at + 1) % 12]).toMatchObject({ x: a.x, y: a.y });
  }
});

test('a contour all of whose points are chosen is brought onto the edge and fitted all round', () => {
  const all = careless.nodes.map((_, i) => i);
  const made = refitChosen(careless, all, [edge], -4)!;
  expect(worst(careless)).toBeGreaterThan(5);
  expect(worst(made)).toBeLessThan(0.5);
  expect(made.nodes).toHaveLength(8);
  const locked = { ...careless, nodes: careless.nodes.map((n) => ({ ...n, locked: true })) };
  expect(refitChosen(locked, all, [edge], 1)).toBeNull();
  // Part of the points: only the stretch over them.
  expect(refitChosen(careless, [1, 4], [edge], -1)!.nodes).toHaveLength(11);
});
