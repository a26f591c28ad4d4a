/**
 * Instances of an open variable font (@fontsource-variable/karla, SIL Open Font License) held against fontTools' instancer, and what is set with
 * them against HarfBuzz at the same place of the axis.
 */
import { variableTtf } from '../../../../testing/openFonts';
import { hasFontTools, shape, shapeAt, withFontTools } from '../../../../testing/outsideReaders';
import { compileFont } from '../../compile/compileFont';
import fc from 'fast-check';
import { buildSfnt, SFNT_TRUETYPE } from '../sfnt';
import { openFont } from '../../open/openFont';
import { nth } from '../../../foundations/lists/nth';
import type { Result } from '../../../foundations/problems/problem';
import { inferredDeltas } from '../variations/inferredDeltas';
import { axesOf, instanceOf } from './instance';
import { normalised } from './readAxes';
import { readFont } from './readFont';
import { shareAt } from './readRegions';

function valueOf<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}

const ttf = variableTtf('karla');
const font = valueOf(readFont(ttf));
const WEIGHTS = [200, 300, 550, 800];

test('the axis and its named places are read', () => {
  const axes = axesOf(font)!;
  expect(axes.axes.map(({ tag, min, max }) => ({ tag, min, max }))).toEqual([
    { tag: 'wght', min: 200, max: 800 },
  ]);
  expect(axes.places.map((p) => p.at[0])).toContain(800);
  const own = nth(axes.axes, 0).default;
  expect(normalised(axes, {}, font.tables.get('avar'))).toEqual([0]);
  expect(normalised(axes, { wght: 9999 }, font.tables.get('avar'))).toEqual([1]);
  expect(instanceOf(font, { wght: own }).contours).toEqual(font.contours);
});

const instanced = hasFontTools ? test : test.skip;
instanced('points, parts and advance widths at four weights are those of fontTools’ instancer', () => {
  const script = `
import sys, json
from fontTools.ttLib import TTFont
from fontTools.varLib import instancer
out = []
for weight in ${JSON.stringify(WEIGHTS)}:
    cut = instancer.instantiateVariableFont(TTFont(sys.argv[1]), {'wght': weight})
    glyf, names = cut['glyf'], cut.getGlyphOrder()
    rows = []
    for name in names:
        g = glyf[name]
        points = [] if g.isComposite() or g.numberOfContours == 0 else [list(p) for p in g.coordinates]
        parts = [[c.x, c.y] for c in g.components] if g.isComposite() else []
        rows.append([cut['hmtx'][name][0], points, parts])
    out.append(rows)
print(json.dumps(out))`;
  const truth = JSON.parse(withFontTools(script, { 'v.ttf': ttf })) as [number, number[][], number[][]][][];
  WEIGHTS.forEach((wght, w) => {
    const made = instanceOf(font, { wght });
    nth(truth, w).forEach(([advance, theirs, parts], i) => {
      expect(Math.abs(nth(made.metrics, i).advance - advance)).toBeLessThanOrEqual(1);
      const glyph = nth(made.glyf, i);
      const own = glyph.contours.flat().map((p) => [p.x, p.y]);
      const places = glyph.parts.map((p) => [p.transform.e, p.transform.f]);
      // What is kept in full there is rounded here, as a static font has to.
      for (const [ours, truth] of [
        [own, theirs],
        [places, parts],
      ] as const) {
        expect(ours).toHaveLength(truth.length);
        ours.flat().forEach((v, k) => expect(Math.abs(v - nth(truth.flat(), k))).toBeLessThan(0.52));
      }
    });
  });
});

test('opened at a weight and cast again, text is as wide as HarfBuzz sets it in the variable font at that weight, kerning included', () => {
  for (const wght of WEIGHTS) {
    const doc = valueOf(openFont(instanceOf(font, { wght }), { id: 'p', family: 'Mill', nowMs: 0 })).doc;
    const bytes = compileFont(doc, { format: 'ttf', styleId: 'regular', nowUnixS: 0 });
    for (const text of ['AVATAR', 'Type Today', 'LTWA vowel', 'quarry fjord', 'Tide: 07, 11']) {
      const [own, theirs] = [shape(bytes, text, true), shapeAt(ttf, text, { wght })];
      expect(own).toHaveLength(theirs.length);
      own.forEach((g, i) => expect(Math.abs(g.advance - nth(theirs, i).advance)).toBeLessThanOrEqual(2));
    }
  }
});

test('between two given points others follow; a point beyond both moves as the nearer; a contour with one moves with it; one without stays', () => {
  const points = [0, 50, 100, 140, 200, 210, 300, 310].map((x) => ({ x, y: 0 }));
  const some = new Map([
    [0, { x: 10, y: 0 }],
    [2, { x: 30, y: 0 }],
    [4, { x: -5, y: 2 }],
  ]);
  const moved = inferredDeltas(points, [3, 5, 7], some);
  expect(moved.map((d) => d.x)).toEqual([10, 20, 30, 30, -5, -5, 0, 0]);
});

test('a region counts fully at its peak, not at all at its ends and beyond, and in proportion between', () => {
  const region = [{ start: 0, peak: 0.5, end: 1 }];
  expect([0, 0.25, 0.5, 0.75, 1, -1].map((v) => shareAt(region, [v]))).toEqual([0, 0.5, 1, 0.5, 0, 0]);
  const both = [...region, { start: -1, peak: -1, end: 0 }];
  expect(shareAt(both, [0.25, -0.5])).toBe(0.25);
  expect(shareAt([{ start: -1, peak: 0, end: 1 }], [0.7])).toBe(1);
});

test('damaged variations are told or read, and never without end', () => {
  const { tables } = font;
  const torn = fc.record({
    tag: fc.constantFrom('gvar', 'fvar', 'avar', 'GDEF', 'GPOS'),
    hits: fc.array(fc.tuple(fc.nat(), fc.nat(255)), { minLength: 1, maxLength: 8 }),
    // Mostly where counts and offsets stand.
    within: fc.constantFrom(24, 64, 100_000),
  });
  fc.assert(
    fc.property(torn, ({ tag, hits, within }) => {
      const bytes = (tables.get(tag) ?? new Uint8Array()).slice();
      for (const [at, value] of hits) bytes[at % Math.min(within, bytes.length)] = value;
      const damaged = readFont(buildSfnt(SFNT_TRUETYPE, new Map([...tables, [tag, bytes]])));
      if (!damaged.ok) return;
      const opened = openFont(damaged.value, { id: 'p', family: 'Mill', nowMs: 0, places: [0] });
      if (!opened.ok) expect(opened.problems[0]?.code).toBe('font-unreadable');
    }),
    { numRuns: 30 },
  );
});
