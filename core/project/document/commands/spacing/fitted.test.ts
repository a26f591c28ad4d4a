import { polygon } from '../../../../foundations/geometry/contour';
import { byName } from '../../../../testing/named';
import { changeFitSettings, releaseSpacing, takeFitted, type FitResult } from './fitted';
import { setBearings } from './bearings';
import { setKerning } from './kerning';
import { applyDiff, reverseDiff } from '../../changes/diff';
import { kerningBetween } from '../../queries/kerning';
import { blankGlyph, newProject } from '../../newProject';
import type { Doc } from '../../schema';

/** A project with letters of 300 u of ink. */
function letters(chars: string): Doc {
  const doc = newProject('p', 'Test', 0);
  const ink = polygon([
    { x: 0, y: 0 },
    { x: 300, y: 0 },
    { x: 300, y: 500 },
    { x: 0, y: 500 },
  ]);
  const glyphs = [...chars].map((c) => ({ ...blankGlyph(c, c, [c.codePointAt(0)!]), contours: [ink] }));
  return { ...doc, glyphs: { ...doc.glyphs, ...Object.fromEntries(glyphs.map((g) => [g.id, g])) } };
}

const fit = (ids: string): FitResult => ({
  letters: [...ids].map((glyphId, i) => ({ glyphId, left: 60 + i, right: 40 - i })),
  kerning: {
    left: [[0], [1, 2]],
    right: [[0, 1], [2]],
    pairs: [
      [0, 1, -40],
      [1, 0, 12],
    ],
    exceptions: [],
  },
  space: 240,
  wished: { size: 0, data: [] },
});

test('a fit is taken over as one step that can be taken back', () => {
  const doc = letters('nTo');
  const diff = takeFitted(doc, fit('nTo'))!;
  const done = applyDiff(doc, diff);
  expect(byName(done)['n']).toMatchObject({ bearings: { left: 60, right: 40 }, spacing: 'fitted' });
  expect(byName(done)['space']!.bearings).toEqual({ left: 120, right: 120 });
  const kern = kerningBetween(done);
  expect([kern('n', 'o'), kern('T', 'n'), kern('o', 'T'), kern('n', 'n')]).toEqual([-40, 12, 12, 0]);
  expect(applyDiff(done, reverseDiff(diff))).toEqual(doc);
  // Fitting again gives the same.
  expect(takeFitted(done, fit('nTo'))).toBeNull();
});

test('what is set by hand stays, and the rest takes its rhythm from it', () => {
  let doc = applyDiff(letters('nTo'), setBearings(letters('nTo'), 'n', { left: 80, right: 60 })!);
  doc = applyDiff(doc, setKerning(doc, 'T', 'o', -77)!);
  doc = applyDiff(doc, takeFitted(doc, fit('nTo'))!);
  expect(byName(doc)['n']).toMatchObject({ bearings: { left: 80, right: 60 }, spacing: 'hand' });
  // n is 40 u wider than the fit would have it: so are the others.
  expect(byName(doc)['T']!.bearings).toEqual({ left: 81, right: 59 });
  expect(kerningBetween(doc)('T', 'o')).toBe(-77);
  doc = applyDiff(doc, releaseSpacing(doc, ['n'])!);
  doc = applyDiff(doc, takeFitted(doc, fit('nTo'))!);
  expect(byName(doc)['n']!.bearings).toEqual({ left: 60, right: 40 });
  expect(releaseSpacing(doc, ['n'])).toBeNull();
});

test('tighter than the ink is wide never makes an advance below nothing', () => {
  const doc = letters('nTo');
  const tight = applyDiff(doc, changeFitSettings(doc, { looser: -500 })!);
  const done = applyDiff(tight, takeFitted(tight, fit('nTo'))!);
  const { left, right } = byName(done)['n']!.bearings;
  expect(300 + left + right).toBeGreaterThan(0);
});
