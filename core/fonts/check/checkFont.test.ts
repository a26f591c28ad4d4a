/**
 * The font check: fonts that we cast have nothing to be told, fonts that were broken in one way have just that told. What is read of a
 * font is held against HarfBuzz, opentype.js and fontkit (packages) on open fonts of the registry (@fontsource packages: their letters and figures).
 */
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createRequire } from 'node:module';
import { outlineBoxesOf, parseWithFontkit, parseWithOpentype } from '../../../testing/outsideReaders';
import { sampleProject } from '../../testing/sampleProject';
import { rect } from '../../testing/shapes';
import { contoursBox } from '../../foundations/geometry/measure';
import { reverseContour } from '../../foundations/geometry/contour';
import { describeProblem } from '../../foundations/problems/describe';
import { addStyle } from '../../project/document/commands/family/addStyle';
import { edit } from '../../project/document/inStep/edit';
import { openProjectFile } from '../../project/archive/readProject';
import type { Doc } from '../../project/document/schema';
import { compileFont } from '../compile/compileFont';
import { compileVariable } from '../compile/variable/compileVariable';
import { woffOf } from '../compile/casts/woff';
import { readFont, type FontFile } from '../opentype/read/readFont';
import { parseSfnt, buildSfnt, SFNT_TRUETYPE } from '../opentype/sfnt';
import { checkFont } from './checkFont';

const NOW = 1_700_000_000;
const openFonts = (() => {
  const require = createRequire(import.meta.url);
  const modules = join(dirname(require.resolve('@fontsource/karla/package.json')), '..');
  return readdirSync(modules).flatMap((name) => {
    const files = join(modules, name, 'files');
    return readdirSync(files)
      .filter((f) => /-latin-400-normal\.woff$/.test(f))
      .map((f) => [name, join(files, f)] as const);
  });
})();

function read(bytes: Uint8Array): FontFile {
  const font = readFont(bytes);
  if (!font.ok) throw new Error(font.problems.map(describeProblem).join());
  return font.value;
}

/** Finished projects of the demo, and the sample. */
function projects(): [string, Doc][] {
  const finished = new URL('../../../demo/files/finished/', import.meta.url);
  const files = readdirSync(finished).filter((f) => f.endsWith('.zip'));
  return [
    ['sample', sampleProject()],
    ...files.map((f): [string, Doc] => {
      const opened = openProjectFile(new Uint8Array(readFileSync(new URL(f, finished))));
      if (!opened.ok) throw new Error(f);
      return [f, opened.value.doc];
    }),
  ];
}

test('what we cast has no derived value wrong, and nothing else that systems refuse or cut off', () => {
  for (const [name, doc] of projects())
    for (const format of ['otf', 'ttf'] as const) {
      const bytes = compileFont(doc, { format, styleId: Object.keys(doc.styles)[0]!, nowUnixS: NOW });
      expect([name, format, checkFont(read(bytes)).map(describeProblem)]).toEqual([name, format, []]);
    }
  const family = edit(
    sampleProject(),
    addStyle(sampleProject(), { name: 'Bold', weightClass: 700, heavier: 40 })!,
  ).doc;
  const variable = compileVariable(family, NOW);
  expect(variable.ok && checkFont(read(variable.value)).map(describeProblem)).toEqual([]);
});

/** A box as outside readers have it; null where one fails on a glyph. */
function boxesOutside(bytes: Uint8Array, char: string, glyph: number): readonly (readonly number[] | null)[] {
  const cp = char.codePointAt(0) ?? 0;
  const tried = (read: () => readonly number[]) => {
    try {
      return read();
    } catch {
      return null;
    }
  };
  return [
    outsideOf(bytes).harfbuzz(glyph),
    tried(() => {
      const { x1, y1, x2, y2 } = outsideOf(bytes).opentype.charToGlyph(char).getBoundingBox();
      return [x1, y1, x2, y2];
    }),
    tried(() => {
      const { minX, minY, maxX, maxY } = outsideOf(bytes).fontkit.glyphForCodePoint(cp).path.bbox;
      return [minX, minY, maxX, maxY];
    }),
  ];
}

const outside = new Map<Uint8Array, ReturnType<typeof readOutside>>();
const readOutside = (bytes: Uint8Array) => ({
  opentype: parseWithOpentype(bytes),
  fontkit: parseWithFontkit(bytes),
  // HarfBuzz asks for the tables unpacked.
  harfbuzz: outlineBoxesOf(buildSfnt(SFNT_TRUETYPE, read(bytes).tables)),
});
function outsideOf(bytes: Uint8Array) {
  const known = outside.get(bytes) ?? readOutside(bytes);
  outside.set(bytes, known);
  return known;
}

