import { sampleProject } from '../../../testing/sampleProject';
import { rect } from '../../../testing/shapes';
import { setBearings } from '../../../project/document/commands/spacing/bearings';
import { edit } from '../../../project/document/inStep/edit';
import { blankGlyph } from '../../../project/document/newProject';
import type { Doc } from '../../../project/document/schema';
import { castNews, castPrint, nextVersion } from './castPrint';

const base = sampleProject();
const before = castPrint(base, 1000);
const news = (doc: Doc) => castNews(before, castPrint(doc, 2000));

test('nothing is new in the same project, whenever it is cast', () => {
  expect(news(base)).toBeNull();
});

test('letters that came, went, were redrawn or spaced are told by name; kerning alone as well', () => {
  const n = { ...blankGlyph('n', 'n', [0x6e]), contours: [rect(0, 0, 300, 500)] };
  const { T: _, ...rest } = base.glyphs;
  expect(news({ ...base, glyphs: { ...rest, n } })).toMatchObject({
    added: ['n'],
    gone: ['T'],
    changed: [],
    kerning: false,
  });
  expect(news(edit(base, setBearings(base, 'H', { left: 90 })!).doc)).toMatchObject({
    added: [],
    gone: [],
    changed: ['H'],
  });
  const kerning = { ...base.kerning, 'T o': { ...base.kerning['T o']!, value: -10 } };
  expect(news({ ...base, kerning })).toMatchObject({ changed: [], kerning: true, rules: false });
});

test('another colour and a drawing kept as a picture are new, in accented letters too; a plain letter keeps its mark', () => {
  const H = base.glyphs.H!;
  const layer = (red: number) => ({
    paint: { kind: 'flat' as const, rgb: [red, 0, 0] as const },
    contours: H.contours,
  });
  const coloured = (red: number) => ({
    ...base,
    glyphs: { ...base.glyphs, H: { ...H, layers: [layer(red)] } },
  });
  expect(news(coloured(10))).toMatchObject({ changed: ['H'] });
  expect(castNews(castPrint(coloured(10), 0), castPrint(coloured(20), 1))).toMatchObject({ changed: ['H'] });
  const source = { pieceId: 'p', sheetId: 's', transform: { a: 1, b: 0, c: 0, d: -1, e: 0, f: 700 } };
  const picture = { pictureId: 'one', pieceId: 'p', box: { x: 0, y: 0, width: 10, height: 10 } };
  const eacute = {
    ...base.glyphs.eacute!,
    components: [{ id: 'b', glyphId: 'H', transform: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }, mark: null }],
  };
  const composed = { ...base, glyphs: { ...base.glyphs, eacute } };
  const kept = { ...composed, glyphs: { ...composed.glyphs, H: { ...H, source, picture } } };
  expect([...(castNews(castPrint(composed, 0), castPrint(kept, 1))?.changed ?? [])].sort()).toEqual([
    'H',
    'eacute',
  ]);
  expect(castPrint(coloured(10), 0).glyphs.o).toBe(before.glyphs.o);
});

test('versions are counted up by thousandths', () => {
  expect(['1.000', '1.009', '2.999'].map(nextVersion)).toEqual(['1.001', '1.010', '3.000']);
});
