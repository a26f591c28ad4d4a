import { strFromU8, unzipSync } from 'fflate';
import { fail, ok } from '../../core/foundations/problems/problem';
import { takeLetters } from '../../core/project/document/commands/glyphs/takeLetters';
import { sampleProject } from '../../core/testing/sampleProject';
import { WorkBench } from '../testing/workBench';
import { bringFont, isFontFile, leaveFont, takeFromFont, ufoOfFolder, useBroughtFont } from './fontLetters';

const seen = {
  licence: {
    family: 'Sluice',
    copyright: '',
    licence: '',
    licenceUrl: '',
    embedding: 'install' as const,
    reserved: [],
  },
  glyphs: 9,
  version: '1.000',
  leftOut: [],
  style: 'Regular',
  places: [],
};
const inFolder = (path: string, content = 'x') =>
  Object.assign(new File([content], path.split('/').at(-1)!), { path });

test('fonts are known by their names, zips by the UFO in them', async () => {
  expect(await isFontFile(new File(['x'], 'Sluice.OTF'))).toBe(true);
  expect(await isFontFile(new File(['x'], 'A.png'))).toBe(false);
  expect(await isFontFile(new File(['<svg><path/></svg>'], 'A.svg'))).toBe(false);
  const withText =
    '<svg><defs><font id="a"><glyph d="M0 0"/></font></defs><text font-family="a">Mill</text></svg>';
  expect(await isFontFile(new File([withText], 'sign.svg'))).toBe(false);
  expect(await isFontFile(new File(['<svg><defs><font id="a"/></defs></svg>'], 'font.svg'))).toBe(true);
  expect(await isFontFile(new File(['glyphs/A.svg project.json'], 'project.zip'))).toBe(false);
  expect(await isFontFile(new File(['S.ufo/metainfo.plist S.ufo/glyphs/A_.glif'], 's.zip'))).toBe(true);
});

test('a UFO that is dropped as a folder becomes one file with its paths; other folders are none', async () => {
  const files = [inFolder('/S.ufo/metainfo.plist', 'meta'), inFolder('/S.ufo/glyphs/A_.glif', 'glyph')];
  const packed = (await ufoOfFolder(files))!;
  expect(packed.name).toBe('S.ufo.zip');
  const entries = unzipSync(new Uint8Array(await packed.arrayBuffer()));
  expect(Object.keys(entries).sort()).toEqual(['S.ufo/glyphs/A_.glif', 'S.ufo/metainfo.plist']);
  expect(strFromU8(entries['S.ufo/metainfo.plist']!)).toBe('meta');
  expect(await ufoOfFolder([inFolder('/letters/A.svg')])).toBeNull();
});

test('letters go into the project that the font was brought to, also when another is shown by then; a broken font is told there', async () => {
  const b = new WorkBench();
  const session = await b.open('a');
  const from = sampleProject();
  await bringFont(session, new File(['x'], 'sluice.otf'), () => Promise.resolve(ok({ seen, from })));
  const { font } = useBroughtFont.getState();
  expect(font).toMatchObject({ fileName: 'sluice.otf', seen });
  const other = await b.open('b');
  const before = other.doc;
  takeFromFont(font!, { characters: 'H', size: 'em', where: 'beside' });
  expect(Object.values(session.doc.glyphs).map((g) => g.name)).toContain('H.alt1');
  expect(other.doc).toBe(before);
  expect(useBroughtFont.getState().font).toBeNull();
  await bringFont(other, new File(['x'], 'torn.otf'), () =>
    Promise.resolve(fail({ code: 'font-unreadable', reason: 'torn' })),
  );
  expect(b.tab.told.at(-1)).toMatchObject({
    projectId: 'b',
    problem: { code: 'font-unreadable', place: { file: 'torn.otf' } },
  });
  leaveFont();
  expect(takeLetters(session.doc, { from, glyphIds: [], scale: 1, where: 'replace' })).toBeNull();
});
