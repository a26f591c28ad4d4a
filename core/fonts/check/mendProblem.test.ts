import { rect } from '../../testing/shapes';
import { sampleProject } from '../../testing/sampleProject';
import { edit } from '../../project/document/inStep/edit';
import { addEmptyStyle } from '../../project/document/commands/family/addStyle';
import { glyphNamed } from '../../project/document/identity';
import { projectOf } from '../../project/document/newProject';
import { inStyle } from '../../project/document/queries/styles';
import type { Doc, GlyphRow } from '../../project/document/schema';
import type { ProjectDiff } from '../../project/document/changes/diff';
import { checkProject } from './checkProject';
import { mendOf, mendProblem, mendSafely } from './mendProblem';

const sample = sampleProject();
const [first, second] = Object.values(sample.glyphs).filter(
  (g) => g.contours.length > 0 && g.codePoints.length > 0,
);
if (!first || !second) throw new Error('the sample has no letters');
const withGlyphs = (doc: Doc, ...rows: GlyphRow[]): Doc => ({
  ...doc,
  glyphs: { ...doc.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) },
});
const codes = (doc: Doc) => checkProject(doc).map((p) => p.code);
const done = (doc: Doc, diff: ProjectDiff | null): Doc => {
  if (!diff) throw new Error('nothing was mended');
  return edit(doc, diff).doc;
};

test('safe mends are made at once as one edit: specks go, contours close, a space comes, and all else stays', () => {
  const speck = (x: number) => rect(x, 900, x + 4, 904);
  const open = { ...rect(300, 300, 360, 360), closed: false };
  const messy = { ...first, contours: [speck(10), ...first.contours, open, speck(40)] };
  const spaceless = Object.fromEntries(
    Object.entries(sample.glyphs).filter(([, g]) => !g.codePoints.includes(0x20)),
  );
  const doc = withGlyphs({ ...sample, glyphs: spaceless }, messy);
  expect(codes(doc)).toEqual(expect.arrayContaining(['contour-tiny', 'contour-open', 'space-missing']));
  const mended = done(doc, mendSafely(doc, checkProject(doc)));
  expect(codes(mended)).not.toEqual(expect.arrayContaining(['contour-tiny']));
  expect(codes(mended)).not.toEqual(expect.arrayContaining(['contour-open']));
  expect(codes(mended)).not.toEqual(expect.arrayContaining(['space-missing']));
  const now = mended.glyphs[first.id];
  expect(now?.contours.slice(0, -1)).toEqual(first.contours);
  expect(now?.contours.at(-1)?.closed).toBe(true);
  expect(mended.glyphs[second.id]).toBe(doc.glyphs[second.id]);
  expect(mendSafely(mended, checkProject(mended))).toBeNull();
});

test.each([
  ['glyph-empty', (d: Doc) => withGlyphs(d, { ...second, contours: [], source: null })],
  ['advance-negative', (d: Doc) => withGlyphs(d, { ...second, bearings: { left: -4000, right: -4000 } })],
  [
    'code-point-taken',
    (d: Doc) => withGlyphs(d, { ...second, codePoints: [...second.codePoints, ...first.codePoints] }),
  ],
  [
    'kerning-wide',
    (d: Doc) => ({
      ...d,
      kerning: {
        k: {
          id: 'k',
          styleId: projectOf(d).styleId,
          left: first.id,
          right: second.id,
          value: 5000,
          fitted: false,
        },
      },
    }),
  ],
] as const)('%s has a mend that takes it away, which isn’t made unasked', (code, breaking) => {
  const doc = breaking({ ...sample, kerning: {} });
  const [found] = checkProject(doc).filter((p) => p.code === code);
  if (!found) throw new Error(`no ${code}`);
  expect(mendOf(found)?.safe).toBe(false);
  expect(mendSafely(doc, [found])).toBeNull();
  // A row that an id names otherwise is found by what it is.
  const keyed = code === 'kerning-wide' ? { ...doc, kerning: rekeyed(doc.kerning) } : doc;
  expect(codes(done(keyed, mendProblem(keyed, found)))).not.toContain(code);
});

const rekeyed = (rows: Doc['kerning']): Doc['kerning'] =>
  Object.fromEntries(
    Object.values(rows).map((k) => [`${k.left} ${k.right}`, { ...k, id: `${k.left} ${k.right}` }]),
  );

test('a problem of another style than the one in hand is mended there', () => {
  const added = addEmptyStyle(sample, { name: 'Bold', weightClass: 700, italic: false });
  const family = done(sample, added);
  const bold = Object.values(family.styles).find((s) => s.name === 'Bold');
  if (!bold) throw new Error('no bold');
  const letter = {
    ...first,
    id: 'bold letter',
    styleId: bold.id,
    source: null,
    contours: [...first.contours, rect(0, 900, 3, 903)],
  };
  const doc = withGlyphs(family, letter);
  const [tiny] = checkProject(doc).filter((p) => p.code === 'contour-tiny');
  if (!tiny) throw new Error('no speck');
  expect(tiny.place.style).toBe('Bold');
  const mended = done(doc, mendProblem(doc, tiny));
  expect(glyphNamed(inStyle(mended, bold.id), first.name)?.contours).toEqual(first.contours);
  expect(mended.glyphs[first.id]).toBe(doc.glyphs[first.id]);
});
