/** Features texts read here and built by fontTools' feature compiler: HarfBuzz sets all texts of four letters alike with both. */
import fc from 'fast-check';
import { FEATURE_GLYPHS, featureFont, featureTexts } from '../../../../testing/featureFont';
import { mutate, mutations } from '../../../../testing/mutate';
import { hasFontTools, shaperOf } from '../../../../testing/outsideReaders';
import { markSetsOf } from '../../opentype/layout/flags';
import { buildGdef } from '../../opentype/layout/gdef';
import { buildGpos } from '../../opentype/layout/gpos';
import { buildGsub } from '../../opentype/layout/gsub';
import { buildSfnt, parseSfnt, SFNT_TRUETYPE } from '../../opentype/sfnt';
import { readFeatureText } from './readFeatureText';
import { FeatureTextError } from './tokens';

/** Every kind of statement, in the forms that the specification has for it. */
const TEXT = `
# by hand
languagesystem DFLT dflt;
languagesystem latn dflt;
languagesystem latn TRK;
@ABOVE = [acutecomb gravecomb];
@small = [a - c]; @alts = [a.alt-c.alt];
@more = [@small x y];
valueRecordDef <0 0 15 0> WIDER;
anchorDef 60 500 TOP_B;
markClass [acutecomb] <anchor 10 500> @TOP;
markClass gravecomb <anchor 0 510> @TOP;
markClass dotbelowcomb <anchor 0 -10> @BOT;
lookup SHARED { sub @small by @alts; } SHARED;
feature ccmp {
  lookup F { lookupflag UseMarkFilteringSet [acutecomb]; sub f i by f_i; } F;
  sub y by x x.01;
} ccmp;
feature locl { script latn; language TRK exclude_dflt; sub a by x; } locl;
feature ss01 { featureNames { name "Round ones"; }; sub b by b.alt; } ss01;
feature salt { sub x from [x.01 x.02 x.03]; } salt;
feature rlig { lookup M { lookupflag MarkAttachmentType @ABOVE; sub a b by c.alt; } M; lookupflag 0; } rlig;
feature calt {
  ignore sub x a' b, c a';
  sub a' b' lookup SHARED c;
  sub [b c] @small' x by a.alt;
  sub f' c' by f_i;
  rsub [a b]' x by [x y];
  lookup B { lookupflag IgnoreBaseGlyphs; sub acutecomb gravecomb' by dotbelowcomb; } B;
} calt;
feature kern {
  pos a' 30 b c;
  pos [x y]' lookup K @small;
  pos a b -11;
  enum pos @small x -20;
  pos [b c] [x y] -40;
  pos [b c] f -7;
  subtable;
  pos [b x] [f i] 9;
  pos f <10 0 20 0> i <5 0 7 0>;
} kern;
feature cpsp { pos @more WIDER; } cpsp;
feature curs { lookup C { lookupflag RightToLeft; pos cursive x <anchor 0 0> <anchor 50 30>; pos cursive y <anchor 5 10> <anchor NULL>; } C; } curs;
feature mark {
  pos ligature f_i <anchor 100 500> mark @TOP ligComponent <anchor 300 520> mark @TOP;
  pos base a <anchor 50 500> mark @TOP <anchor 50 0> mark @BOT;
  pos base b <anchor TOP_B> mark @TOP;
} mark;
feature mkmk { lookup A { lookupflag UseMarkFilteringSet @ABOVE; pos mark [acutecomb gravecomb] <anchor 0 700> mark @TOP; } A; } mkmk;
table GDEF { GlyphClassDef [a b c f i x y], [f_i], [acutecomb gravecomb dotbelowcomb], ; } GDEF;
`.replace('feature kern {', 'lookup K { pos [x y] 13; } K;\nfeature kern {').replace('WIDER; } cpsp', '<WIDER>; } cpsp').replace('<anchor TOP_B>', '<anchor TOP_B>'); // prettier-ignore

const read = (text: string, files: Readonly<Record<string, string>> = {}) => {
  const indexOf = (name: string) =>
    FEATURE_GLYPHS.includes(name) ? FEATURE_GLYPHS.indexOf(name) : undefined;
  return readFeatureText({ text, indexOf, include: (path) => files[path] ?? null });
};

