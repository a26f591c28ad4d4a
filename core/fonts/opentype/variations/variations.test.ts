/** Parts of variable fonts by themselves, against the OpenType specification's worked examples and fontTools (Debian's package). */
import { spawnSync } from 'node:child_process';
import fc from 'fast-check';
import type { Vec } from '../../../foundations/geometry/vec';
import { hasFontTools } from '../../../../testing/outsideReaders';
import { neededPoints } from './inferredDeltas';
import { packedDeltas, packedPoints } from './packed';
import { isPlain, regionsOf } from './regions';
import { deltaSetIndexMap, VariationStore } from './variationStore';

const hex = (bytes: Uint8Array) => [...bytes].map((b) => b.toString(16).padStart(2, '0')).join(' ');

test('packed deltas: the worked example of the specification', () => {
  // OpenType 1.9.1, "Font variations common table formats", "Packed deltas": its 14 deltas in its 11 bytes (from memory).
  const deltas = [10, -105, 0, -58, 0, 0, 0, 0, 0, 0, 0, 0, 4130, -1228];
  expect(hex(packedDeltas(deltas))).toBe('03 0a 97 00 c6 87 41 10 22 fb 34');
});

test('any deltas and point numbers come out of fontTools as they went in', () => {
  expect(hasFontTools).toBe(true);
  const delta = fc.oneof(
    fc.constant(0),
    fc.integer({ min: -128, max: 127 }),
    fc.integer({ min: -9000, max: 9000 }),
  );
  const lists = fc.sample(fc.array(delta, { minLength: 1, maxLength: 200 }), { numRuns: 100, seed: 18 });
  const points = fc
    .sample(fc.uniqueArray(fc.integer({ min: 0, max: 4000 }), { minLength: 1, maxLength: 300 }), {
      numRuns: 100,
      seed: 5,
    })
    .map((p) => [...p].sort((a, b) => a - b));
  const script = `
import json, sys
from fontTools.ttLib.tables.TupleVariation import TupleVariation
given = json.load(sys.stdin)
out = {'deltas': [TupleVariation.decompileDeltas_(n, bytes(b), 0)[0] for n, b in given['deltas']],
  'points': [list(TupleVariation.decompilePoints_(4001, bytes(b), 0, 'gvar')[0]) for b in given['points']]}
json.dump(out, sys.stdout)`;
  const input = JSON.stringify({
    deltas: lists.map((l) => [l.length, [...packedDeltas(l)]]),
    points: points.map((p) => [...packedPoints(p)]),
  });
  const run = spawnSync('/usr/bin/python3', ['-c', script], { input, encoding: 'utf8' });
  expect(run.stderr).toBe('');
  const read = JSON.parse(run.stdout) as { deltas: number[][]; points: number[][] };
  expect(read.deltas).toEqual(lists);
  expect(read.points).toEqual(points);
});

test('what is left out of a contour follows from what is kept, within the tolerance, as fontTools infers it', () => {
  const place = fc.record({ x: fc.integer({ min: 0, max: 700 }), y: fc.integer({ min: 0, max: 700 }) });
  const move = fc.record({ x: fc.integer({ min: -40, max: 40 }), y: fc.integer({ min: -40, max: 40 }) });
  const contours = fc
    .sample(fc.array(fc.tuple(place, move), { minLength: 3, maxLength: 14 }), { numRuns: 150, seed: 3 })
    // Half of them made a ninth larger, so that much can be left out.
    .map((c, i) =>
      i % 2
        ? c
        : c.map(([p]): [Vec, Vec] => {
            const ninth = { x: Math.round(p.x / 9), y: Math.round(p.y / 9) };
            return [{ x: 9 * ninth.x, y: 9 * ninth.y }, ninth];
          }),
    );
  const kept = contours.map((c) =>
    neededPoints(
      c.map(([p]) => p),
      c.map(([, d]) => d),
      0.5,
    ),
  );
  const script = `
import json, sys
from fontTools.varLib.iup import iup_contour
out = []
for contour, kept in json.load(sys.stdin):
    coords = [(p['x'], p['y']) for p, d in contour]
    deltas = [(d['x'], d['y']) if i in kept else None for i, (p, d) in enumerate(contour)]
    out.append([list(d) for d in (iup_contour(deltas, coords) if kept else [(0, 0)] * len(coords))])
json.dump(out, sys.stdout)`;
  const run = spawnSync('/usr/bin/python3', ['-c', script], {
    input: JSON.stringify(contours.map((c, i) => [c, kept[i]])),
    encoding: 'utf8',
  });
  expect(run.stderr).toBe('');
  const inferred = JSON.parse(run.stdout) as [number, number][][];
  contours.forEach((c, k) =>
    c.forEach(([, d], i) => {
      const [x, y] = inferred[k]![i]!;
      expect(Math.hypot(x - d.x, y - d.y)).toBeLessThanOrEqual(0.5 + 1e-9);
    }),
  );
  const even = <T>(list: readonly T[]) => list.filter((_, i) => i % 2 === 0);
  expect(even(kept).flat().length).toBeLessThan(0.9 * even(contours).flat().length);
});

test('regions fade out at their neighbours; those from the default to an end need not be said', () => {
  expect(regionsOf([-1, 0.5, 1])).toEqual([
    { start: -1, peak: -1, end: 0 },
    { start: 0, peak: 0.5, end: 1 },
    { start: 0.5, peak: 1, end: 1 },
  ]);
  expect(regionsOf([-1, 0.5, 1]).map(isPlain)).toEqual([true, false, false]);
});

test('a store keeps equal deltas once, small ones in bytes, and its map finds them', () => {
  const store = new VariationStore(regionsOf([-1, 1]));
  const [a, wide, again, none] = [
    store.add([3, -4]),
    store.add([300, 2]),
    store.add([3, -4]),
    store.add([0, 0]),
  ];
  expect(again).toBe(a);
  expect(none).toBeNull();
  expect([a, wide]).toEqual([
    { outer: 0, inner: 0 },
    { outer: 1, inner: 0 },
  ]);
  // One byte an entry: outer and inner index in a bit each (OpenType, "DeltaSetIndexMap").
  expect(hex(deltaSetIndexMap([a!, wide!]))).toBe('00 00 00 02 00 02');
  const bytes = store.build();
  expect(hex(bytes.subarray(0, 8))).toBe('00 01 00 00 00 10 00 02');
});
