import { sampleProject } from '../../../../testing/sampleProject';
import { box } from '../../../../testing/randomOutlines';
import { edit } from '../../inStep/edit';
import { blankGlyph, castingOf } from '../../newProject';
import { inStyle, stylesInOrder } from '../../queries/styles';
import type { Doc, GlyphRow } from '../../schema';
import { castNews, castPrint } from '../../../../fonts/compile/casts/castPrint';
import { addStyle } from './addStyle';
import { forCast, formsForCuts, inCut, lostForms } from './cuts';

/** The sample with another drawing of o, and a letter that has o as a shared part. */
function withForm(): Doc {
  const doc = sampleProject();
  const o = Object.values(doc.glyphs).find((g) => g.name === 'o')!;
  const form: GlyphRow = {
    ...blankGlyph('o2', 'o.ss01', []),
    contours: [box(0, 0, 300, 480)],
    bearings: { left: 33, right: 44 },
  };
  const made: GlyphRow = {
    ...blankGlyph('od', 'odieresis', [0xf6]),
    contours: o.contours.map((c) => ({ ...c, of: 'c1' })),
    components: [{ id: 'c1', glyphId: o.id, transform: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }, mark: null }],
  };
  return { ...doc, glyphs: { ...doc.glyphs, o2: form, od: made } };
}

const named = (doc: Doc, name: string, styleId = 'regular') =>
  Object.values(doc.glyphs).find((g) => g.name === name && g.styleId === styleId)!;

test('in a cut a form stands in its letter’s place, with its white; letters that share the letter follow; the project stays as it is', () => {
  const doc = withForm();
  const before = JSON.stringify(doc);
  const cut = { family: 'Mill Round', forms: ['o.ss01'] };
  const made = inCut(doc, cut);
  expect(named(made, 'o').contours).toEqual(named(doc, 'o.ss01').contours);
  expect(named(made, 'o')).toMatchObject({
    id: named(doc, 'o').id,
    codePoints: [0x6f],
    bearings: { left: 33, right: 44 },
  });
  expect(named(made, 'o.ss01').contours).toEqual(named(doc, 'o').contours);
  expect(named(made, 'odieresis').contours.map((c) => c.nodes)).toEqual(
    named(doc, 'o.ss01').contours.map((c) => c.nodes),
  );
  expect(castingOf(made)).toMatchObject({ family: 'Mill Round', cuts: [] });
  expect(made.kerning).toBe(doc.kerning);
  expect(JSON.stringify(doc)).toBe(before);
  expect(inCut(doc, cut)).toBe(made);
});

test('a cut goes through all styles, and leaves out what one of them hasn’t', () => {
  const doc = withForm();
  const two = edit(doc, addStyle(doc, { name: 'Bold', weightClass: 700, heavier: 20 })!).doc;
  const bold = stylesInOrder(two)[1]!.id;
  const form = named(two, 'o.ss01', bold);
  const { [form.id]: _, ...rest } = two.glyphs;
  const lacking = { ...two, glyphs: rest };
  const cut = { family: 'Mill Round', forms: ['o.ss01'] };
  expect(named(inCut(two, cut), 'o', bold).contours).toEqual(form.contours);
  expect(inStyle(inCut(lacking, cut), bold).glyphs).toEqual(inStyle(lacking, bold).glyphs);
  expect(named(inCut(lacking, cut), 'o').contours).toEqual(named(doc, 'o.ss01').contours);
  expect(formsForCuts(lacking)).toEqual(['o.ss01']);
});

test('of two forms of a letter the first counts, forms that are gone are told, and no cut is the project itself', () => {
  const doc = withForm();
  const more = {
    ...doc,
    glyphs: { ...doc.glyphs, o3: { ...blankGlyph('o3', 'o.alt1', []), contours: [box(0, 0, 90, 90)] } },
  };
  const made = inCut(more, { family: 'X', forms: ['o.alt1', 'o.ss01', 'q.ss09'] });
  expect(named(made, 'o').contours).toEqual(more.glyphs.o3.contours);
  expect(named(made, 'o.ss01').contours).toEqual(named(more, 'o.ss01').contours);
  expect(lostForms(more, { family: 'X', forms: ['o.alt1', 'q.ss09'] })).toEqual(['q.ss09']);
  expect(inCut(more, null)).toBe(more);
  expect(forCast(more, null)).toBe(more);
  expect(forCast(more, 3)).toBe(more);
});

test('in other languages a cut is listed under its own name, not under the family’s', () => {
  const doc = withForm();
  const casting = {
    ...castingOf(doc),
    namesIn: [{ language: 'de' as const, family: 'Mühle', designer: '', copyright: '', licence: '' }],
  };
  const named = { ...doc, casting: { [casting.id]: casting } };
  const made = castingOf(inCut(named, { family: 'Mill Round', forms: ['o.ss01'] }));
  expect(made.namesIn.map((n) => n.family)).toEqual(['']);
  expect(
    castNews(
      castPrint(named, 0),
      castPrint(
        { ...named, casting: { [casting.id]: { ...casting, cuts: [{ family: 'X', forms: [] }] } } },
        1,
      ),
    )?.weights,
  ).toBe(true);
});
