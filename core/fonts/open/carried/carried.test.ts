/**
 * What fonts do with their letters stays when they are opened and cast: a font with every kind of lookup and flag, built by fontTools' feature
 * compiler, and open fonts of scripts that aren't drawn here (@fontsource packages), all set by HarfBuzz before and after.
 */
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import { openFontPath } from '../../../../testing/openFonts';
import { hasFontTools, shaperOf, withFontTools } from '../../../../testing/outsideReaders';
import { featureFont, featureTexts } from '../../../../testing/featureFont';
import { describeProblem } from '../../../foundations/problems/describe';
import { addStyle } from '../../../project/document/commands/family/addStyle';
import { edit } from '../../../project/document/inStep/edit';
import { FIRST_TEXT, projectOf } from '../../../project/document/newProject';
import { missingOfBill } from '../../../project/document/queries/sheets';
import { glyphsOfRule, renamedRule, ruleWith } from '../../../project/document/rows/features';
import type { Doc } from '../../../project/document/schema';
import { randomBy } from '../../../testing/randomOutlines';
import { castFile } from '../../compile/casts/castFile';
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

const made = hasFontTools ? featureFont(RULES) : null;
const withTools = made ? test : test.skip;

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
        featureTexts()
          .filter((t) => was(t, on) !== is(t, on))
          .slice(0, 5),
      ]).toEqual([on, []]);
  },
);

withTools('the same goes for features text: a UFO built by fontTools sets them alike', () => {
  const doc = opened(read(made ?? new Uint8Array(0)));
  const fea = String(ufoFiles(fontData(doc, projectOf(doc).styleId), doc).get('features.fea'));
  expect(fea).toMatch(/UseMarkFilteringSet \[acutecomb/);
  const rebuilt = featureFont(fea);
  const [was, is] = [shaperOf(made ?? new Uint8Array(0)), shaperOf(rebuilt)];
  // Kerning and anchors stand in files of their own in a UFO; what is left is what nothing else says.
  const off = { mark: 0, mkmk: 0, kern: 0, curs: 0 };
  expect(featureTexts().filter((t) => was(t, off) !== is(t, off))).toEqual([]);
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

/** Texts that two fonts set otherwise, the first few. */
function setOtherwise(before: Uint8Array, after: Uint8Array): string[] {
  const [was, is] = [shaperOf(before), shaperOf(after)];
  return featureTexts().filter((t) => was(t, {}) !== is(t, {})).slice(0, 5); // prettier-ignore
}

withTools('a mark that has other places in several tables of one lookup keeps them all', () => {
  const text = `
markClass acutecomb <anchor 10 500> @FIRST; markClass acutecomb <anchor 90 300> @SECOND;
lookup ONE { pos base a <anchor 50 500> mark @FIRST; pos base c <anchor 51 501> mark @FIRST; } ONE;
lookup TWO { pos base a <anchor 1 2> mark @SECOND; pos base b <anchor 70 510> mark @SECOND; } TWO;
lookup JOIN1 { pos cursive x <anchor 0 0> <anchor 50 30>; } JOIN1;
lookup JOIN2 { pos cursive x <anchor 9 9> <anchor 60 90>; pos cursive y <anchor 7 7> <anchor 8 8>; } JOIN2;
feature mark { lookup ONE; } mark;
feature curs { lookup JOIN1; } curs;`;
  const together = `
lookups = font['GPOS'].table.LookupList.Lookup
for one, two in ((0, 1), (2, 3)):
    lookups[one].SubTable += lookups[two].SubTable
    lookups[one].SubTableCount = len(lookups[one].SubTable)
    lookups[two].SubTable = lookups[two].SubTable[:1]`;
  const bytes = featureFont(text, together);
  expect(setOtherwise(bytes, cast(opened(read(bytes))))).toEqual([]);
}); // prettier-ignore

withTools('languages that rules here and lookups there name have one system of features each', () => {
  const bytes = featureFont(`
languagesystem DFLT dflt; languagesystem latn dflt; languagesystem latn TRK;
feature calt { sub a' b by x; } calt;
feature liga { sub f i by f_i; } liga;
feature locl { script latn; language TRK; sub b by y; lookup N { sub c by x x; } N; } locl;`);
  const font = cast(opened(read(bytes)));
  const tags = JSON.parse(withFontTools(SYSTEMS, { 'font.ttf': font })) as Record<string, string[]>;
  for (const languages of Object.values(tags)) expect(new Set(languages).size).toBe(languages.length);
  expect(tags['latn']).toContain('TRK ');
  expect(setOtherwise(bytes, font)).toEqual([]);
}); // prettier-ignore

const SYSTEMS = `
import json, sys
from fontTools.ttLib import TTFont
gsub = TTFont(sys.argv[1])['GSUB'].table
print(json.dumps({s.ScriptTag: [l.LangSysTag for l in s.Script.LangSysRecord] for s in gsub.ScriptList.ScriptRecord}))`;

withTools('positions that are carried stay the same in a variable font, and that is told', async () => {
  const doc = opened(read(made ?? new Uint8Array(0)));
  const diff = addStyle(doc, { name: 'Bold', weightClass: 700, heavier: 10 });
  if (!diff) throw new Error('no style');
  const family = edit(doc, diff).doc;
  const told = (d: Doc) =>
    castFile(d, 'variable', { styleId: projectOf(d).styleId, nowUnixS: 0, brotli: (b) => Promise.resolve(b) })
      .then((r) => r.problems.filter((p) => p.code === 'places-vary-not').map(describeProblem));
  expect(await told(family)).toEqual([expect.stringMatching(/positions of cpsp, curs, kern, mark/)]);
  expect(await told({ ...family, features: {} })).toEqual([]);
}); // prettier-ignore