/** The font of fontTools' making with tables that were made of the text here. */
function withOurs(bytes: Uint8Array, text: string): Uint8Array {
  const { gsub, gpos, kinds } = read(text);
  const markSets = markSetsOf([gsub, gpos]);
  const tables = new Map(parseSfnt(bytes).tables);
  const gdef = buildGdef(FEATURE_GLYPHS.map((_, i) => kinds.get(i) ?? 'none'), [], { markSets });
  for (const [tag, table] of Object.entries({ GSUB: buildGsub(gsub, { markSets }), GPOS: buildGpos(gpos, { markSets }), GDEF: gdef }))
    if (table) tables.set(tag, table);
  return buildSfnt(SFNT_TRUETYPE, tables);
} // prettier-ignore

const withTools = hasFontTools ? test : test.skip;

withTools('every kind of statement is read as fontTools reads it', () => {
  const bytes = featureFont(TEXT);
  const [was, is] = [shaperOf(bytes), shaperOf(withOurs(bytes, TEXT))];
  const asked: Readonly<Record<string, number>>[] = [{}, { ss01: 1, salt: 2, cpsp: 1 }, { calt: 0 }];
  for (const on of asked)
    expect([on, featureTexts().filter((t) => was(t, on) !== is(t, on)).slice(0, 8)]).toEqual([on, []]); // prettier-ignore
});

test('names of features, other files, and what isn’t read are told', () => {
  const { labels, leftOut } = read(`${TEXT}\ninclude(more.fea);\ninclude(lost.fea);`, {
    'more.fea':
      'feature ss02 { featureNames { name "Pointed"; }; sub x by y; } ss02; table OS/2 { Panose 1 2; } OS/2;',
  });
  expect(Object.fromEntries(labels)).toEqual({ ss01: 'Round ones', ss02: 'Pointed' });
  expect(leftOut.join()).toMatch(/OS\/2.*lost\.fea/);
  expect(read('feature liga { sub a nothing by b; } liga;').leftOut.join()).toContain(
    'aren’t there (nothing)',
  );
});

test.each([
  ['feature liga { sub a b by ; ', 1],
  ['feature liga {\n  sub @nothing by a;\n} liga;', 2],
  ['feature liga {\n\n  lookup NONE;\n} liga;', 3],
  ['nonsense a b;', 1],
])('a text that can’t be read says in which line: %s', (text, line) => {
  let at = 0;
  try {
    read(text);
  } catch (error) {
    if (!(error instanceof FeatureTextError)) throw error;
    at = error.line;
  }
  expect(at).toBe(line);
});

test('statements of more ligatures or pairs than a font has are told at once, and so are files without end', () => {
  const many = (sign: string) => Array.from({ length: 4 }, () => sign).join(' ');
  const all = `[${FEATURE_GLYPHS.slice(1).join(' ')}]`;
  expect(() => read(`feature liga { sub ${many(all)} by a; } liga;`)).toThrow(RangeError);
  const wide = `[${Array.from({ length: 40 }, () => FEATURE_GLYPHS.slice(1).join(' ')).join(' ')}]`;
  expect(() => read(`feature kern { enum pos ${wide} ${wide} 5; } kern;`)).toThrow(RangeError);
  expect(() => read('@a = [a0000000 - a9999999];')).toThrow(FeatureTextError);
  const { leftOut } = read('include(self.fea);', { 'self.fea': 'include(self.fea);\n'.repeat(50) });
  expect(leftOut.join()).toContain('self.fea, which its features text includes');
});

test('altered texts are read or told, and never go on for ever', () => {
  const bytes = new TextEncoder().encode(TEXT);
  let told = 0;
  fc.assert(
    fc.property(mutations, (list) => {
      try {
        read(new TextDecoder().decode(mutate(bytes, list)));
      } catch (error) {
        if (!(error instanceof FeatureTextError || error instanceof RangeError)) throw error;
        told++;
      }
    }),
    { numRuns: 300, seed: 4 },
  );
  expect(told).toBeGreaterThan(50);
});
