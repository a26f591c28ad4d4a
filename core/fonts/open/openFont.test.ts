/**
 * Fonts opened as projects and cast again: what comes out is held against what went in by HarfBuzz (npm) and our own readers, on open fonts
 * of the registry (@fontsource packages).
 */
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import fc from 'fast-check';
import { mutate, mutations } from '../../../testing/mutate';
import { openFontNames, openFontPath } from '../../../testing/openFonts';
import { shaperOf } from '../../../testing/outsideReaders';
import { sampleProject } from '../../testing/sampleProject';
import { byName } from '../../testing/named';
import { randomBy } from '../../testing/randomOutlines';
import { nth } from '../../foundations/lists/nth';
import { contoursBox } from '../../foundations/geometry/measure';
import { describeProblem } from '../../foundations/problems/describe';
import { changeCasting } from '../../project/document/commands/font/casting';
import { danglingReferences } from '../../project/document/queries/dangling';
import { edit } from '../../project/document/inStep/edit';
import { castingOf, projectOf } from '../../project/document/newProject';
import { openRows } from '../../project/document/opening/openRows';
import { SCHEMA_VERSION, type Doc } from '../../project/document/schema';
import { checkProject } from '../check/checkProject';
import { glyphsOfRule, renamedRule, ruleWith } from '../../project/document/rows/features';
import { compileFont } from '../compile/compileFont';
import { partOf } from '../compile/partOf';
import { explainRule } from '../features/explain';
import { readCoverage } from '../opentype/read/layout/common';
import { wholeContours } from '../opentype/read/readGlyf';
import { readFont, type FontFile } from '../opentype/read/readFont';
import { buildSfnt, SFNT_CFF, SFNT_TRUETYPE } from '../opentype/sfnt';
import { holdsName, isSameName } from '../../type/names/familyNames';
import { reservedNames } from './licence';
import { lookAtFont } from './lookAtFont';
import { openFont } from './openFont';

function read(bytes: Uint8Array): FontFile {
  const font = readFont(bytes, (packed) => brotliDecompressSync(packed));
  if (!font.ok) throw new Error(font.problems.map(describeProblem).join());
  return font.value;
}

/** Fonts of thousands of glyphs are left to the bench. */
const MOST_GLYPHS = 1000;

const openFonts = openFontNames()
  .map((name) => [name, read(new Uint8Array(readFileSync(openFontPath(name))))] as const)
  .filter(([, font]) => font.contours.length < MOST_GLYPHS);

function asProject(font: FontFile, family = 'Tide Other') {
  const opened = openFont(font, { id: 'opened', family, nowMs: 0 });
  if (!opened.ok) throw new Error(opened.problems.map(describeProblem).join());
  return opened.value;
}
const seen = (font: FontFile) => {
  const looked = lookAtFont(font);
  if (!looked.ok) throw new Error('not looked at');
  return looked.value;
};
const cast = (doc: Doc, format: 'otf' | 'ttf' = 'ttf') =>
  compileFont(doc, { format, styleId: projectOf(doc).styleId, nowUnixS: 0 });

/** The tables of a read font as a font file. */
const fileOf = (font: FontFile) => buildSfnt(font.outlines === 'otf' ? SFNT_CFF : SFNT_TRUETYPE, font.tables);

