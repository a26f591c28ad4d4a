/**
 * What fonts do with their letters stays when they are opened and cast: a font with every kind of lookup and flag, built by fontTools' feature
 * compiler, and open fonts of scripts that aren't drawn here (@fontsource packages), all set by HarfBuzz before and after.
 */
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import { openFontPath } from '../../../../testing/openFonts';
import { hasFontTools, shaperOf, withFontTools } from '../../../../testing/outsideReaders';
import { describeProblem } from '../../../foundations/problems/describe';
import { edit } from '../../../project/document/inStep/edit';
import { FIRST_TEXT, projectOf } from '../../../project/document/newProject';
import { missingOfBill } from '../../../project/document/queries/sheets';
import { glyphsOfRule, renamedRule, ruleWith } from '../../../project/document/rows/features';
import type { Doc } from '../../../project/document/schema';
import { randomBy } from '../../../testing/randomOutlines';
import { compileFont } from '../../compile/compileFont';
import { fontData } from '../../compile/fontData';
import { explainRule } from '../../features/explain';
import { readFont, type FontFile } from '../../opentype/read/readFont';
import { variantsOfCmap } from '../../opentype/read/readVariants';
import { buildSfnt, SFNT_TRUETYPE } from '../../opentype/sfnt';
import { ufoFiles } from '../../compile/casts/ufo';
import { openFont } from '../openFont';

function read(bytes: Uint8Array): FontFile {
  const font = readFont(bytes, (packed) => brotliDecompressSync(packed));
  if (!font.ok) throw new Error(font.problems.map(describeProblem).join());
  return font.value;
}

function opened(font: FontFile): Doc {
  const made = openFont(font, { id: 'opened', family: 'Tide Other', nowMs: 0 });
  if (!made.ok) throw new Error(made.problems.map(describeProblem).join());
  expect(made.value.problems.flatMap((p) => (p.code === 'font-left-out' ? p.what : [])).filter((w) => !w.startsWith('instructions'))).toEqual([]);
  return made.value.doc;
} // prettier-ignore

const cast = (doc: Doc) => compileFont(doc, { format: 'ttf', styleId: projectOf(doc).styleId, nowUnixS: 0 });

const RULES = `
languagesystem DFLT dflt; languagesystem latn dflt; languagesystem latn TRK;
@ABOVE = [acutecomb gravecomb];
markClass acutecomb <anchor 10 500> @TOP; markClass gravecomb <anchor 0 510> @TOP; markClass dotbelowcomb <anchor 0 -10> @BOT;
feature ccmp { lookup F { lookupflag UseMarkFilteringSet [acutecomb]; sub f i by f_i; } F; } ccmp;
feature locl { script latn; language TRK exclude_dflt; sub a by x; } locl;
feature rlig { lookup M { lookupflag MarkAttachmentType @ABOVE; sub a b by y; } M; } rlig;
feature calt {
  lookup R { rsub [a b]' c by [x y]; } R;
  lookup B { lookupflag IgnoreBaseGlyphs; sub acutecomb gravecomb' by dotbelowcomb; } B;
} calt;
feature kern {
  lookup K { pos a' 30 b c; } K;
  lookup P { pos a <10 0 20 0> c <5 0 7 0>; pos [b c] [x y] <0 3 -40 0>; pos x y -25; } P;
} kern;
feature cpsp { pos a <5 0 10 0>; } cpsp;
feature curs { lookup C { lookupflag RightToLeft; pos cursive x <anchor 0 0> <anchor 50 30>; pos cursive y <anchor 5 10> <anchor NULL>; } C; } curs;
feature mark {
  lookup L { pos ligature f_i <anchor 100 500> mark @TOP ligComponent <anchor 300 520> mark @TOP; } L;
  lookup S { pos base a <anchor 50 500> mark @TOP <anchor 50 0> mark @BOT; pos base b <anchor 60 500> mark @TOP; } S;
} mark;
feature mkmk { lookup A { lookupflag UseMarkFilteringSet @ABOVE; pos mark [acutecomb gravecomb] <anchor 0 700> mark @TOP; } A; } mkmk;
`;

