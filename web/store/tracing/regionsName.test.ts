import { readingOf } from '../../../core/lifting/printed/readSheet';
import { defaultRecipe } from '../../../core/project/document/defaultRecipe';
import { regionsName } from './regionsName';

const sheet = { pictureId: 'p', quarterTurns: 0, crop: null };
const pieces = [{ id: 'a', box: { x: 0, y: 0, width: 5, height: 5 }, seeds: [{ x: 1, y: 1 }], cuts: [] }];
const name = (
  change: Partial<typeof defaultRecipe> = {},
  of: Partial<typeof sheet> = {},
  level: number | null = null,
  colours = 0,
  ps = pieces,
) => {
  const s = { ...sheet, ...of };
  return regionsName(s, level, readingOf({ ...defaultRecipe, ...change }, s), colours, ps);
};

test('the same ink has one name', () => expect(name()).toBe(name()));

test.each<[string, string]>([
  ['another picture', name({}, { pictureId: 'q' })],
  ['a turn', name({}, { quarterTurns: 1 })],
  ['a crop', name({}, { crop: { x: 0, y: 0, width: 9, height: 9 } as never })],
  ['a level', name({}, {}, 0.4)],
  ['an ink colour', name({ inkRgb: [1, 2, 3] })],
  ['the ground', name({ ground: 'dark' })],
  ['mirrored type', name({ mirror: true })],
  ['printed lines kept', name({ printedLines: 'keep' })],
  ['colours', name({}, {}, null, 4)],
  ['a moved piece', name({}, {}, null, 0, [{ ...pieces[0]!, box: { x: 1, y: 0, width: 5, height: 5 } }])],
  ['a cut', name({}, {}, null, 0, [{ ...pieces[0]!, cuts: [{ x0: 0, y0: 0, x1: 1, y1: 1 }] as never }])],
  ['other ink of the piece', name({}, {}, null, 0, [{ ...pieces[0]!, seeds: [{ x: 2, y: 2 }] }])],
])('%s has another', (_, other) => expect(other).not.toBe(name()));
