/**
 * What the compiled rules do, as HarfBuzz shapes text with them (package harfbuzzjs); the sanitizer and fontTools take the
 * files. Rules of OpenType 1.9.1 are named where they decide.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import {
  hasFontTools,
  hasSanitizer,
  readWithFontTools,
  sanitize,
  shape,
} from '../../../testing/outsideReaders';
import {
  boxGlyph as glyph,
  boxLetters as letters,
  ruledFont as fontOf,
  setNames as names,
} from '../../../testing/ruledFont';
import { edit } from '../../project/document/inStep/edit';
import { removeGlyphs } from '../../project/document/commands/glyphs/removing';
import { setRules } from '../../project/document/commands/features/rules';
import { danglingReferences } from '../../project/document/queries/dangling';
import type { Doc, GlyphRow, Rule } from '../../project/document/schema';
import { glyphNameOf } from '../../type/names/glyphNames';
import { rect as box } from '../../testing/shapes';
import { setGlyphs } from './setGlyphs';
import { marksAbove } from './anchors';
import type { FontGlyph } from './fontGlyphs';
import { ufoFiles } from '../compile/casts/ufo';
import { explainFont } from '../compile/explainFont';
import { fontData } from '../compile/fontData';
import { compileFont } from '../compile/compileFont';
import { parseSfnt } from '../opentype/sfnt';
import { OS2 } from '../opentype/tables/os2';

const turns: Rule = { kind: 'turns', letters: null, within: 5 };

describe('drawings take turns', () => {
  const two = fontOf(
    [
      ...letters('abcdefgh'),
      glyph('space', ' '),
      ...letters('abcdefgh').map((g) => ({
        ...g,
        id: `${g.id}.alt1`,
        name: `${g.name}.alt1`,
        codePoints: [],
      })),
    ],
    [turns],
  );

  test('a mark below whose anchor lies under its ink was taken for one above, so that i lost its dot', () => {
    const glyph = (name: string, yMin: number, yMax: number, anchor: string, y: number): FontGlyph => ({
    id: name, name, codePoints: [], contours: [], parts: [], advance: 0, typed: [],
    box: { xMin: 0, xMax: 100, yMin, yMax },
    anchors: [{ name: anchor, x: 50, y }],
  }); // prettier-ignore
    const letter = glyph('i', 0, 700, 'bottom', 0);
    const below = glyph('dotbelowcomb', -80, -20, '_bottom', -200);
    const above = { ...glyph('acutecomb', 600, 700, '_top', 900) };
    const tall = glyph('x', 0, 500, 'top', 480);
    expect(marksAbove([letter, below, above, tall])).toEqual([2]);
    // Where no letter has a place for it, its own ink tells.
    expect(marksAbove([glyph('a', 600, 700, '_top', 500)])).toEqual([0]);
    expect(marksAbove([glyph('a', -200, -100, '_bottom', 0)])).toEqual([]);
  });

  test('a letter that comes again is drawn otherwise, also across other letters and a space', () => {
    expect(names(two.bytes, 'aaaa')).toEqual(['a', 'a.alt1', 'a', 'a.alt1']);
    expect(names(two.bytes, 'abab')).toEqual(['a', 'b', 'a.alt1', 'b.alt1']);
    expect(names(two.bytes, 'abcd a')).toEqual(['a', 'b', 'c', 'd', 'space', 'a.alt1']);
    // Six apart is further than asked.
    expect(names(two.bytes, 'abcdefa').at(-1)).toBe('a');
    expect(names(two.bytes, 'aaaa', { calt: 0 })).toEqual(['a', 'a', 'a', 'a']);
  });

  test('no letter stands in the drawing that stood last within five glyphs, in 10,000 random words', () => {
    const word = fc.string({ unit: fc.constantFrom(...'abcdefgh '), minLength: 2, maxLength: 12 });
    const words = fc.sample(word, { numRuns: 10_000, seed: 18 });
    let pairs = 0;
    for (const text of words) {
      const shaped = names(two.bytes, text);
      expect(shaped.map((n) => n[0])).toEqual([...text].map((c) => (c === ' ' ? 's' : c)));
      shaped.forEach((name, i) => {
        const last = shaped
          .slice(Math.max(0, i - 5), i)
          .filter((n) => n !== 'space' && n[0] === name[0])
          .at(-1);
        if (last === undefined || name === 'space') return;
        pairs++;
        if (last === name) throw new Error(`${text}: ${shaped.join(' ')}`);
      });
    }
    expect(pairs).toBeGreaterThan(10_000);
  });

  test('three drawings follow one another round', () => {
    const more = ['o.alt1', 'o.alt2'].map((n) => glyph(n));
    const { bytes } = fontOf([...letters('ox'), ...more], [turns]);
    expect(names(bytes, 'ooooxo')).toEqual(['o', 'o.alt1', 'o.alt2', 'o', 'x', 'o.alt1']);
  });

  test.each(['otf', 'ttf'] as const)('%s: the sanitizer and fontTools take the tables', (format) => {
    const { bytes } = fontOf(Object.values(two.doc.glyphs), [turns], format);
    if (hasSanitizer) expect(sanitize(bytes, `turns.${format}`)).toBe('');
    if (hasFontTools) expect(readWithFontTools(bytes, `turns.${format}`).tables).toContain('GSUB');
  });
});

describe('drawings for the ends of words', () => {
  // A tail that runs far to the right below the line, and a descender that it would hit.
  const tail = { ...glyph('n.end', '', box(0, -150, 900, 500)), bearings: { left: 50, right: -550 } };
  const start = { ...glyph('n.start', '', box(-400, 0, 300, 500)), bearings: { left: -350, right: 50 } };
  const all = [
    ...letters('anop'),
    glyph('g', 'g', box(0, -250, 300, 500)),
    glyph('comma', ',', box(0, -120, 60, 60)),
    glyph('period', '.', box(0, 0, 60, 60)),
    { ...glyph('space', ' '), contours: [], bearings: { left: 120, right: 120 } },
    tail,
    start,
  ];
  const end: Rule = {
    kind: 'ends',
    at: 'word-end',
    swaps: [{ from: 'n', to: 'n.end' }],
    clearance: 15,
    despite: [],
  };
  const { bytes } = fontOf(all, [end]);

  test('stand at the end only, and not before what they would hit, also beyond a space', () => {
    expect(names(bytes, 'nan')).toEqual(['n', 'a', 'n.end']);
    expect(names(bytes, 'n')).toEqual(['n.end']);
    // The comma's tail lies where the swash runs; the word after the space has one that hangs into it.
    expect(names(bytes, 'an,')).toEqual(['a', 'n', 'comma']);
    expect(names(bytes, 'an g')).toEqual(['a', 'n', 'space', 'g']);
  });

  test('over 10,000 random words, an end is where it may be and nowhere else', () => {
    const word = fc.string({ unit: fc.constantFrom(...'nnaogp'), minLength: 1, maxLength: 9 });
    const text = fc.tuple(word, fc.constantFrom('', ' ', ',', '.'), fc.constantFrom('', 'n', 'g', 'a'));
    const texts = fc.sample(text, { numRuns: 10_000, seed: 18 });
    let [stood, left] = [0, 0];
    for (const [first, between, then] of texts) {
      const shaped = names(bytes, first + between + then);
      const last = first.endsWith('n') && (between !== '' || then === '');
      const at = first.length - 1;
      const free = between === '' || between === ' ' ? !(between === ' ' && then !== '') : false;
      shaped.forEach((name, i) => {
        if (i !== at && i < first.length) expect(name).not.toBe('n.end');
      });
      if (!last) expect(shaped[at]).not.toBe('n.end');
      else if (free) expect(shaped[at]).toBe('n.end');
      else expect(shaped[at]).toBe('n');
      if (shaped[at] === 'n.end') stood++;
      else if (last) left++;
    }
    expect([stood > 300, left > 1000]).toEqual([true, true]);
  });

  test('a beginning stands where a word begins', () => {
    const rule: Rule = {
      kind: 'ends',
      at: 'word-start',
      swaps: [{ from: 'n', to: 'n.start' }],
      clearance: 15,
      despite: [],
    };
    const made = fontOf(all, [rule]).bytes;
    expect(names(made, 'nan n')).toEqual(['n.start', 'a', 'n', 'space', 'n']);
    expect(names(made, 'nan')).toEqual(['n.start', 'a', 'n']);
  });

  test('the end of a text is the end of its last word only', () => {
    const rule: Rule = {
      kind: 'ends',
      at: 'text-end',
      swaps: [{ from: 'n', to: 'n.end' }],
      clearance: 15,
      despite: [],
    };
    expect(names(fontOf(all, [rule]).bytes, 'n an')).toEqual(['n', 'space', 'a', 'n.end']);
  });

  test('a drawing that takes turns later and would be hit keeps the end out as well', () => {
    const deep = { ...glyph('a.alt1', '', box(0, -250, 300, 500)), bearings: { left: 50, right: 50 } };
    const left = { ...glyph('n.end', '', box(-200, -200, 300, -100)), bearings: { left: -150, right: 50 } };
    const glyphs = [...letters('an'), deep, left];
    const rules: Rule[] = [end, turns];
    expect(names(fontOf(glyphs, [end]).bytes, 'an')).toEqual(['a', 'n.end']);
    expect(names(fontOf(glyphs, rules).bytes, 'an')).toEqual(['a', 'n']);
  });
});

/** The same font with the layout tables that fontTools' compiler of feature files makes of our features text. */
function builtFromText(doc: Doc, bytes: Uint8Array): Uint8Array {
  const text = ufoFiles(fontData(doc, 'regular'), doc).get('features.fea') ?? '';
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-fea-'));
  writeFileSync(join(folder, 'font.ttf'), bytes);
  writeFileSync(join(folder, 'features.fea'), text);
  const script = `
import sys
from fontTools.ttLib import TTFont
from fontTools.feaLib.builder import addOpenTypeFeatures
font = TTFont(sys.argv[1] + '/font.ttf')
for tag in ('GSUB', 'GPOS', 'GDEF'):
    if tag in font: del font[tag]
addOpenTypeFeatures(font, sys.argv[1] + '/features.fea')
font.save(sys.argv[1] + '/built.ttf')
`;
  execFileSync('/usr/bin/python3', ['-c', script, folder]);
  return new Uint8Array(readFileSync(join(folder, 'built.ttf')));
}

