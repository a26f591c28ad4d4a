/** What the casting says of the font, held against fontTools (Debian), fontkit (npm) and the sanitizer (Debian). */
import {
  hasFontTools,
  hasSanitizer,
  parseWithFontkit,
  sanitize,
  withFontTools,
} from '../../../testing/outsideReaders';
import { sampleProject } from '../../testing/sampleProject';
import { byName } from '../../testing/named';
import { describeProblem } from '../../foundations/problems/describe';
import { takenWeights, withCastWeights } from '../../project/document/commands/family/castWeights';
import { changeCasting } from '../../project/document/commands/font/casting';
import { edit } from '../../project/document/inStep/edit';
import { projectOf } from '../../project/document/newProject';
import { proposedWeights } from '../../project/document/queries/weights';
import type { CastingRow, Doc } from '../../project/document/schema';
import { NAME_LANGUAGES } from '../../type/names/nameLanguages';
import { checkProject } from '../check/checkProject';
import { WINDOWS_LANGUAGES } from './windowsLanguages';
import { castNews, castPrint } from './casts/castPrint';
import { compileFont } from './compileFont';
import { fontData } from './fontData';
import { foundLineMetrics, verticalMetrics } from './lineMetrics';

const withCasting = (change: Partial<CastingRow>, doc: Doc = sampleProject()): Doc => {
  const diff = changeCasting(doc, change);
  if (!diff) throw new Error('nothing changes');
  return edit(doc, diff).doc;
};
const made = (doc: Doc, styleId = projectOf(doc).styleId) =>
  compileFont(doc, { format: 'ttf', styleId, nowUnixS: 0 });

(hasFontTools ? test : test.skip)('languages have the ids that fontTools knows them by', () => {
  const script = `
import json
from fontTools.ttLib.tables._n_a_m_e import _WINDOWS_LANGUAGES
print(json.dumps(_WINDOWS_LANGUAGES))
`;
  const theirs = JSON.parse(withFontTools(script, {})) as Record<string, string>;
  for (const language of NAME_LANGUAGES) {
    const [base] = language.split('-');
    expect([language, theirs[WINDOWS_LANGUAGES[language]]?.split('-')[0]]).toEqual([language, base]);
  }
  expect(new Set(Object.values(WINDOWS_LANGUAGES)).size).toBe(NAME_LANGUAGES.length);
});

(hasFontTools && hasSanitizer ? test : test.skip)(
  'names in other languages stand beside the English ones, which stay as they are',
  () => {
    const names = { designer: 'Die Müllerin', copyright: '', licence: '' };
    const doc = withCasting({
      family: 'Skerry Lane',
      namesIn: [
        { language: 'ja', family: '潮車', designer: '', copyright: '', licence: '' },
        { language: 'de', family: 'Schärengasse', ...names },
      ],
    });
    const font = made(doc);
    expect(sanitize(font, 'names.ttf')).toBe('');
    const script = `
import json, sys
from fontTools.ttLib import TTFont
names = TTFont(sys.argv[1])['name'].names
print(json.dumps([[n.platformID, n.langID, n.nameID, n.toUnicode()] for n in names]))
`;
    const records = JSON.parse(withFontTools(script, { 'a.ttf': font })) as [
      number,
      number,
      number,
      string,
    ][];
    const inLanguage = (id: number) =>
      Object.fromEntries(records.flatMap(([p, l, n, text]) => (p === 3 && l === id ? [[n, text]] : [])));
    expect(inLanguage(0x407)).toEqual({
      1: 'Schärengasse',
      2: 'Regular',
      4: 'Schärengasse Regular',
      9: 'Die Müllerin',
    });
    expect(inLanguage(0x411)).toEqual({ 1: '潮車', 2: 'Regular', 4: '潮車 Regular' });
    expect(inLanguage(0x409)).toMatchObject({ 1: 'Skerry Lane', 6: 'SkerryLane-Regular' });
    // As the table wants them: by platform, encoding, language and name (OpenType, "name").
    const key = ([p, l, n]: readonly [number, number, number, string]) => p * 1e9 + l * 1e4 + n;
    expect(records.map(key)).toEqual(records.map(key).sort((a, b) => a - b));
  },
);

test('what may be done with the font in documents is what OS/2 says (OpenType, OS/2, fsType)', () => {
  const bits = (embedding: CastingRow['embedding']) => {
    const doc = withCasting({ embedding, family: `As ${embedding}` });
    return parseWithFontkit(made(doc))['OS/2'].fsType;
  };
  expect(bits('install')).toMatchObject({ noEmbedding: false, viewOnly: false, editable: false });
  expect(bits('never')).toMatchObject({ noEmbedding: true, viewOnly: false, editable: false });
  expect(bits('view')).toMatchObject({ noEmbedding: false, viewOnly: true, editable: false });
  expect(bits('edit')).toMatchObject({ noEmbedding: false, viewOnly: false, editable: true });
});