// Readers have faults of their own (contours that begin off the curve, glyphs that aren't read, left bearings passed over): what one has is right.
test.each(openFonts)('%s is read as outside readers do: characters, widths, outlines', (_, path) => {
  const bytes = new Uint8Array(readFileSync(path));
  const font = read(bytes);
  const { opentype, fontkit } = outsideOf(bytes);
  expect(font.contours).toHaveLength(fontkit.numGlyphs);
  let drawn = 0;
  for (const [cp, glyph] of font.mapping) {
    const char = String.fromCodePoint(cp);
    expect(opentype.charToGlyph(char).index).toBe(glyph);
    expect(font.metrics[glyph]!.advance).toBe(opentype.charToGlyph(char).advanceWidth);
    const box = contoursBox(font.contours[glyph]!);
    if (!box) continue;
    drawn++;
    const own = [box.xMin, box.yMin, box.xMax, box.yMax];
    const off = boxesOutside(bytes, char, glyph).map((its) =>
      its ? Math.max(...own.map((v, i) => Math.abs(v - its[i]!))) : Infinity,
    );
    expect(Math.min(...off)).toBeLessThan(0.51);
  }
  expect(drawn).toBeGreaterThan(60);
});

describe('a font that is broken in one way has that told', () => {
  const whole = compileFont(sampleProject(), { format: 'ttf', styleId: 'regular', nowUnixS: NOW });
  /** The font with bytes of a table changed: 16 bits at an offset. */
  const withWord = (tag: string, at: number, value: number): Uint8Array => {
    const { tables } = parseSfnt(whole);
    const changed = tables.get(tag)!.slice();
    new DataView(changed.buffer).setUint16(at, value);
    return buildSfnt(SFNT_TRUETYPE, new Map([...tables, [tag, changed]]));
  };
  const told = (bytes: Uint8Array) =>
    checkFont(read(bytes)).map((p) => `${p.severity}: ${describeProblem(p)}`);

  // Offsets of fields by the OpenType specification's tables.
  test.each([
    ['head', 42, 200, /error: table head, field yMax: the value is 200/],
    ['hhea', 10, 3, /error: table hhea, field advanceWidthMax: the value is 3/],
    ['hhea', 12, 500, /error: table hhea, field minLeftSideBearing/],
    ['maxp', 6, 1, /error: table maxp, field maxPoints/],
    ['OS/2', 4, 0, /error: table OS\/2, field usWeightClass: the value is 0/],
    ['OS/2', 62, 32, /error: table OS\/2, field fsSelection: bold/],
    [
      'OS/2',
      74,
      400,
      /warning: glyph H: the ink reaches from 0 to 700, the Windows metrics from -250 to 400/,
    ],
    ['OS/2', 66, 0x20, /error: table OS\/2, field usLastCharIndex/],
  ])('%s at %i', (tag, at, value, sentence) => {
    expect(told(whole)).toEqual([]);
    expect(told(withWord(tag, at, value)).join('\n')).toMatch(sentence);
  });

  test('contours that run the wrong way, a space that is missing, and an empty sign for missing characters', () => {
    const base = sampleProject();
    const { tables } = parseSfnt(whole);
    expect(told(buildSfnt(SFNT_TRUETYPE, new Map([...tables].filter(([tag]) => tag !== 'post'))))).toContain(
      'error: table post: the table is missing, which every font has.',
    );
    const hollow = {
      ...base.glyphs.H!,
      contours: [rect(0, 0, 400, 700), reverseContour(rect(100, 100, 300, 600))],
    };
    const glyphs = Object.fromEntries(
      Object.entries(base.glyphs).filter(([, g]) => !g.codePoints.includes(0x20) && g.name !== '.notdef'),
    );
    const doc = { ...base, glyphs: { ...glyphs, H: hollow } };
    const font = read(compileFont(doc, { format: 'ttf', styleId: 'regular', nowUnixS: NOW }));
    // The counter turned round in what was read: what a writer's mistake would look like.
    const filled = font.contours.map((cs) => (cs.length === 2 ? [cs[0]!, reverseContour(cs[1]!)] : cs));
    const found = checkFont({ ...font, contours: filled })
      .map(describeProblem)
      .join('\n');
    expect(found).toMatch(/glyph H: a contour runs the wrong way round/);
    expect(found).toMatch(/there is no space/);
  });

  test('files that are no fonts, cut off or WOFF2 are told with the reason; a WOFF is read as what is in it', () => {
    const reason = (bytes: Uint8Array) => readFont(bytes).problems.map(describeProblem).join();
    expect(reason(new TextEncoder().encode('<svg xmlns=...>'))).toMatch(/no OTF, TTF or WOFF/);
    expect(reason(whole.slice(0, 300))).toMatch(/font can't be read/);
    expect(reason(whole.slice(0, 5))).toMatch(/too short/);
    expect(told(woffOf(whole, '1.000'))).toEqual([]);
  });
});