test('what a font does is told in plain words, rules in their own, the rest by what its lookups do', () => {
  const glyphs = [
    ...letters('afinot'),
    glyph('f_i'),
    glyph('a.alt1'),
    glyph('a.ss01'),
    glyph('i.loclTRK'),
    glyph('n.end'),
  ];
  const rules: Rule[] = [
    { kind: 'exchange', feature: 'ss02', label: 'Tall t', swaps: [{ from: 't', to: ['n', 'o'] }] },
    { kind: 'ligature', parts: ['t', 'o'], to: 'n', feature: 'dlig' },
    { kind: 'turns', letters: [{ glyph: 'a', drawings: ['a.alt1'] }], within: 1 },
    { kind: 'ends', at: 'word-end', swaps: [{ from: 'n', to: 'n.end' }], clearance: 15, despite: [] },
    { kind: 'beside', before: [['o', 't']], swaps: [{ from: 'n', to: null }], after: [['a']] },
    { kind: 'bounce', glyphs: ['a', 'o'], height: 20, lean: 0 },
  ];
  const { doc } = fontOf(glyphs, rules);
  const kerning = {
    'a o': { id: 'a o', styleId: 'regular', left: 'a', right: 'o', value: -9, fitted: false },
  };
  const { told } = explainFont({ ...doc, kerning }, 'regular');
  expect(told.map((e) => `${e.tag} ${e.unasked ? 'by itself' : 'when asked for'}: ${e.text}`)).toEqual([
    'aalt when asked for: All drawings: 3 glyphs have others, for programs that list them.',
    'locl by itself: In Turkish i becomes i.loclTRK.',
    'liga by itself: f i become f_i, but not in Azerbaijani, Crimean Tatar, Kazakh, Tatar, and Turkish.',
    'dlig when asked for: Further ligatures: t o become n.',
    'salt when asked for: Other drawings: a becomes a.alt1 and n becomes n.end.',
    'ss01 when asked for: a becomes a.ss01.',
    'ss02 when asked for: “Tall t”: t becomes n or o.',
    'calt by itself: a takes turns with its other drawings: none comes again within 1 glyph while there is another.',
    'calt by itself: At the end of a word n becomes n.end, unless that would come nearer than 15 units to a neighbour.',
    'calt by itself: Where it stands after o or t and before a, n stays.',
    'calt by itself: a and o stand up to 20 units above or below the baseline, by their neighbours.',
    'kern by itself: 1 pair is kerned.',
  ]);
});