test('line metrics set by hand are what every program reads, and Windows still cuts no ink off', () => {
  const doc = withCasting({ lineMetrics: { ascent: 600, descent: 100, gap: 90 } });
  const font = parseWithFontkit(made(doc));
  const os2 = font['OS/2'];
  expect([font.ascent, font.descent, font.lineGap]).toEqual([600, -100, 90]);
  expect([os2.typoAscender, os2.typoDescender, os2.typoLineGap]).toEqual([600, -100, 90]);
  const { reach } = fontData(doc, projectOf(doc).styleId);
  expect(os2.winAscent).toBe(Math.max(600, Math.ceil(reach.high)));
  expect(os2.winDescent).toBe(Math.max(100, Math.ceil(-reach.low)));
  expect(os2.winAscent).toBeGreaterThan(600);
});

test('lines come out as they are shown before anybody sets them', () => {
  const doc = sampleProject();
  const { ascent, descent, gap } = verticalMetrics(fontData(doc, projectOf(doc).styleId));
  expect(foundLineMetrics(doc)).toEqual({ ascent, descent, gap });
  // Taken over by hand they change nothing.
  expect(foundLineMetrics(withCasting({ lineMetrics: { ascent: 1, descent: 2, gap: 3 } }))).toEqual({
    ascent,
    descent,
    gap,
  });
});

describe('weights that are cast along', () => {
  const weights = [
    { name: 'Light', weight: 300, heavier: -20 },
    { name: 'Bold', weight: 700, heavier: 30 },
  ];
  const doc = withCasting({ weights });

  test('are styles of the family when it is cast, and never kept in the project', () => {
    const family = withCastWeights(doc);
    expect(Object.values(doc.styles)).toHaveLength(1);
    expect(Object.values(family.styles).map((s) => [s.name, s.weightClass])).toEqual([
      ['Regular', 400],
      ['Light', 300],
      ['Bold', 700],
    ]);
    const inkOf = (styleName: string) => {
      const style = Object.values(family.styles).find((s) => s.name === styleName);
      const glyph = fontData(family, style?.id ?? '').glyphs.find((g) => g.name === 'H');
      return (glyph?.box?.xMax ?? NaN) - (glyph?.box?.xMin ?? NaN);
    };
    expect(inkOf('Light')).toBeCloseTo(inkOf('Regular') - 20, -0.5);
    expect(inkOf('Bold')).toBeCloseTo(inkOf('Regular') + 30, -0.5);
  });

  test('are made once for a project, and of unchanged letters once for all', () => {
    expect(withCastWeights(doc)).toBe(withCastWeights(doc));
    const { H } = byName(doc);
    if (!H) throw new Error('no H');
    const later: Doc = { ...doc, glyphs: { ...doc.glyphs, [H.id]: { ...H, bearings: { left: 7, right: 7 } } } };
    const contours = (d: Doc, name: string) =>
      Object.values(withCastWeights(d).glyphs).filter((g) => g.name === name).map((g) => g.contours);
    const [before, after] = [contours(doc, 'o'), contours(later, 'o')];
    expect(before).toHaveLength(3);
    after.forEach((c, i) => expect(c).toBe(before[i]));
  }); // prettier-ignore

  test('of a name that is there already stop the cast, and say so', () => {
    const twice = withCasting({ weights: [...weights, { name: 'Regular', weight: 400, heavier: 2 }] });
    expect(takenWeights(twice)).toEqual(['Regular']);
    const told = checkProject(twice).filter((p) => p.code === 'weight-taken');
    expect(told.map((p) => [p.severity, describeProblem(p)])).toEqual([
      ['error', expect.stringMatching(/called Regular/)],
    ]);
    expect(checkProject(doc).some((p) => p.code === 'weight-taken')).toBe(false);
  });

  test('are told as new when others were cast before', () => {
    const before = castPrint(sampleProject(), 0);
    expect(castNews(before, castPrint(doc, 0))).toMatchObject({ weights: true, changed: [], kerning: false });
    expect(castNews(before, castPrint(sampleProject(), 0))).toBeNull();
  });

  test('are proposed by what stems measure, as long as they aren’t there', () => {
    expect(proposedWeights(doc).map((w) => w.name)).toEqual(['Medium']);
    const style = Object.values(doc.styles)[0];
    if (!style) throw new Error('no style');
    const thick = { ...style, stems: { upright: 100, level: null } };
    const bare = { ...sampleProject(), styles: { [style.id]: thick } };
    expect(proposedWeights(bare).map((w) => [w.name, w.heavier])).toEqual([
      ['Light', -25],
      ['Medium', 20],
      ['Bold', 60],
    ]);
  });
});