const MADE = `
import base64, io, sys
from fontTools.fontBuilder import FontBuilder
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.feaLib.builder import addOpenTypeFeaturesFromString
order = ['.notdef', 'space', 'a', 'b', 'c', 'f', 'i', 'x', 'y', 'acutecomb', 'gravecomb', 'dotbelowcomb', 'f_i', 'a.vs', 'uni00A0']
fb = FontBuilder(1000, isTTF=True)
fb.setupGlyphOrder(order)
codes = {32: 'space', 97: 'a', 98: 'b', 99: 'c', 102: 'f', 105: 'i', 120: 'x', 121: 'y', 0x301: 'acutecomb', 0x300: 'gravecomb', 0x323: 'dotbelowcomb', 0xa0: 'uni00A0'}
fb.setupCharacterMap(codes, uvs=[(0x61, 0xfe00, 'a.vs'), (0x62, 0xfe00, None), (0x63, 0xe0100, None)])
glyphs = {}
for n, name in enumerate(order):
    pen = TTGlyphPen(None)
    if name not in ('space', 'uni00A0'):
        pen.moveTo((20, 0)); pen.lineTo((20, 300 + 10 * n)); pen.lineTo((120 + 5 * n, 0)); pen.closePath()
    glyphs[name] = pen.glyph()
fb.setupGlyf(glyphs)
fb.setupHorizontalMetrics({name: (0 if name.endswith('comb') else 300 + 20 * n, 20) for n, name in enumerate(order)})
fb.setupHorizontalHeader(ascent=800, descent=-200)
fb.setupNameTable({'familyName': 'Every Lookup', 'styleName': 'Regular'})
fb.setupOS2(sTypoAscender=800, sxHeight=500)
fb.setupPost()
addOpenTypeFeaturesFromString(fb.font, open(sys.argv[1]).read())
out = io.BytesIO()
fb.font.save(out)
print(base64.b64encode(out.getvalue()).decode())`;

const made = hasFontTools ? Uint8Array.from(Buffer.from(withFontTools(MADE, { 'rules.fea': new TextEncoder().encode(RULES) }), 'base64')) : null; // prettier-ignore
const withTools = made ? test : test.skip;
const ALPHABET = ['a', 'b', 'c', 'f', 'i', 'x', 'y', '\u0301', '\u0300', '\u0323'];

/** All texts of up to four letters, and some longer ones. */
function texts(): string[] {
  let last = [''];
  const all = Array.from(
    { length: 4 },
    () => (last = last.flatMap((t) => ALPHABET.map((c) => t + c))),
  ).flat();
  const random = randomBy(5);
  const one = () => ALPHABET[Math.floor(random() * ALPHABET.length)] ?? '';
  return [...all, ...Array.from({ length: 3000 }, () => Array.from({ length: 9 }, one).join(''))];
}

withTools(
  'every kind of lookup and flag does what it did, for all texts of four letters and in other features',
  () => {
    const bytes = made ?? new Uint8Array(0);
    const doc = opened(read(bytes));
    const [was, is] = [shaperOf(bytes), shaperOf(cast(doc))];
    const asked: Readonly<Record<string, number>>[] = [{}, { cpsp: 1 }, { calt: 0, kern: 0 }];
    for (const on of asked)
      expect([
        on,
        texts()
          .filter((t) => was(t, on) !== is(t, on))
          .slice(0, 5),
      ]).toEqual([on, []]);
  },
);