describe('a line set without a font file', () => {
  test('has the glyphs and places that HarfBuzz gives it: rules, ligatures, kerning, joins, marks', () => {
    const mark = (name: string, char: string) => ({
      ...glyph(name, char, box(0, 540, 100, 620)),
      anchors: [
        { name: '_top', x: 50, y: 520 },
        { name: 'top', x: 50, y: 640 },
      ],
    });
    const base = (g: GlyphRow) => ({ ...g, anchors: [...g.anchors, { name: 'top', x: 150, y: 520 }] });
    const joined = (g: GlyphRow, into: number, out: number) => ({
      ...g,
      anchors: [
        { name: 'entry', x: 0, y: into },
        { name: 'exit', x: 300, y: out },
      ],
    });
    const tail = { ...glyph('n.end', '', box(0, -150, 900, 500)), bearings: { left: 50, right: -550 } };
    const [b, d] = letters('bd');
    const glyphs = [
      ...letters('aonft').map(base),
      joined(b!, 100, 60),
      joined(d!, 20, 180),
      base(glyph('i', 'i')),
      base(glyph('dotlessi', '\u0131')),
      mark('acutecomb', '\u0301'),
      mark('ringcomb', '\u030a'),
      { ...glyph('space', ' '), contours: [], bearings: { left: 120, right: 120 } },
      ...['a.alt1', 'o.alt1', 'o.alt2', 'f_i', 'f_t'].map((n) => glyph(n)),
      tail,
    ];
    const { doc } = fontOf(glyphs, [
      { kind: 'ends', at: 'word-end', swaps: [{ from: 'n', to: 'n.end' }], clearance: 15, despite: [] },
      turns,
      { kind: 'bounce', glyphs: null, height: 30, lean: 0 },
      { kind: 'beside', before: [['o'], ['a']], swaps: [{ from: 'n', to: 'o' }], after: [['f']] },
    ]);
    const pairs = [
      ['a', 'o', -30],
      ['o', 'o.alt1', -12],
      ['t', 'a', 25],
      ['space', 'n', -9],
    ] as const;
    const kerning = Object.fromEntries(
      pairs.map(([left, right, value]) => [
        `${left} ${right}`,
        { id: `${left} ${right}`, styleId: 'regular', left, right, value, fitted: false },
      ]),
    );
    const kerned = { ...doc, kerning };
    const bytes = compileFont(kerned, { format: 'ttf', styleId: 'regular', nowUnixS: 0 });
    const font = fontData(kerned, 'regular');
    const word = fc.string({
      unit: fc.constantFrom(...'aonftbdi\u0301\u030a '),
      minLength: 1,
      maxLength: 12,
    });
    fc.assert(
      fc.property(word, (text) => {
        let pen = 0;
        const expected = shape(bytes, text).map((g) => {
          const at = { glyph: g.gid, x: pen + g.dx, y: g.dy, advance: g.advance };
          pen += g.advance;
          return at;
        });
        const chars = [...text].map((c) => font.mapping.get(c.codePointAt(0)!)!);
        expect(setGlyphs(font.layout, chars, (g) => font.glyphs[g]!.advance)).toEqual(expected);
      }),
      { numRuns: 3000, seed: 18 },
    );
  });
});

