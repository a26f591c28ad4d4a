import fc from 'fast-check';
import { guidesCross, mapGuide, offGuide, ontoGuide, wayOf } from '../../../../outlines/dress/guides';
import { snapToGrid, snapToGuides } from '../../../../outlines/dress/snapping';
import { rotation, translation } from '../../../../foundations/geometry/affine';
import { polygon } from '../../../../foundations/geometry/contour';
import { distance } from '../../../../foundations/geometry/vec';
import {
  addGuide,
  changeGrid,
  changeGuide,
  keepMeasure,
  removeGuide,
  removeMeasure,
  shareGuide,
} from './guides';
import { guidesOf } from '../../queries/guides';
import { scaleGlyph } from '../outline';
import { scaleFont } from './scaleFont';
import { applyDiff, reverseDiff, type ProjectDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import { blankGlyph, newProject, projectOf } from '../../newProject';
import type { Doc } from '../../schema';

const square = polygon([
  { x: 200, y: 0 },
  { x: 500, y: 0 },
  { x: 500, y: 700 },
  { x: 200, y: 700 },
]);
const glyph = { ...blankGlyph('n1', 'n', [0x6e]), contours: [square], bearings: { left: 40, right: 60 } };
const base = newProject('p', 'Guides', 0);
const doc: Doc = { ...base, glyphs: { ...base.glyphs, n1: glyph } };
const made = (d: Doc, diff: ProjectDiff | null): Doc => {
  expect(diff).not.toBeNull();
  return edit(d, diff!).doc;
};

const shown = (d: Doc) => guidesOf(d, d.glyphs.n1!);

describe('lines of the artist', () => {
  test('a guide for all letters is measured from where a letter begins, one of a letter too, and both are told apart', () => {
    let d = made(doc, addGuide(doc, null, { name: 'wave', y: 420 }));
    d = made(d, addGuide(d, 'n1', { name: 'lean', x: 100, y: 0, deg: 80 }));
    expect(shown(d)).toMatchObject([
      { name: 'wave', y: 420, deg: 0, own: false },
      { name: 'lean', x: 100, y: 0, deg: 80, own: true },
    ]);
    // The letter's own drawing begins 160 u further to the right than the letter does.
    expect(d.glyphs.n1!.guides[0]!.x).toBe(260);
    expect(guidesOf(d, d.glyphs[Object.keys(base.glyphs)[0]!]!)).toHaveLength(1);
  });

  test('a guide that goes from all letters to one, and back, stays where it is seen; undo brings all of it back', () => {
    let d = made(doc, addGuide(doc, null, { x: 30, y: 100, deg: 60 }));
    const before = shown(d)[0]!;
    const { diff, doc: own } = edit(d, shareGuide(d, d.glyphs.n1!, before.id)!);
    expect(projectOf(own).ownLines).toEqual([]);
    expect(shown(own)[0]).toEqual({ ...before, own: true });
    expect(applyDiff(own, reverseDiff(diff))).toEqual(d);
    d = made(own, shareGuide(own, own.glyphs.n1!, before.id));
    expect(shown(d)[0]).toEqual(before);
  });

  test('a guide is moved, turned, renamed and taken away by its id; another with the same name stays', () => {
    let d = made(doc, addGuide(doc, null));
    d = made(d, addGuide(d, null));
    const [a, b] = shown(d);
    expect(a!.id).not.toBe(b!.id);
    d = made(d, changeGuide(d, null, a!.id, { y: 612.5, deg: 12.34, name: 'ear' }));
    expect(shown(d)[0]).toMatchObject({ y: 612.5, deg: 12.3, name: 'ear' });
    expect(shown(d)[1]).toEqual(b);
    d = made(d, removeGuide(d, null, a!.id));
    expect(shown(d)).toEqual([b]);
  });

  test('guides and measures grow with their letter and with the whole font', () => {
    let d = made(doc, addGuide(doc, 'n1', { x: 40, y: 350, deg: 0 }));
    d = made(d, keepMeasure(d, 'n1', { x: 0, y: 350 }, { x: 400, y: 350 }));
    d = made(d, addGuide(d, null, { y: 500 }));
    const twice = made(d, scaleGlyph(d, 'n1', 1, 2)).glyphs.n1!;
    expect(twice.guides[0]!.y).toBe(700);
    expect(twice.measures[0]!.from.y).toBe(700);
    const half = made(d, scaleFont(d, 0.5));
    expect(projectOf(half).ownLines[0]!.y).toBe(250);
    expect(half.glyphs.n1!.measures[0]!.to.y).toBe(175);
  });

  test('a measure that stays is kept and taken away; a press without a line is none', () => {
    const d = made(doc, keepMeasure(doc, 'n1', { x: 0, y: 100 }, { x: 400, y: 100 }));
    expect(d.glyphs.n1!.measures).toMatchObject([{ from: { x: 160, y: 100 }, to: { x: 560, y: 100 } }]);
    expect(keepMeasure(d, 'n1', { x: 5, y: 5 }, { x: 6, y: 5 })).toBeNull();
    expect(made(d, removeMeasure(d, 'n1', d.glyphs.n1!.measures[0]!.id)).glyphs.n1!.measures).toEqual([]);
  });

  test('the grid has a step and is shown or snapped to as wished', () => {
    const d = made(doc, changeGrid(doc, { step: 25, snaps: true }));
    expect(projectOf(d).grid).toEqual({ step: 25, shown: false, snaps: true });
  });
});

describe('guides of any angle', () => {
  const guide = fc.record({
    x: fc.integer({ min: -500, max: 500 }),
    y: fc.integer({ min: -500, max: 500 }),
    deg: fc.double({ min: -90, max: 90, noNaN: true }),
  });
  const place = fc.record({
    x: fc.integer({ min: -500, max: 500 }),
    y: fc.integer({ min: -500, max: 500 }),
  });

  test('the nearest place lies on the guide, as far away as the guide is; where two cross lies on both', () => {
    fc.assert(
      fc.property(guide, guide, place, (a, b, p) => {
        const on = ontoGuide(a, p);
        expect(offGuide(a, on)).toBeCloseTo(0, 6);
        expect(distance(on, p)).toBeCloseTo(Math.abs(offGuide(a, p)), 6);
        const cross = guidesCross(a, b);
        if (!cross || Math.hypot(cross.x, cross.y) > 1e5) return;
        expect(offGuide(a, cross)).toBeCloseTo(0, 4);
        expect(offGuide(b, cross)).toBeCloseTo(0, 4);
      }),
    );
  });

  test('a guide that is moved and turned has turned with what lies on it', () => {
    fc.assert(
      fc.property(guide, fc.double({ min: -3, max: 3, noNaN: true }), (g, rad) => {
        const turned = mapGuide(mapGuide(g, rotation(rad)), translation(7, -9));
        expect(turned.deg).toBeGreaterThanOrEqual(-90);
        expect(turned.deg).toBeLessThanOrEqual(90);
        const far = { x: g.x + 100 * wayOf(g).x, y: g.y + 100 * wayOf(g).y };
        const [c, s] = [Math.cos(rad), Math.sin(rad)];
        const there = { x: c * far.x - s * far.y + 7, y: s * far.x + c * far.y - 9 };
        expect(offGuide(turned, there)).toBeCloseTo(0, 6);
      }),
    );
  });

  test('a place near a slanted guide goes onto it, and to the crossing where a level one crosses near by', () => {
    const lean = { x: 0, y: 0, deg: 45, reason: 'lean' };
    const near = snapToGuides({ x: 103, y: 99 }, [], 6, [lean]);
    expect(near.at).toEqual({ x: expect.closeTo(101, 9), y: expect.closeTo(101, 9) });
    expect(near.guides.map((g) => g.reason)).toContain('lean');
    const level = { axis: 'y' as const, at: 100, reason: 'x-height' };
    const cross = snapToGuides({ x: 103, y: 99 }, [level], 6, [lean]);
    expect(cross.at).toEqual({ x: expect.closeTo(100, 9), y: expect.closeTo(100, 9) });
    expect(new Set(cross.guides.map((g) => g.reason))).toEqual(new Set(['lean', 'x-height']));
    expect(snapToGuides({ x: 130, y: 99 }, [level], 6, [lean]).at).toEqual({ x: 130, y: 100 });
  });

  test('what snapped to nothing goes to the grid, axis by axis', () => {
    const held = {
      at: { x: 103, y: 500.25 },
      guides: [{ axis: 'y' as const, at: 500.25, reason: 'x-height' }],
    };
    expect(snapToGrid(held, 10).at).toEqual({ x: 100, y: 500.25 });
    expect(snapToGrid({ at: { x: -17, y: 12 }, guides: [] }, 25).at).toEqual({ x: -25, y: 0 });
  });
});