describe.each(openFonts)('%s', (name, font) => {
  const { doc } = asProject(font);
  const again = read(cast(doc));

  test('is a whole project: nothing in it points to what is not there, and it is stored and opened as it is', () => {
    expect(danglingReferences(doc)).toEqual([]);
    const tables = Object.fromEntries(Object.entries(doc).map(([t, rows]) => [t, rows as object]));
    const opened = openRows(SCHEMA_VERSION, JSON.parse(JSON.stringify(tables)) as never);
    expect(opened.ok && opened.value.damaged).toEqual([]);
    expect(checkProject(doc).filter((p) => p.severity === 'error')).toEqual([]);
  });

  test('comes out with its characters, widths and outlines within half a unit', () => {
    for (const [cp, glyph] of font.mapping) {
      const now = again.mapping.get(cp);
      expect([cp, now === undefined]).toEqual([cp, false]);
      const [before, after] = [nth(font.contours, glyph), nth(again.contours, now ?? 0)];
      expect([cp, nth(again.metrics, now ?? 0).advance]).toEqual([cp, nth(font.metrics, glyph).advance]);
      const [a, b] = [contoursBox(before), contoursBox(after)];
      expect([cp, a === null]).toEqual([cp, b === null]);
      if (a && b)
        for (const side of ['xMin', 'xMax', 'yMin', 'yMax'] as const)
          expect(Math.abs(a[side] - b[side])).toBeLessThanOrEqual(0.51);
    }
    expect([again.hhea.ascender, again.hhea.descender, again.hhea.lineGap]).toEqual([
      font.hhea.ascender,
      font.hhea.descender,
      font.hhea.lineGap,
    ]);
    expect(again.head.unitsPerEm).toBe(font.head.unitsPerEm);
  });

  test('sets 2,000 random texts as it did, by HarfBuzz with all that it does by itself', () => {
    const [before, after] = [shaperOf(fileOf(font)), shaperOf(cast(doc))];
    const random = randomBy(17);
    const chars = (kind: RegExp) => [...font.mapping.keys()].map((cp) => String.fromCodePoint(cp)).filter((c) => kind.test(c));
    const [letters, marks] = [chars(/\p{L}|\p{P}|\p{N}/u), chars(/\p{M}/u)];
    const one = (of: readonly string[]) => of[Math.floor(random() * of.length)] ?? '';
    const run = (n: number) => Array.from({ length: n }, () => one(letters)).join('');
    // Marks stand at the end: our kerning passes over them, whatever the font's did.
    const texts = Array.from({ length: 2000 }, (_, i) => run(1 + (i % 5)) + (i % 3 === 0 ? one(marks) : ''));
    // What is told as left out may differ: it is switched off on both sides.
    const leftOut = seen(font).leftOut.join().match(/\b[a-z]{4}\b(?=,|$)/g) ?? [];
    const off = Object.fromEntries(leftOut.map((tag) => [tag, 0]));
    // HarfBuzz as it is here doesn't read the old table of kerning.
    // i and j lose their dot under marks above with us, whatever the font did.
    const asBefore = texts.filter((t) => !/[ij]\p{M}$/u.test(t.normalize('NFD')));
    const differ = font.tables.has('GPOS') ? asBefore.filter((t) => before(t, off) !== after(t, off)) : [];
    expect([name, differ]).toEqual([name, []]);
  });
}); // prettier-ignore

test('accented letters stay letters of parts: an e that is altered is altered in all of them, and nothing else', () => {
  const [, font] = openFonts.find(([n]) => n === 'karla') ?? nth(openFonts, 0);
  const { doc } = asProject(font);
  const { e, eacute, a } = byName(doc);
  if (!e || !eacute || !a) throw new Error('not there');
  expect(eacute.components.map((c) => c.glyphId)).toContain(e.id);
  const moved = e.contours.map((c) => ({
    ...c,
    nodes: c.nodes.map((n, i) => (i === 0 ? { ...n, y: n.y + 17 } : n)),
  }));
  const altered = edit(doc, {
    label: 'alter e',
    changes: [{ table: 'glyphs', id: e.id, before: e, after: { ...e, contours: moved } }],
  }).doc;
  const [before, after] = [read(cast(doc)), read(cast(altered))];
  const changed = before.glyphNames.filter(
    (_, i) => JSON.stringify(before.contours[i]) !== JSON.stringify(after.contours[i]),
  );
  expect(changed).toEqual(expect.arrayContaining(['e', 'eacute', 'egrave', 'edieresis']));
  expect(changed.every((n) => /^(e|E?e(acute|grave|dieresis|circumflex|macron|caron|ogonek|dotaccent|breve))/.test(n))).toBe(true); // prettier-ignore
});

test('our own casts come back with their outlines, kerning and marks, from OTF and TTF alike', () => {
  const doc = sampleProject();
  const named = edit(doc, changeCasting(doc, { family: 'Skerry', licence: 'Any use.' })!).doc;
  for (const format of ['otf', 'ttf'] as const) {
    const opened = asProject(read(cast(named, format)), 'Barley').doc;
    expect(castingOf(opened)).toMatchObject({ family: 'Barley', licence: 'Any use.' });
    const [one, two] = [cast(named, format), cast(opened, format)].map(shaperOf);
    for (const text of ['Hox\u00e9', 'ToTo', 'xo\u0301x', 'HHoo'])
      expect([format, text, two?.(text, {})]).toEqual([format, text, one?.(text, {})]);
  }
});

test('what no rule says is carried over, and told by its tags; a glyph that goes takes its part of it along', () => {
  const [, font] = openFonts.find(([n]) => n === 'mynerve') ?? nth(openFonts, 0);
  const { doc } = asProject(font);
  const carried = Object.values(doc.features).flatMap((f) => (f.rule.kind === 'carried' ? [f.rule] : []));
  expect(carried.flatMap((c) => c.features.map((f) => f.tag))).toContain('calt');
  expect(carried.map((c) => explainRule(c, String)).join()).toMatch(
    /Carried over from the font that was opened: .*calt/,
  );
  // Whatever a rule names can be renamed, and renamed back.
  const there = (id: string) => id.slice(1);
  expect(
    renamedRule(
      renamedRule(nth(carried, 0), (id) => `x${id}`),
      there,
    ),
  ).toEqual(nth(carried, 0));
  const gone = glyphsOfRule(nth(carried, 0))[0] ?? '';
  const left = ruleWith(nth(carried, 0), (id) => id !== gone);
  expect(left && glyphsOfRule(left)).not.toContain(gone);
  expect(ruleWith(nth(carried, 0), () => false)).toBeNull();
});