(hasFontTools ? describe : describe.skip)('features text', () => {
  test('says what the tables do: fontTools builds from it what HarfBuzz shapes alike, in five languages, features on and off', () => {
    const end: Rule = {
      kind: 'ends',
      at: 'word-end',
      swaps: [{ from: 'n', to: 'n.end' }],
      clearance: 15,
      despite: [],
    };
    const tail = { ...glyph('n.end', '', box(0, -150, 900, 500)), bearings: { left: 50, right: -550 } };
    const more = ['a.alt1', 'o.alt1', 'o.alt2', 'f_i', 'i.loclTRK', 'o.ss01', 'c_t', 'sub'].map((n) =>
      glyph(n),
    );
    const rules: Rule[] = [
      end,
      turns,
      { kind: 'bounce', glyphs: null, height: 30, lean: 0 },
      { kind: 'ligature', parts: ['c', 't'], to: 'c_t', feature: 'dlig' },
      { kind: 'exchange', feature: 'ss02', label: 'Tall "t"', swaps: [{ from: 't', to: ['sub'] }] },
      { kind: 'beside', before: [['o', 'a']], swaps: [{ from: 'f', to: null }], after: [['t']] },
    ];
    const space = { ...glyph('space', ' '), contours: [], bearings: { left: 120, right: 120 } };
    const cyrillic = [...letters('\u0431\u0432'), glyph('be.serbian')];
    const { doc, bytes } = fontOf(
      [...letters('aoncfit\u015f\u0219'), space, tail, ...more, ...cyrillic],
      [...rules, { kind: 'language', languages: ['SRB'], swaps: [{ from: 'uni0431', to: 'be.serbian' }] }],
    );
    const built = builtFromText(doc, bytes);
    const word = fc.string({
      unit: fc.constantFrom(...'aoncfit\u015f\u0431\u0432 '),
      minLength: 1,
      maxLength: 14,
    });
    const on = fc.constantFrom<Record<string, number>>(
      {},
      { calt: 0 },
      { dlig: 1 },
      { ss01: 1 },
      { ss02: 1, liga: 0 },
      { salt: 2 },
    );
    const language = fc.constantFrom('', 'tr', 'ro', 'az', 'sr');
    let differed = 0;
    fc.assert(
      fc.property(word, on, language, (text, features, tongue) => {
        const ours = shape(bytes, text, false, features, tongue);
        expect(shape(built, text, false, features, tongue)).toEqual(ours);
        if (ours.some((g) => /[._]/.test(g.name) || g.dy !== 0)) differed++;
      }),
      { numRuns: 2000, seed: 18 },
    );
    expect(differed).toBeGreaterThan(1000);
  });
});

