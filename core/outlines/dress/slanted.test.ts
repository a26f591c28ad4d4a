import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { reverseContour } from '../../foundations/geometry/contour';
import { nth } from '../../foundations/lists/nth';
import { box } from '../../testing/randomOutlines';
import { circle } from '../../testing/shapes';
import { chordsOf } from '../outline/flat';
import { slanted, slantMap } from './slanted';
import { thicknessAt } from './stems';

const DEG = 12;

/** A ring of even thickness beside a stem of the same, as o and l of a monoline hand. */
const ring = (r: number, t: number): Contour[] => [
  circle(r, r, r),
  reverseContour(circle(r, r, r - t)),
  box(3 * r, 0, t, 4 * r),
];

/** Thickness of the ring's stroke, em units, from the middle of the slanted ring outwards, all the way round. */
function thicknesses(cs: readonly Contour[], r: number): number[] {
  const middle = { x: r + Math.tan((DEG * Math.PI) / 180) * r, y: r };
  const chords = chordsOf(cs.slice(0, 2), 0.05);
  return Array.from({ length: 36 }, (_, k) => {
    const way = { x: Math.cos((k * Math.PI) / 18), y: Math.sin((k * Math.PI) / 18) };
    // Where the ray from the middle leaves ink and white behind: the last two crossings are the stroke's edges.
    const hits = chords
      .flatMap(({ a, b }) => {
        const [ex, ey] = [b.x - a.x, b.y - a.y];
        const det = way.x * -ey + ex * way.y;
        if (Math.abs(det) < 1e-12) return [];
        const [dx, dy] = [a.x - middle.x, a.y - middle.y];
        const t = (dx * -ey + ex * dy) / det;
        const s = (way.x * dy - way.y * dx) / det;
        return t > 0 && s >= 0 && s < 1 ? [t] : [];
      })
      .sort((p, q) => p - q);
    const inside = nth(hits, 0);
    const p = { x: middle.x + way.x * (inside + 1), y: middle.y + way.y * (inside + 1) };
    return thicknessAt(cs, p)?.width ?? NaN;
  });
}

test('a slanted stem is as thick as it was, where a mere shear thins it by the cosine of the slant', () => {
  const stem = [box(0, 0, 80, 700)];
  const across = (cs: readonly Contour[]) =>
    thicknessAt(cs, { x: 40 + Math.tan((DEG * Math.PI) / 180) * 350, y: 350 })?.width;
  expect(across(transformContours(stem, slantMap(DEG)))).toBeCloseTo(80 * Math.cos((DEG * Math.PI) / 180), 1);
  expect(across(slanted(stem, DEG))).toBeCloseTo(80, 1);
});

test('a slanted ring keeps an even stroke: within a twenty-fifth all round, where a shear leaves it a fifth apart', () => {
  const drawn = ring(250, 60);
  const spread = (cs: readonly Contour[]) => {
    const all = thicknesses(cs, 250);
    return (Math.max(...all) - Math.min(...all)) / 60;
  };
  expect(spread(transformContours(drawn, slantMap(DEG)))).toBeGreaterThan(0.18);
  expect(spread(slanted(drawn, DEG))).toBeLessThan(0.04);
});

test('feet and heads stay on their lines, points lie at the extremes, and what lies at the given height stays', () => {
  const drawn = ring(250, 60);
  const made = slanted(drawn, DEG, 250);
  const [before, after] = [contoursBox(drawn), contoursBox(made)];
  expect(after?.yMin).toBeCloseTo(before?.yMin ?? 0, 0);
  expect(after?.yMax).toBeCloseTo(before?.yMax ?? 0, 0);
  const round = nth(made, 0);
  const right = Math.max(...round.nodes.map((n) => n.x));
  expect(right).toBeCloseTo(contoursBox([round])?.xMax ?? 0, 1);
  const middle = contoursBox([round]);
  expect(((middle?.xMin ?? 0) + (middle?.xMax ?? 0)) / 2).toBeCloseTo(250, 0);
});