test('a font made of a part of an opened one has what its lookups put in place', () => {
  const [, font] = openFonts.find(([n]) => n === 'caveat') ?? nth(openFonts, 0);
  const { doc } = asProject(font);
  const whole = shaperOf(cast(doc));
  for (const text of ['RX', 'hello there', 'TR VK'])
    expect(shaperOf(cast(partOf(doc, text)))(text, {})).toBe(whole(text, {}));
});

describe('names and licences', () => {
  test('reserved names are found as licences write them', () => {
    const found = (text: string) => reservedNames(`Copyright (c) 2011, X, ${text}.\nThis Font Software ...`);
    expect(found('with Reserved Font Name Barley')).toEqual(['Barley']);
    expect(found('with Reserved Font Names "Tide Mill" and "Eel"')).toEqual(['Tide Mill', 'Eel']);
    expect(found('with Reserved Font Name \u2018Oat\u2019')).toEqual(['Oat']);
    expect(found('with Reserved Font Name Oat, Rye and Wheat')).toEqual(['Oat', 'Rye', 'Wheat']);
    expect(found('all rights reserved')).toEqual([]);
  });

  test('a reserved name is refused however it is written; the font’s own name is warned of', () => {
    const doc = sampleProject();
    const from = { family: 'Tide Mill', reserved: ['Barley'] };
    const opened = { ...doc, project: { [projectOf(doc).id]: { ...projectOf(doc), openedFrom: from } } };
    const told = (family: string) => {
      const diff = changeCasting(opened, { family });
      return checkProject(diff ? edit(opened, diff).doc : opened)
        .filter((p) => p.code.startsWith('name-'))
        .map((p) => `${p.severity} ${p.code}`);
    };
    expect(told('bar-ley two')).toEqual(['error name-reserved']);
    expect(told('tidemill')).toEqual(['warning name-of-original']);
    expect(told('Skerry')).toEqual([]);
    expect(told('')).toEqual(['error name-missing']);
    expect(holdsName('Anything', '')).toBe(false);
    expect(isSameName('', '')).toBe(false);
  });

  test('a font that gives its licence by an address was told to say nothing of one', () => {
    const [, font] = openFonts.find(([n]) => n === 'karla') ?? nth(openFonts, 0);
    const told = asProject(font).problems.map(describeProblem).join('\n');
    expect(told).toMatch(/Its licence: .*http/);
    expect(told).not.toMatch(/nothing of a licence/);
  });

  test('what a font forbids and what is lost is told before anything is altered', () => {
    const [, font] = openFonts.find(([n]) => n === 'caveat') ?? nth(openFonts, 0);
    const closed = { ...font, os2: { ...font.os2, fsType: 2 } };
    const told = asProject(closed, '').problems.map(describeProblem).join('\n');
    expect(told).toMatch(/may not lie in documents/);
    expect(told).toMatch(/for you to know and to answer for/);
  });
});

test('damaged fonts are told, whatever is broken: nothing is thrown, and nothing takes without end', () => {
  const [, font] = openFonts.find(([n]) => n === 'mynerve') ?? nth(openFonts, 0);
  const tags = ['GSUB', 'GPOS', 'glyf', 'loca', 'name', 'cmap', 'hmtx', 'OS/2', 'maxp'];
  let told = 0;
  fc.assert(
    fc.property(fc.constantFrom(...tags), mutations, (tag, list) => {
      const broken = mutate(font.tables.get(tag) ?? new Uint8Array(), list);
      const result = readFont(buildSfnt(SFNT_TRUETYPE, new Map([...font.tables, [tag, broken]])));
      if (!result.ok) return void told++;
      const looked = lookAtFont(result.value);
      const opened = openFont(result.value, { id: 'x', family: 'X', nowMs: 0 });
      if (!looked.ok || !opened.ok) told++;
    }),
    { numRuns: 60, seed: 9 },
  );
  expect(told).toBeGreaterThan(10);
}, 120_000);

test('a glyph within itself, and ranges of more glyphs than there can be, are told', () => {
  const self = {
    box: null,
    contours: [],
    instructions: 0,
    parts: [{ glyph: 0, transform: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }, setsMetrics: false }],
  };
  expect(() => wholeContours([self], 0)).toThrow(/parts without end/);
  const range = [0, 0, 0xff, 0xff, 0, 0];
  expect(() => readCoverage(Uint8Array.from([0, 2, 0, 2, ...range, ...range]), 0)).toThrow(/ranges of/);
  expect(readCoverage(Uint8Array.from([0, 2, 0, 1, 0, 3, 0, 5, 0, 0]), 0)).toEqual([3, 4, 5]);
});