describe('rules', () => {
  test('a ligature is made always, or when asked for', () => {
    const glyphs = [...letters('ctfi'), glyph('joined'), glyph('fi')];
    const { bytes } = fontOf(glyphs, [
      { kind: 'ligature', parts: ['c', 't'], to: 'joined', feature: 'dlig' },
      { kind: 'ligature', parts: ['f', 'i'], to: 'fi', feature: 'liga' },
    ]);
    expect(names(bytes, 'ctfi')).toEqual(['c', 't', 'fi']);
    expect(names(bytes, 'ctfi', { dlig: 1, liga: 0 })).toEqual(['joined', 'f', 'i']);
  });

  test('a set has its name for menus (OpenType, ss01 to ss20; name ids from 256)', () => {
    const swaps = [{ from: 'a', to: ['a.round'] }];
    const { bytes } = fontOf(
      [...letters('ab'), glyph('a.round'), glyph('b.x')],
      [
        { kind: 'exchange', feature: 'ss03', label: 'Round bowls', swaps },
        { kind: 'exchange', feature: 'cv05', label: 'Other b', swaps: [{ from: 'b', to: ['b.x'] }] },
      ],
    );
    expect(names(bytes, 'ab', { ss03: 1 })).toEqual(['a.round', 'b']);
    expect(names(bytes, 'ab', { cv05: 1 })).toEqual(['a', 'b.x']);
    expect(names(bytes, 'a', { aalt: 1 })).toEqual(['a.round']);
    if (!hasFontTools) return;
    const { names: texts } = readWithFontTools(bytes, 'set.ttf');
    expect([texts['256'], texts['257']].sort()).toEqual(['Other b', 'Round bowls']);
  });

  test('beside certain neighbours another drawing stands, and an exception comes first', () => {
    const { bytes } = fontOf(
      [...letters('boxe'), glyph('o.low')],
      [
        { kind: 'beside', before: [['x']], swaps: [{ from: 'o', to: null }], after: [] },
        { kind: 'beside', before: [['b', 'x']], swaps: [{ from: 'o', to: 'o.low' }], after: [['e', 'x']] },
      ],
    );
    expect(names(bytes, 'boe')).toEqual(['b', 'o.low', 'e']);
    expect(names(bytes, 'bob')).toEqual(['b', 'o', 'b']);
    // Each rule is a lookup of its own (GSUB, lookups are applied in their order): the exception holds for itself only.
    expect(names(bytes, 'xoe')).toEqual(['x', 'o.low', 'e']);
  });

  test('letters bounce by their neighbours, the same in every casting, and no higher than asked', () => {
    const { bytes } = fontOf(letters('abcdefghijklmno'), [
      { kind: 'bounce', glyphs: null, height: 40, lean: 0 },
    ]);
    const dy = (text: string) => shape(bytes, text).map((g) => g.dy);
    const moved = dy('abcdefghijklmno');
    expect(new Set(moved).size).toBeGreaterThanOrEqual(3);
    expect(Math.max(...moved.map(Math.abs))).toBe(40);
    expect(dy('abcdefghijklmno')).toEqual(moved);
    expect(shape(bytes, 'abc', true, { calt: 0 }).map((g) => g.dy)).toEqual([0, 0, 0]);
    // The same letter is moved otherwise behind other letters.
    expect(new Set('abcde'.split('').map((c) => dy(`${c}o`)[1])).size).toBeGreaterThan(2);
  });

  test('a rule without its glyphs lets go of them, and no reference dangles', () => {
    const { doc } = fontOf(
      [...letters('abc'), glyph('a.alt1'), glyph('b.alt1'), glyph('a_b')],
      [
        { kind: 'ligature', parts: ['a', 'b'], to: 'a_b', feature: 'liga' },
        {
          kind: 'turns',
          letters: [
            { glyph: 'a', drawings: ['a.alt1'] },
            { glyph: 'b', drawings: ['b.alt1'] },
          ],
          within: 3,
        },
      ],
    );
    const without = edit(doc, removeGlyphs(doc, ['b'])!).doc;
    expect(Object.values(without.features).map((f) => f.rule)).toEqual([
      { kind: 'turns', letters: [{ glyph: 'a', drawings: ['a.alt1'] }], within: 3 },
    ]);
    expect(danglingReferences(without)).toEqual([]);
    expect(
      setRules(doc, [{ kind: 'ligature', parts: ['a', 'nobody'], to: 'a_b', feature: 'liga' }]),
    ).toBeNull();
  });
});

