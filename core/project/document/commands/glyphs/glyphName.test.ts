import { byName } from '../../../../testing/named';
import { sampleProject } from '../../../../testing/sampleProject';
import { nameRefusal, setGlyphName } from './glyphName';
import { seatAll } from '../lines/changeSeating';
import { applyDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import type { Doc } from '../../schema';

const doc = sampleProject();
const why = (name: string, of = 'o', d: Doc = doc) => {
  const refused = nameRefusal(d, byName(d)[of]!.id, name);
  return refused?.code === 'glyph-name' ? refused.reason : null;
};

test('a glyph is called what its maker likes, as far as font files can say it', () => {
  const named = edit(doc, setGlyphName(doc, byName(doc).o!.id, 'o.round')!).doc;
  expect(byName(named)['o.round']).toMatchObject({ id: byName(doc).o!.id, codePoints: [0x6f] });
  expect(why('o_')).toBeNull();
  expect(why('tide_ring')).toBeNull();
});

test("a name that fonts can't hold, that is taken, or that means another character is refused with the reason", () => {
  expect(why('')).toBe('empty');
  expect(why('o'.repeat(64))).toBe('too-long');
  expect(why('o round')).toBe('sign');
  expect(why('ö')).toBe('sign');
  expect(why('1o')).toBe('beginning');
  expect(why('.o')).toBe('beginning');
  expect(why('H')).toBe('taken');
  expect(why('omega')).toBe('other-character');
  expect(why('uni006F')).toBeNull();
  expect(why('box', '.notdef')).toBe('standing');
  expect(setGlyphName(doc, byName(doc).o!.id, 'H')).toBeNull();
});

test('a drawing of a sheet keeps the name when all is seated again', () => {
  const o = byName(doc).o!;
  const piece = { ...Object.values(doc.pieces)[0]!, id: 'joined', char: 'ox', variant: null, order: 999 };
  const joined = {
    ...o,
    id: 'joined-glyph',
    name: 'o_x',
    codePoints: [],
    source: {
      ...(o.source ?? { transform: { a: 1, b: 0, c: 0, d: -1, e: 0, f: 0 } }),
      pieceId: 'joined',
      sheetId: piece.sheetId,
    },
  } as typeof o;
  const with2: Doc = {
    ...doc,
    pieces: { ...doc.pieces, joined: piece },
    glyphs: { ...doc.glyphs, [joined.id]: joined },
  };
  expect(why('swirl', 'o_x', with2)).toBe('no-letters');
  expect(why('b', 'o_x', with2)).toBe('a-character');
  const named = edit(with2, setGlyphName(with2, joined.id, 'o_x.ss02')!).doc;
  expect(named.pieces.joined).toMatchObject({ char: 'ox', variant: 'ss02', state: 'accepted' });
  const again = seatAll(named);
  expect((again ? applyDiff(named, again) : named).glyphs[joined.id]!.name).toBe('o_x.ss02');
});
