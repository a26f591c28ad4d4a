import { JOINED_SKELETONS, SKELETONS } from '../../../demo/hand/skeletons';
import { KEEPER } from '../../../demo/hand/writeLetter';
import { renderPage } from '../../../demo/page/renderPage';
import { contoursBox } from '../../foundations/geometry/measure';
import { defaultRecipe } from '../../project/document/defaultRecipe';
import { liftSheet } from './liftSheet';

const LINES = ['and then the moon and a', 'mild wind under the mill'];
const page = renderPage({
  hand: { ...KEEPER, seed: 79, pen: 0.085, slantDeg: 8, wobble: 0.004 },
  skeletons: { ...SKELETONS, ...JOINED_SKELETONS },
  characters: '',
  lines: LINES,
  joined: true,
  width: 1000,
  height: 400,
  capPx: 46,
  perRow: 1,
  skewDeg: 0.5,
  ink: [38, 44, 66],
  paper: [246, 242, 232],
});

test('no outline runs out of its ink where two straights meet at a flat angle', () => {
  const lifted = liftSheet(page, { expected: LINES.join(' '), expectedFrom: 'text' }, defaultRecipe);
  if (!lifted.ok) throw new Error('nothing was lifted');
  const { pieces } = lifted.value;
  expect(pieces.length).toBeGreaterThan(30);
  const beyond = pieces.map(({ box, outline }) => {
    const drawn = contoursBox(outline);
    if (!drawn) return 0;
    return Math.max(
      box.x - drawn.xMin,
      drawn.xMax - box.x - box.width,
      box.y - drawn.yMin,
      drawn.yMax - box.y - box.height,
    );
  });
  // Tips that a lens has rounded are carried on by a few px.
  expect(Math.max(...beyond)).toBeLessThan(8);
});

test('a text without letters is read letter by letter; words that lack are told with the sheet', () => {
  const empty = liftSheet(page, { expected: '  ', expectedFrom: 'text' }, defaultRecipe);
  expect(empty.ok && empty.value.pieces.every((p) => p.variant === undefined)).toBe(true);
  const lacking = liftSheet(
    page,
    { expected: `${LINES[0] ?? ''} ${(LINES[1] ?? '').replace('wind', 'breeze')}`, expectedFrom: 'text' },
    defaultRecipe,
  );
  expect(lacking.ok && lacking.problems).toEqual([
    expect.objectContaining({ code: 'words-skipped', words: expect.arrayContaining(['breeze']) }),
  ]);
  expect(lacking.ok && (lacking.value.wordPx ?? 0)).toBeGreaterThan(10);
});