describe('what is made without being asked for', () => {
  test('Turkish keeps its dotted i apart in ligatures, and takes its own drawing (language systems TRK, AZE)', () => {
    const { bytes } = fontOf([...letters('fij'), glyph('f_i'), glyph('f_j'), glyph('i.loclTRK')]);
    expect(names(bytes, 'fi')).toEqual(['f_i']);
    expect(names(bytes, 'fi', {}, 'tr')).toEqual(['f', 'i.loclTRK']);
    expect(names(bytes, 'fi', {}, 'az')).toEqual(['f', 'i']);
    expect(names(bytes, 'fj', {}, 'tr')).toEqual(['f_j']);
  });

  test('a language has its drawings in the script that it is written in: Serbian in Cyrillic letters', () => {
    const { bytes } = fontOf(
      [...letters('a\u0431\u0432'), glyph('be.serbian')],
      [{ kind: 'language', languages: ['SRB'], swaps: [{ from: 'uni0431', to: 'be.serbian' }] }],
    );
    expect(names(bytes, '\u0432\u0431', {}, 'sr')).toEqual(['uni0432', 'be.serbian']);
    expect(names(bytes, '\u0432\u0431', {}, 'ru')).toEqual(['uni0432', 'uni0431']);
  });

  test('Romanian has commas, Catalan its dot, Dutch its ij, where they are drawn', () => {
    const { bytes } = fontOf([...letters('lij\u015f\u0219\u00b7\u0140\u0133')]);
    const chars = (text: string, language: string) => names(bytes, text, {}, language);
    expect(chars('\u015f', 'ro')).toEqual(['uni0219']);
    expect(chars('\u015f', 'tr')).toEqual(['scedilla']);
    expect(chars('l\u00b7l', 'ca')).toEqual(['ldot', 'l']);
    expect(chars('l\u00b7l', 'de')).toEqual(['l', 'periodcentered', 'l']);
    expect(chars('ij', 'nl')).toEqual(['ij']);
    expect(chars('ij', 'en')).toEqual(['i', 'j']);
  });

  test('fractions are built of figures around a slash and of no others', () => {
    const figures = [...'0123456789'];
    const nameOf = (c: string) => glyphNameOf(c.codePointAt(0)!);
    const { bytes } = fontOf([
      ...letters('0123456789/\u2044'),
      { ...glyph('space', ' '), contours: [] },
      ...figures.flatMap((f) => [glyph(`${nameOf(f)}.numr`), glyph(`${nameOf(f)}.dnom`)]),
    ]);
    expect(names(bytes, '12 13/48 5', { frac: 1 }).join(' ')).toBe(
      'one two space one.numr three.numr fraction four.dnom eight.dnom space five',
    );
    expect(names(bytes, '1/2')).toEqual(['one', 'slash', 'two']);
  });

  test('strokes of a joined script meet at their anchors (curs), as HarfBuzz places them', () => {
    const joined = (name: string, out: number, into: number) => ({
      ...glyph(name, name),
      anchors: [
        { name: 'entry', x: 0, y: into },
        { name: 'exit', x: 300, y: out },
      ],
    });
    const { bytes } = fontOf([joined('a', 120, 100), joined('b', 300, 40)]);
    const [a, b] = shape(bytes, 'ab');
    // The exit of a lies 350 from its origin; b is set so that its entry, 50 from its own, comes to lie there.
    expect([a!.advance, b!.dx, a!.dy - b!.dy]).toEqual([350, -50, 40 - 120]);
  });

  test('the cursor stops between the letters of a ligature (GDEF, ligature carets)', () => {
    const { bytes } = fontOf([...letters('fi'), { ...glyph('f_i'), bearings: { left: 50, right: 250 } }]);
    const gdef = parseSfnt(bytes).tables.get('GDEF')!;
    const view = new DataView(gdef.buffer, gdef.byteOffset, gdef.byteLength);
    const carets = view.getUint16(8);
    const ligature = carets + view.getUint16(carets + 4);
    const value = ligature + view.getUint16(ligature + 2);
    expect([view.getUint16(ligature), view.getUint16(value), view.getInt16(value + 2)]).toEqual([1, 1, 300]);
  });

  test('usMaxContext says how far the longest rule looks', () => {
    const { bytes } = fontOf(
      [...letters('ab'), glyph('a.alt1')],
      [{ kind: 'beside', before: [], swaps: [{ from: 'a', to: 'a.alt1' }], after: [['b'], ['b'], ['b']] }],
    );
    expect(OS2.parse(parseSfnt(bytes).tables.get('OS/2')!).usMaxContext).toBe(4);
  });
});
