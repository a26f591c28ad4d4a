import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import type { Contour } from '../../../foundations/geometry/contour';
import { sampleProject } from '../../../testing/sampleProject';
import { TABLE_NAMES } from '../schema';
import { packContours, unpackContours } from './packContours';
import { setBearings } from '../commands/spacing/bearings';
import { edit } from '../inStep/edit';
import { packDiff, packRow, unpackDiff, unpackRow } from './packRows';

const point = fc.record({ x: fc.double({ noNaN: true }), y: fc.double({ noNaN: true }) });
const node = fc
  .record({
    x: fc.double({ noNaN: true }),
    y: fc.double({ noNaN: true }),
    in: fc.option(point),
    out: fc.option(point),
    kind: fc.constantFrom('corner' as const, 'smooth' as const, 'tangent' as const),
    locked: fc.option(fc.boolean(), { nil: undefined }),
  })
  .map(({ locked, ...n }) => (locked === undefined ? n : { ...n, locked }));
const contours: fc.Arbitrary<Contour[]> = fc.array(
  fc
    .record({
      closed: fc.boolean(),
      nodes: fc.array(node, { maxLength: 6 }),
      of: fc.option(fc.string(), { nil: undefined }),
    })
    .map(({ of, ...c }) => (of === undefined ? c : { ...c, of })),
  { maxLength: 5 },
);

test('outlines come back as they were, every number of them', () => {
  fc.assert(
    fc.property(contours, (cs) => {
      expect(unpackContours(structuredClone(packContours(cs)))).toEqual(cs);
    }),
    { numRuns: 300 },
  );
});

test('numbers that don’t add up never give an outline with holes', () => {
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.integer({ min: -3, max: 40 }), fc.double()), { maxLength: 40 }),
      (list) => {
        const made = unpackContours({ numbers: Float64Array.from(list), of: [] });
        for (const n of (made ?? []).flatMap((c) => c.nodes))
          for (const p of [n, n.in, n.out])
            expect(p === null || (p.x !== undefined && p.y !== undefined)).toBe(true);
      },
    ),
    { numRuns: 500 },
  );
});

describe('rows', () => {
  /** A project with every kind of sheet, colour, parts, kept outlines and skeletons. */
  function stored() {
    const file = new URL('../fixtures/version1.json', import.meta.url);
    const { data } = JSON.parse(readFileSync(file, 'utf8')) as {
      data: Record<string, Record<string, object>>;
    };
    return data;
  }

  test('of every table come back as they were; only those with outlines are changed at all', () => {
    let packed = 0;
    for (const tables of [sampleProject() as unknown as Record<string, Record<string, object>>, stored()])
      for (const row of TABLE_NAMES.flatMap((t) => Object.values(tables[t] ?? {}))) {
        const made = packRow(row);
        if (made !== row) packed++;
        expect(unpackRow(structuredClone(made))).toStrictEqual(row);
        // One that never was packed stays what it is.
        expect(unpackRow(row)).toBe(row);
      }
    expect(packed).toBeGreaterThan(10);
  });

  test('an edit comes back as it was', () => {
    const doc = sampleProject();
    const [glyph] = Object.values(doc.glyphs);
    const { diff } = edit(doc, setBearings(doc, glyph!.id, { left: 33 })!);
    expect(unpackDiff(structuredClone(packDiff(diff)))).toStrictEqual(diff);
  });

  test('a broken one stays as it is, to be told by whoever checks it', () => {
    const broken = { id: 'a', contours: { numbers: Float64Array.of(1, 5, 0, 1), of: [] } };
    expect(unpackRow(broken)).toBe(broken);
    for (const odd of [null, 7, 'text', [], { contours: 3, layers: [null, 4], skeleton: 'x' }])
      expect(unpackRow(odd)).toBe(odd);
  });
});
