import { takeSkeleton } from '../../core/project/document/commands/outline';
import { edit } from '../../core/project/document/inStep/edit';
import { restylingOf } from '../../core/project/document/commands/family/addStyle';
import { contourArea } from '../../core/foundations/geometry/measure';
import { polygon } from '../../core/foundations/geometry/contour';
import type { Doc, GlyphRow } from '../../core/project/document/schema';
import { nth } from '../../core/foundations/lists/nth';
import { WorkBench } from '../testing/workBench';
import { createThinning, tellingLetters } from './thinning';

const pen = { width: 60, ends: 'round', joins: 'round' } as const;
/** A sharp corner: two legs of 700 units that part by 30 degrees. */
const wedge = {
  ...polygon([
    { x: 0, y: 700 },
    { x: 180, y: 0 },
    { x: 360, y: 700 },
  ]),
  closed: false,
};

const area = ({ contours }: GlyphRow) => contours.reduce((sum, c) => sum + contourArea(c), 0);

const withLetter = (doc: Doc): Doc => {
  const glyph = nth(
    Object.values(doc.glyphs).filter((g) => g.contours.length > 0 && g.codePoints.length > 0),
    0,
  );
  const named = { ...glyph, codePoints: ['W'.charCodeAt(0)] };
  const changed = { ...doc, glyphs: { ...doc.glyphs, [glyph.id]: named } };
  return edit(changed, takeSkeleton(changed, glyph.id, [wedge], pen)!).doc;
};

test('letters that a pen drew are drawn both ways: with thinner strokes where they meet, and as thick as elsewhere', async () => {
  const b = new WorkBench();
  await b.open('a', withLetter);
  const { doc } = b.world.current()!;
  const letters = tellingLetters(doc!);
  expect(letters).toHaveLength(1);
  const how = restylingOf(doc!, { name: 'Bold', weightClass: 700, heavier: 36 });
  const [both] = await createThinning(b.world)(letters, how);
  expect(area(both!.thinned)).toBeLessThan(0.95 * area(both!.plain));
  expect(both!.plain.skeleton?.pen).toMatchObject({ width: 96, thinned: 0 });
  expect(both!.thinned.skeleton?.pen.thinned).toBeCloseTo(0.22, 6);
});
