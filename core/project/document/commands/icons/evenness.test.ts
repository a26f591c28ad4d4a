import { rect } from '../../../../testing/shapes';
import { reverseContour, type Contour } from '../../../../foundations/geometry/contour';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { thickened } from '../../../../outlines/dress/thickened';
import { measureIcon, oddIcons } from '../../../../type/seat/iconMeasures';
import { edit } from '../../inStep/edit';
import { blankGlyph, newProject } from '../../newProject';
import { iconsOf } from '../../queries/glyphs';
import { advanceOf } from '../../queries/metrics';
import type { Doc } from '../../schema';
import type { ProjectDiff } from '../../changes/diff';
import { shareContours } from '../outline/shared';
import { evenSizes, greyEdges, pixelOf, putOnPixels, takeThickened } from './evenness';

const hole = reverseContour;
/** A frame of so many units, with its strokes, standing at a height. */
const frame = (side: number, stroke: number, y = 0, x = 0): Contour[] => [
  rect(x, y, x + side, y + side),
  hole(rect(x + stroke, y + stroke, x + side - stroke, y + side - stroke)),
];
function icons(drawn: Readonly<Record<string, readonly Contour[]>>): Doc {
  const base = newProject('i', 'Icons', 0);
  const rows = Object.entries(drawn).map(([name, contours], k) => ({
    ...blankGlyph(name, name, [0xe000 + k]),
    contours: [...contours],
    bearings: { left: 50, right: 50 },
  }));
  return { ...base, glyphs: { ...base.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) } };
}
const done = (doc: Doc, diff: ProjectDiff | null): Doc => {
  if (!diff) throw new Error('nothing changed');
  return edit(doc, diff).doc;
};
const EVEN = {
  a: frame(500, 50),
  b: frame(505, 50),
  c: frame(495, 50),
  d: frame(500, 51),
  e: frame(500, 49),
};
const box = (doc: Doc, id: string) => contoursBox(doc.glyphs[id]?.contours ?? []);

test('an icon that looks too large is scaled about its foot, one that hangs about its middle; then none stands out', () => {
  const doc = icons({ ...EVEN, large: frame(700, 70), high: frame(350, 36, 200) });
  const odd = oddIcons(iconsOf(doc));
  expect(odd.filter((o) => o.what === 'size').map((o) => o.id)).toEqual(['high', 'large']);
  const even = done(doc, evenSizes(doc, odd));
  expect(oddIcons(iconsOf(even)).filter((o) => o.what === 'size')).toEqual([]);
  expect(box(even, 'large')?.yMin).toBeCloseTo(0, 6);
  const high = box(even, 'high');
  expect(((high?.yMin ?? 0) + (high?.yMax ?? 0)) / 2).toBeCloseTo(375, 6);
  expect(even.glyphs['a']).toBe(doc.glyphs['a']);
});

test('strokes that are too thick are evened out in the place that the icon has; an edit made meanwhile stands', () => {
  const doc = icons({ ...EVEN, heavy: frame(500, 90) });
  const [odd] = oddIcons(iconsOf(doc));
  if (!odd) throw new Error('nothing is odd');
  expect(odd).toMatchObject({ id: 'heavy', what: 'thickness' });
  const before = doc.glyphs['heavy']?.contours ?? [];
  const thickness = (cs: readonly Contour[]) => measureIcon(cs)?.thickness ?? null;
  const contours = thickened(before, 90 * odd.factor, thickness);
  if (!contours) throw new Error('nothing came of it');
  expect(thickness(contours)).toBeCloseTo(50, 0);
  const made = contoursBox(contours);
  for (const [edge, at] of [
    ['xMin', 0],
    ['yMin', 0],
    ['xMax', 500],
    ['yMax', 500],
  ] as const)
    expect(made?.[edge]).toBeCloseTo(at, 3);
  const even = done(doc, takeThickened(doc, new Map([['heavy', { before, contours }]])));
  expect(even.glyphs['heavy']?.kept.at(-1)?.contours).toBe(before);
  expect(takeThickened(even, new Map([['heavy', { before, contours }]]))).toBeNull();
});

test('icons go onto the pixels of a design size, with whole pixels of advance width, and those that are sharp stay', () => {
  const px = pixelOf(newProject('i', 'Icons', 0), 20);
  expect(px).toBe(50);
  const doc = icons({ off: frame(480, 60, 13, 7), sharp: frame(500, 50) });
  const grey = (d: Doc, id: string) => {
    const glyph = d.glyphs[id];
    return glyph ? greyEdges(glyph, px).length : -1;
  };
  // Its left edge lies on a line, after a margin of a pixel.
  expect([grey(doc, 'off'), grey(doc, 'sharp')]).toEqual([7, 0]);
  const put = done(doc, putOnPixels(doc, ['off', 'sharp'], 20));
  expect(grey(put, 'off')).toBe(0);
  expect(put.glyphs['sharp']).toBe(doc.glyphs['sharp']);
  const glyph = put.glyphs['off'];
  if (!glyph) throw new Error('gone');
  expect(advanceOf(glyph) % px).toBeCloseTo(0, 6);
  expect(box(put, 'off')?.yMin).toBeCloseTo(0, 6);
});

test('an icon made of a shared part goes onto pixels and stays there, whatever happens to the part', () => {
  const base = icons({ off: frame(480, 60, 13, 7) });
  const doc = done(base, shareContours(base, 'off', [0, 1], 'frame'));
  const put = done(doc, putOnPixels(doc, ['off'], 20));
  const glyph = put.glyphs['off'];
  if (!glyph) throw new Error('gone');
  expect(greyEdges(glyph, 50)).toEqual([]);
  expect(glyph.components).toEqual([]);
  expect(glyph.contours.every((c) => c.of === undefined)).toBe(true);
});
