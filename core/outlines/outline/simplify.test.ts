import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { circle } from '../../testing/shapes';
import { polygon, segmentAt, segmentCount, segments, type Contour } from '../../foundations/geometry/contour';
import { pointOnCubic } from '../../foundations/geometry/cubic';
import { contourArea } from '../../foundations/geometry/measure';
import { distance } from '../../foundations/geometry/vec';
import { greatestDeviation } from './deviation';
import { simplify } from './simplify';

/** The outline broken into chords with a made-up roughness across it, as a bad trace leaves it. */
function roughened(c: Contour, points: number, roughness: number, seed: number): Contour {
  let state = seed;
  const random = () => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return state / 2147483648 - 0.5;
  };
  const per = Math.ceil(points / segmentCount(c));
  return polygon(
    segments(c).flatMap((s) =>
      Array.from({ length: per }, (_, k) => {
        const p = pointOnCubic(s, k / per);
        return { x: p.x + 2 * roughness * random(), y: p.y + 2 * roughness * random() };
      }),
    ),
  );
}

/** A stem with a round shoulder: straight sides, sharp corners and curves in one outline. */
const shoulder: Contour = {
  closed: true,
  nodes: [
    { x: 0, y: 0, in: null, out: null, kind: 'corner' },
    { x: 80, y: 0, in: null, out: null, kind: 'corner' },
    { x: 80, y: 300, in: null, out: { x: 80, y: 410 }, kind: 'tangent' },
    { x: 240, y: 500, in: { x: 140, y: 500 }, out: { x: 340, y: 500 }, kind: 'smooth' },
    { x: 400, y: 300, in: { x: 400, y: 410 }, out: null, kind: 'tangent' },
    { x: 400, y: 0, in: null, out: null, kind: 'corner' },
    { x: 480, y: 0, in: null, out: null, kind: 'corner' },
    { x: 480, y: 320, in: null, out: { x: 480, y: 490 }, kind: 'tangent' },
    { x: 240, y: 580, in: { x: 380, y: 580 }, out: { x: 100, y: 580 }, kind: 'smooth' },
    { x: 0, y: 320, in: { x: 0, y: 490 }, out: null, kind: 'tangent' },
  ],
};

/** Greatest distance of dense places of one outline from the other, by bezier-js and not by our own search. */
function outsideDeviation(from: Contour, to: Contour): number {
  const curves = segments(to).map((s) => new Bezier([s.p0, s.p1, s.p2, s.p3]));
  let most = 0;
  for (const s of segments(from)) {
    for (let k = 0; k < 12; k++) {
      const p = pointOnCubic(s, k / 12);
      most = Math.max(most, Math.min(...curves.map((b) => distance(p, b.project(p)))));
    }
  }
  return most;
}

describe('simplify', () => {
  test('a rough circle of 140 points becomes smooth with few', () => {
    const rough = roughened(circle(300, 300, 250), 140, 1.5, 7);
    const made = simplify(rough, { tolerance: 4, cornerDeg: 35 });
    expect(made.nodes.length).toBeLessThanOrEqual(8);
    expect(made.nodes.every((n) => n.kind === 'smooth')).toBe(true);
    expect(greatestDeviation([rough], [made])).toBeLessThanOrEqual(4);
    expect(contourArea(made) / contourArea(circle(300, 300, 250))).toBeCloseTo(1, 1);
  });

  test('corners and straights of a rough shoulder come back', () => {
    const rough = roughened(shoulder, 140, 1.2, 3);
    const made = simplify(rough, { tolerance: 4, cornerDeg: 35 });
    expect(made.nodes.length).toBeLessThanOrEqual(20);
    for (const corner of [shoulder.nodes[0]!, shoulder.nodes[1]!, shoulder.nodes[5]!, shoulder.nodes[6]!]) {
      const nearest = made.nodes.reduce((a, b) => (distance(a, corner) < distance(b, corner) ? a : b));
      expect(distance(nearest, corner)).toBeLessThan(4);
      expect(nearest.kind).not.toBe('smooth');
    }
  });

  test('a good outline stays the very same', () => {
    expect(simplify(shoulder)).toBe(shoulder);
    const round = circle(0, 0, 100);
    expect(simplify(round)).toBe(round);
  });

  test('locked stretches stay', () => {
    const rough = roughened(shoulder, 140, 1.2, 5);
    const locked = {
      ...rough,
      nodes: rough.nodes.map((n, i) => (i >= 30 && i < 60 ? { ...n, locked: true } : n)),
    };
    const made = simplify(locked, { tolerance: 4, cornerDeg: 35 });
    const kept = made.nodes.map((n) => `${n.x} ${n.y}`);
    for (let i = 30; i <= 60; i++) expect(kept).toContain(`${rough.nodes[i]!.x} ${rough.nodes[i]!.y}`);
    expect(made.nodes.length).toBeLessThan(60);
  });

  test('never leaves the old outline by more than was asked, as an outside library measures it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 10_000 }),
        fc.double({ min: 0.2, max: 4, noNaN: true }),
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        fc.boolean(),
        (seed, roughness, tolerance, round) => {
          const rough = roughened(round ? circle(0, 0, 240) : shoulder, 90, roughness, seed);
          const made = simplify(rough, { tolerance, cornerDeg: 35 });
          if (made === rough) return;
          expect(outsideDeviation(rough, made)).toBeLessThanOrEqual(tolerance);
          expect(outsideDeviation(made, rough)).toBeLessThanOrEqual(tolerance);
          expect(made.nodes.length).toBeLessThan(rough.nodes.length);
          for (let i = 0; i < segmentCount(made); i++) {
            const s = segmentAt(made, i);
            expect([s.p1.x, s.p1.y, s.p2.x, s.p2.y].every(Number.isFinite)).toBe(true);
          }
        },
      ),
      { seed: 11, numRuns: 12 },
    );
  });
});
