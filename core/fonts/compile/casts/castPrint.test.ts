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

test('versions are counted up by thousandths', () => {
  expect(['1.000', '1.009', '2.999'].map(nextVersion)).toEqual(['1.001', '1.010', '3.000']);
});
