import { combine } from '../core/outlines/boolean/combine';
import type { Operation } from '../core/outlines/boolean/polygonTruth';
import { cleanUp } from '../core/outlines/dress/cleanUp';
import { grow } from '../core/outlines/dress/grow';
import { countNodes, polygon, segments, type Contour } from '../core/foundations/geometry/contour';
import { pointOnCubic } from '../core/foundations/geometry/cubic';
import { distance } from '../core/foundations/geometry/vec';
import { oneWayDeviation, placesAlong } from '../core/outlines/outline/deviation';
import { ChordGrid, chordsOf } from '../core/outlines/outline/flat';
import { simplify } from '../core/outlines/outline/simplify';
import { randomBlob, randomBy, randomPair } from '../core/testing/randomOutlines';
import { FINE, filledArea, type Raster } from '../core/testing/scanFill';
import { writeTable } from './writeTable';
import { TINY } from '../core/foundations/geometry/tolerance';

const RULES: Record<Operation, (inside: readonly boolean[]) => boolean> = {
  union: ([a, b]) => a! || b!,
  intersect: ([a, b]) => a! && b!,
  subtract: ([a, b]) => a! && !b!,
};

/** Random pairs of outlines through all three booleans, areas against rows of a raster. */
function booleans(pairs: number): string[] {
  let [worst, beyond, foreign, ms, runs] = [0, 0, 0, 0, 0];
  for (let i = 0; i < pairs; i++) {
    const { a, b } = randomPair(i);
    const own = filledArea([a], ([inside]) => inside!);
    for (const operation of ['union', 'intersect', 'subtract'] as const) {
      const start = performance.now();
      const made = combine(operation, { contours: a, rule: 'nonzero' }, { contours: b, rule: 'nonzero' });
      ms += performance.now() - start;
      runs++;
      const offBy = (raster?: Raster) => {
        const truth = filledArea([a, b], RULES[operation], raster);
        return (
          Math.abs(filledArea([made], ([inside]) => inside!, raster) - truth) / Math.max(truth, 0.05 * own)
        );
      };
      // What looks wrong is looked at closer: slivers are thinner than the rows are apart.
      const rough = offBy();
      const off = rough > 2e-4 ? offBy(FINE) : rough;
      worst = Math.max(worst, off);
      if (off > 2e-4) beyond++;
      if (!onlyCrossings(a, b, made)) foreign++;
    }
    if (i % 1000 === 999) process.stderr.write(`${i + 1} pairs\n`);
  }
  return [
    `| booleans, ${pairs} random pairs, ${runs} results | area off by at most ${(100 * worst).toFixed(3)} %; ${beyond} beyond 0.02 % |`,
    `| points of the results | ${foreign} results with a point that is neither an old one nor on two outlines |`,
    `| time of one boolean | ${(ms / runs).toFixed(1)} ms |`,
  ];
}

function onlyCrossings(a: readonly Contour[], b: readonly Contour[], made: readonly Contour[]): boolean {
  const old = [...a, ...b].flatMap((c) => c.nodes);
  const fresh = made.flatMap((c) => c.nodes).filter((n) => !old.some((o) => distance(o, n) < TINY));
  if (fresh.length === 0) return true;
  // Crossings lie on two outlines at once, of either shape.
  const grids = [...a, ...b].map((c) => new ChordGrid(chordsOf([c], 0.005)));
  return fresh.every((n) => grids.filter((g) => g.nearest(n).distance < 0.05).length > 1);
}

/** Random outlines grown and shrunk; away from corners every place lies exactly the offset away from the old outline. */
function offsets(count: number): string[] {
  let [worst, ms, runs, points, before] = [0, 0, 0, 0, 0];
  for (let i = 0; i < count; i++) {
    const blob = randomBlob(randomBy(i + 900), 300, 300, 250);
    const old = new ChordGrid(chordsOf([blob], 0.001));
    for (const by of [4, 12, 30, -4, -12, -30]) {
      const start = performance.now();
      const made = grow([blob], by, 'round');
      ms += performance.now() - start;
      runs++;
      points += countNodes(made);
      before += blob.nodes.length;
      for (const p of placesAlong(chordsOf(made, 0.002), 5))
        worst = Math.max(worst, Math.abs(old.nearest(p).distance - Math.abs(by)));
    }
  }
  return [
    `| growing and shrinking, ${runs} results, round corners | at most ${worst.toFixed(3)} u from the exact offset; ${(points / before).toFixed(2)} times the points |`,
    `| time of one offset | ${(ms / runs).toFixed(0)} ms |`,
  ];
}

/** Outlines broken into chords and made rough, simplified. */
function simplified(count: number): string[] {
  let [over, points, ms] = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    const random = randomBy(i + 31);
    const blob = randomBlob(random, 300, 300, 280);
    const rough = polygon(
      segments(blob).flatMap((s) =>
        Array.from(
          { length: Math.ceil(140 / blob.nodes.length) },
          (_, k, n = Math.ceil(140 / blob.nodes.length)) => {
            const p = pointOnCubic(s, k / n);
            return { x: p.x + 2.4 * (random() - 0.5), y: p.y + 2.4 * (random() - 0.5) };
          },
        ),
      ),
    );
    const tolerance = 1.5 + 3 * random();
    const start = performance.now();
    const made = simplify(rough, { tolerance, cornerDeg: 35 });
    ms += performance.now() - start;
    points += made.nodes.length;
    if (Math.max(oneWayDeviation([made], [rough]), oneWayDeviation([rough], [made])) > tolerance) over++;
  }
  return [
    `| simplifying ${count} rough outlines of about 140 points, 1.5 to 4.5 u allowed | ${(points / count).toFixed(1)} points each; ${over} beyond what was allowed |`,
    `| time of one, rough outline | ${(ms / count).toFixed(0)} ms |`,
  ];
}

/** A good outline isn't touched by Neaten. */
function leftAlone(count: number): string[] {
  let [points, before] = [0, 0];
  for (let i = 0; i < count; i++) {
    const blob = randomBlob(randomBy(i + 77), 300, 300, 250);
    const made = cleanUp('neaten', [blob]);
    points += made.pointsAfter;
    before += made.pointsBefore;
  }
  return [
    `| Neaten on ${count} outlines without roughness | ${before} points before, ${points} after (extremes added) |`,
  ];
}

/** node scripts/bench.mjs dress [pairs] [--write] */
export function main(argv: readonly string[]): void {
  const pairs = Number(argv.find((a) => /^\d+$/.test(a)) ?? 10_000);
  const lines = [
    '| what | came to |',
    '| --- | --- |',
    ...booleans(pairs),
    ...offsets(60),
    ...simplified(100),
    ...leftAlone(100),
  ];
  writeTable('dress', lines.join('\n'), argv.includes('--write'));
}
