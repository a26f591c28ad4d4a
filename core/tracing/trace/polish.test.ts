import { flattenCubic } from '../../foundations/geometry/cubic';
import { seededRandom, normal } from '../../../demo/hand/random';
import { draftCubic, type Draft, type DraftNode } from './draft';
import { EnvelopeSystem } from './leastSquares';
import { evenRing, type EvenRing } from './path';
import { polish } from './polish';
import { RingSums } from './ringSums';

const KAPPA = 0.5523; // handle of a quarter circle for radius 1, common handbook value, from memory

/** A circle about (100, 100) as four cubics whose nodes and handles are shaken by up to `by` px. */
function shakenCircle(radius: number, by: number): Draft {
  const random = seededRandom(5);
  const shake = () => (random() - 0.5) * 2 * by;
  const n = 4;
  const nodes: DraftNode[] = Array.from({ length: n }, (_, k) => {
    const a = (k * Math.PI) / 2;
    const d = { x: Math.round(-Math.sin(a)), y: Math.round(Math.cos(a)) };
    const h = radius * KAPPA + shake();
    return {
      index: 0,
      p: { x: 100 + radius * Math.cos(a) + shake(), y: 100 + radius * Math.sin(a) + shake() },
      kind: 'smooth',
      direction: d,
      locked: true,
      in: { x: -d.x * h, y: -d.y * h },
      out: { x: d.x * h, y: d.y * h },
    };
  });
  return { nodes, segments: Array.from({ length: n }, () => 'curve' as const) };
}

function circleSamples(radius: number, noise: number): EvenRing {
  const random = seededRandom(9);
  const flat = Array.from({ length: 4000 }, (_, i) => {
    const a = (i / 4000) * 2 * Math.PI;
    return [100 + radius * Math.cos(a), 100 + radius * Math.sin(a)];
  }).flat();
  const even = evenRing(Float64Array.from(flat));
  const shake = (v: number) => v + normal(random) * noise;
  return { ...even, xs: even.xs.map(shake), ys: even.ys.map(shake) };
}

const radiiOff = (draft: Draft, radius: number): number =>
  Math.max(
    ...draft.nodes.flatMap((_, k) =>
      flattenCubic(draftCubic(draft, k), 0.01).map((p) =>
        Math.abs(Math.hypot(p.x - 100, p.y - 100) - radius),
      ),
    ),
  );

test('a shaken outline comes back to the samples, its extremes level and upright all the way', () => {
  for (const [noise, off] of [
    [0, 0.08],
    [0.15, 0.12],
  ] as const) {
    const ring = circleSamples(40, noise);
    const draft = shakenCircle(40, 1);
    draft.nodes.forEach((node, k) => (node.index = Math.round((k * ring.n) / 4)));
    expect(radiiOff(draft, 40)).toBeGreaterThan(0.4);
    polish(ring, draft, { shyPx: 1, outlierPx: 1 });
    expect(radiiOff(draft, 40)).toBeLessThan(off);
    for (const node of draft.nodes) expect(Math.min(Math.abs(node.out!.x), Math.abs(node.out!.y))).toBe(0);
  }
});

test('least squares with far neighbours gives what elimination gives', () => {
  // The worked example of a 3 x 3 system: 4x + y = 1, x + 3y + z = 2, y + 2z = 3, by hand: x = 2/9, y = 1/9, z = 13/9.
  const system = new EnvelopeSystem(3);
  const root = [
    [4, 1, 0],
    [1, 3, 1],
    [0, 1, 2],
  ];
  const right = [1, 2, 3];
  // Rows of a matrix R with R'R = root, by hand from Cholesky.
  const l = choleskyByHand(root);
  const y: number[] = [];
  for (let i = 0; i < 3; i++)
    y[i] = (right[i]! - l[i]!.slice(0, i).reduce((s, v, k) => s + v * y[k]!, 0)) / l[i]![i]!;
  for (let c = 0; c < 3; c++)
    system.addRow([0, 1, 2], [l[0]![c] ?? 0, l[1]![c] ?? 0, l[2]![c] ?? 0], y[c]!, 1);
  const found = system.solve()!;
  [2 / 9, 1 / 9, 13 / 9].forEach((v, i) => expect(found[i]).toBeCloseTo(v, 10));
});

function choleskyByHand(m: number[][]): number[][] {
  const l: number[][] = [];
  m.forEach((row, i) => {
    l[i] = [];
    for (let j = 0; j <= i; j++) {
      let sum = row[j]!;
      for (let k = 0; k < j; k++) sum -= l[i]![k]! * l[j]![k]!;
      l[i]![j] = i === j ? Math.sqrt(sum) : sum / l[j]![j]!;
    }
  });
  return l;
}

test('an unknown that nothing determines is told', () => {
  expect(new EnvelopeSystem(2).solve()).toBeNull();
});

test('a run fitted from running sums: line, distance and bow', () => {
  const ring = circleSamples(50, 0);
  const sums = new RingSums(ring);
  const count = Math.round(20 / ring.step);
  for (const from of [0, 30, ring.n - 12]) {
    const fit = sums.fit(from, from + count);
    // Sagitta of a chord c in a circle of radius r: c^2 / 8r (handbook).
    expect(Math.abs(fit.bow)).toBeCloseTo(20 ** 2 / (8 * 50), 1);
    expect(Math.hypot(fit.dx, fit.dy)).toBeCloseTo(1, 9);
    expect(sums.meanOff(from, from + count, fit)).toBeCloseTo(0, 6);
  }
});