withTools('the same goes for features text: a UFO built by fontTools sets them alike', () => {
  const doc = opened(read(made ?? new Uint8Array(0)));
  const fea = String(ufoFiles(fontData(doc, projectOf(doc).styleId), doc).get('features.fea'));
  expect(fea).toMatch(/UseMarkFilteringSet \[acutecomb/);
  const rebuilt = Uint8Array.from(Buffer.from(withFontTools(MADE, { 'rules.fea': new TextEncoder().encode(fea) }), 'base64'));
  const [was, is] = [shaperOf(made ?? new Uint8Array(0)), shaperOf(rebuilt)];
  // Kerning and anchors stand in files of their own in a UFO; what is left is what nothing else says.
  const off = { mark: 0, mkmk: 0, kern: 0, curs: 0 };
  expect(texts().filter((t) => was(t, off) !== is(t, off))).toEqual([]);
}); // prettier-ignore

withTools('variation sequences stay, also those that look as usual', () => {
  const font = read(made ?? new Uint8Array(0));
  const again = read(cast(opened(font)));
  const named = (f: FontFile) =>
    variantsOfCmap(f.tables.get('cmap') ?? new Uint8Array(0)).map((v) => ({ ...v, glyph: v.glyph === null ? null : f.glyphNames[v.glyph] }));
  expect(named(again)).toEqual(named(font));
  expect(named(font)).toHaveLength(3);
}); // prettier-ignore

withTools('rules that are carried say what they do, take other names and lose what is gone', () => {
  const doc = opened(read(made ?? new Uint8Array(0)));
  const rules = Object.values(doc.features).map((f) => f.rule);
  const words = rules.map((r) => explainRule(r, String)).join('\n');
  expect(words).toMatch(/calt and rlig\. 8 glyphs are exchanged by 4 lookups/);
  expect(words).toMatch(/3 glyphs that are marks, 1 ligature, 3 drawings for variation selectors/);
  for (const rule of rules) {
    expect(renamedRule(renamedRule(rule, (id) => `x${id}`), (id) => id.slice(1))).toEqual(rule);
    const [gone] = glyphsOfRule(rule);
    const left = ruleWith(rule, (id) => id !== gone);
    if (left) expect(glyphsOfRule(left)).not.toContain(gone);
    if (rule.kind !== 'carriedFacts') expect(ruleWith(rule, () => false)).toBeNull();
  }
}); // prettier-ignore

describe.each([
  ['noto-nastaliq-urdu', 'arabic'],
  ['noto-sans-khmer', 'khmer'],
  ['dekko', 'devanagari'],
])('%s', (name, script) => {
  const font = read(new Uint8Array(readFileSync(openFontPath(name, script))));
  const doc = opened(font);
  const was = shaperOf(buildSfnt(SFNT_TRUETYPE, font.tables));

  test('one letter changed: texts of its script and of Latin letters are set as before', () => {
    const a = Object.values(doc.glyphs).find((g) => g.codePoints.includes(0x41)) ?? Object.values(doc.glyphs).find((g) => g.contours.length > 0);
    if (!a) throw new Error('no letter');
    const contours = a.contours.map((c) => ({ ...c, nodes: c.nodes.map((n, i) => (i === 0 ? { ...n, y: n.y + 9 } : n)) }));
    const altered = edit(doc, { label: 'alter', changes: [{ table: 'glyphs', id: a.id, before: a, after: { ...a, contours } }] }).doc;
    const is = shaperOf(cast(altered));
    const random = randomBy(3);
    const chars = [...font.mapping.keys()].map((cp) => String.fromCodePoint(cp)).filter((c) => /\p{L}|\p{M}|\p{N}/u.test(c));
    const one = () => chars[Math.floor(random() * chars.length)] ?? '';
    const list = Array.from({ length: 500 }, (_, i) => Array.from({ length: 1 + (i % 6) }, one).join(''));
    expect(list.filter((t) => was(t, {}) !== is(t, {}))).toEqual([]);
  });
}); // prettier-ignore

test('a font of another script begins with its own letters, and what it puts together of others is not missing', () => {
  const font = read(new Uint8Array(readFileSync(openFontPath('noto-nastaliq-urdu', 'arabic'))));
  const doc = opened(font);
  const { runningText, bill } = projectOf(doc);
  expect(runningText.length).toBeGreaterThan(20);
  expect([...runningText].filter((c) => c !== ' ' && !font.mapping.has(c.codePointAt(0) ?? 0))).toEqual([]);
  expect([...bill].length).toBeGreaterThan(100);
  expect(missingOfBill(doc)).toBe('');
  expect(projectOf(opened(read(new Uint8Array(readFileSync(openFontPath('karla')))))).runningText).toBe(
    FIRST_TEXT,
  );
});
