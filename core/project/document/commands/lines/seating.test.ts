import { contoursBox } from '../../../../foundations/geometry/measure';
import { byName, readableIds } from '../../../../testing/named';
import { box } from '../../../../testing/randomOutlines';
import { circle } from '../../../../testing/shapes';
import { sampleProject } from '../../../../testing/sampleProject';
import { composeAccents } from '../glyphs/composing';
import { firstIconSeating, placeIcons } from './icons';
import { iconsOf } from '../../queries/glyphs';
import { takeLifted } from '../pieces/takeLifted';
import { seatAll } from './changeSeating';
import { addSheet } from '../sheets/sheets';
import {
  liftGlyphs,
  mendStandings,
  scaleByReference,
  scaleGlyphs,
  turnByStems,
  turnGlyphs,
  unplaceGlyphs,
} from './placing';
import { takeLinesOfLetters } from './changeLines';
import { usualLeanDeg, standings } from '../../queries/standing';
import { scaleFont } from './scaleFont';
import { applyDiff, reverseDiff, type ProjectDiff } from '../../changes/diff';
import { commit, emptyHistory } from '../../changes/history';
import { advanceOf } from '../../queries/metrics';
import { blankGlyph, newProject, projectOf } from '../../newProject';
import type { Doc } from '../../schema';
import { stemLeanDeg } from '../../../../outlines/dress/lean';
import { stemOf } from '../../../../outlines/dress/stems';

const apply = (doc: Doc, diff: ProjectDiff | null): Doc => commit(doc, emptyHistory, diff!).doc;
const boxOf = (doc: Doc, id: string) => contoursBox(byName(doc)[id]!.contours)!;

/** A lifted sheet with letters 40 px wide on a baseline at y = 300 px; tops and feet by character, px above it. */
function lifted(letters: Record<string, readonly [foot: number, top: number]>): Doc {
  const doc = newProject('p', 'P', 0);
  const sheet = { id: 's', name: 'page.png', pictureId: 'abc', widthPx: 4000, heightPx: 400 };
  const pieces = Object.entries(letters).map(([char, [foot, top]], order) => ({
    box: { x: 60 * order, y: 300 - top, width: 40, height: top - foot },
    seeds: [],
    cuts: [],
    order,
    row: 0,
    baselineY: 300,
    char,
    confidence: 0.9,
    outline: [box(60 * order, 300 - top, 40, top - foot)],
    layers: [],
    name: null,
  }));
  const added = applyDiff(doc, addSheet(doc, sheet)!);
  const facts = { skewRad: 0, capHeightPx: 140, specksDropped: 0, printedLines: 0, pieces };
  return readableIds(apply(added, takeLifted(added, 's', facts)));
}

const PAGE = {
  H: [0, 140],
  E: [0, 140],
  T: [0, 140],
  x: [0, 100],
  n: [0, 100],
  z: [0, 100],
  q: [-50, 101],
} as const;

/** The angle of the first edge of a rectangle that was turned, degrees from the upright to the right. */
const leanOf = (doc: Doc, id: string) => stemLeanDeg(byName(doc)[id]!.contours);

describe('crooked letters', () => {
  test('are turned by an exact angle on their lowest point, and keep it when all is seated again', () => {
    let doc = lifted(PAGE);
    doc = apply(doc, turnGlyphs(doc, ['n', 'q'], 10));
    expect(leanOf(doc, 'n')).toBeCloseTo(-10, 6);
    for (const id of ['n', 'q']) expect(boxOf(doc, id).yMin).toBeCloseTo(boxOf(lifted(PAGE), id).yMin, 6);
    const { left, right } = byName(doc).n!.bearings;
    expect({ left, right }).toEqual(byName(lifted(PAGE)).n!.bearings);
    expect(byName(doc).n).toMatchObject({ placing: { turn: 10 }, handEdited: false });
    const other = apply(doc, scaleGlyphs(doc, ['x'], 1.1, false));
    const again = seatAll(other);
    const seated = again ? applyDiff(other, again) : other;
    expect(leanOf(seated, 'n')).toBeCloseTo(-10, 6);
    expect(boxOf(seated, 'n').yMin).toBeCloseTo(0, 6);
  });

  test('turned twice are turned by both; let go they stand as the lines have them', () => {
    const first = lifted(PAGE);
    let doc = apply(first, turnGlyphs(first, ['n'], 10));
    doc = apply(doc, liftGlyphs(doc, ['n'], 30));
    doc = apply(doc, turnGlyphs(doc, ['n'], -4));
    expect(leanOf(doc, 'n')).toBeCloseTo(-6, 6);
    expect(boxOf(doc, 'n').yMin).toBeCloseTo(30, 6);
    const free = apply(doc, unplaceGlyphs(doc, ['n']));
    expect(leanOf(free, 'n')).toBeCloseTo(0, 6);
    expect(boxOf(free, 'n').yMin).toBeCloseTo(0, 6);
    const back = apply(doc, turnGlyphs(doc, ['n'], -6));
    expect(leanOf(back, 'n')).toBeCloseTo(0, 6);
  });

  test('are turned each by its own stems to the lean of the others; round ones and diagonals stay', () => {
    let doc = lifted(PAGE);
    doc = apply(doc, turnGlyphs(doc, ['n'], 7));
    doc = apply(doc, turnGlyphs(doc, ['H'], -3));
    const round = { ...byName(doc).x!, contours: [circle(250, 250, 240)] };
    doc = { ...doc, glyphs: { ...doc.glyphs, [round.id]: round } };
    expect(stemLeanDeg(round.contours)).toBeNull();
    expect(usualLeanDeg(doc)).toBeCloseTo(0, 6);
    const upright = apply(doc, turnByStems(doc, ['n', 'H', 'x', 'z'], 0));
    for (const id of ['n', 'H', 'z']) expect(leanOf(upright, id)).toBeCloseTo(0, 4);
    expect(byName(upright).x).toEqual(round);
    expect(turnByStems(upright, ['n', 'H', 'x', 'z'], 0)).toBeNull();
    const leaning = apply(upright, turnByStems(upright, ['n', 'z'], 8));
    expect(leanOf(leaning, 'z')).toBeCloseTo(8, 4);
  });
});

describe('letters placed by hand', () => {
  test('H that is to reach a height reaches it, also with its stems kept, and stands where it stood', () => {
    const doc = readableIds(lifted(PAGE));
    const ids = ['H', 'E', 'T'];
    const stem = stemOf(byName(doc).H!.contours, 'upright')!;
    const scaled = apply(doc, scaleByReference(doc, ids, 'H', 560, true));
    expect(boxOf(scaled, 'H').yMax).toBeCloseTo(560, 6);
    expect(boxOf(scaled, 'H').yMin).toBeCloseTo(0, 6);
    expect(stemOf(byName(scaled).H!.contours, 'upright')).toBeCloseTo(stem, 0);
    expect(byName(scaled).H!.contours[0]!.nodes).toHaveLength(4);
  });

  test('are moved by exact amounts and keep it when all is seated again', () => {
    let doc = lifted(PAGE);
    const before = boxOf(doc, 'n');
    doc = apply(doc, liftGlyphs(doc, ['n', 'z'], -60));
    expect(boxOf(doc, 'n').yMin).toBeCloseTo(before.yMin - 60, 9);
    expect(byName(doc).n).toMatchObject({ placing: { scale: 1, lift: -60, turn: 0 }, handEdited: false });
    const again = seatAll(doc);
    const seated = again ? applyDiff(doc, again) : doc;
    expect(boxOf(seated, 'n').yMin).toBeCloseTo(before.yMin - 60, 6);
    expect(boxOf(seated, 'x').yMin).toBeCloseTo(0, 6);
    const free = apply(seated, unplaceGlyphs(seated, ['n']));
    expect(boxOf(free, 'n').yMin).toBeCloseTo(before.yMin, 6);
    expect(byName(free).n!.placing).toBeNull();
  });

  test('there and back is no move', () => {
    const doc = lifted(PAGE);
    const moved = apply(doc, liftGlyphs(doc, ['n'], 25));
    expect(apply(moved, liftGlyphs(moved, ['n'], -25)).glyphs.n!.placing).toBeNull();
    expect(liftGlyphs(doc, ['n'], 0)).toBeNull();
    expect(liftGlyphs(doc, ['space', 'nobody'], 10)).toBeNull();
  });

  test('H scaled to 650 takes the same factor to all; bearings stay', () => {
    const doc = lifted(PAGE);
    const ids = ['H', 'x', 'q'];
    const [wide, tail] = [advanceOf(byName(doc).x!), boxOf(doc, 'q')];
    const scaled = apply(doc, scaleByReference(doc, ids, 'H', 650, false));
    expect(boxOf(scaled, 'H').yMax).toBeCloseTo(650, 9);
    // The tail is scaled like the rest: it doesn't count for the factor.
    expect(boxOf(scaled, 'q').yMin).toBeCloseTo((tail.yMin * 650) / 700, 9);
    expect(advanceOf(scaled.glyphs.x!)).toBeCloseTo(100 + ((wide - 100) * 650) / 700, 6);
    expect(boxOf(scaled, 'T').yMax).toBeCloseTo(700, 6);
  });

  test('stems stay as thick as they are when asked', () => {
    const doc = sampleProject();
    const stem = stemOf(byName(doc).H!.contours, 'upright')!;
    const thin = apply(doc, scaleGlyphs(doc, ['H'], 0.7, false));
    expect(stemOf(thin.glyphs.H!.contours, 'upright')).toBeCloseTo(0.7 * stem, 3);
    const kept = apply(doc, scaleGlyphs(doc, ['H'], 0.7, true));
    expect(Math.abs(stemOf(kept.glyphs.H!.contours, 'upright')! - stem)).toBeLessThan(1);
    expect(kept.glyphs.H!.cleaned).toBe(true);
  });

  test('a composed letter follows its letter and isn’t moved twice', () => {
    const base = sampleProject();
    const more = {
      e: { ...blankGlyph('e', 'e', [0x65]), contours: [circle(200, 240, 240)] },
      acute: { ...blankGlyph('acute', 'acute', [0xb4]), contours: [box(0, 600, 60, 120)] },
    };
    const { eacute: _, ...glyphs } = base.glyphs;
    let doc: Doc = { ...base, glyphs: { ...glyphs, ...more } };
    doc = apply(doc, composeAccents(doc, 'é'));
    const high = boxOf(doc, 'eacute').yMax;
    const moved = apply(doc, liftGlyphs(doc, ['e', 'eacute'], 30));
    expect(boxOf(moved, 'eacute').yMin).toBeCloseTo(boxOf(doc, 'e').yMin + 30, 6);
    expect(boxOf(moved, 'eacute').yMax).toBeCloseTo(high + 30, 6);
  });
});

describe('standing on the lines', () => {
  const floating = { ...PAGE, m: [20, 120], u: [0, 100], v: [0, 100] } as const;
  test('a floater of a page is found and put down in one step', () => {
    const doc = lifted(floating);
    const out = standings(doc).filter((s) => s.fault);
    expect(out.map((s) => [s.id, s.fault])).toEqual([['m', 'floats']]);
    const diff = mendStandings(doc, out)!;
    const done = apply(doc, diff);
    expect(boxOf(done, 'm').yMin).toBeCloseTo(0, 6);
    expect(standings(done).every((s) => s.fault === null)).toBe(true);
    expect(applyDiff(done, reverseDiff(diff)).glyphs.m).toEqual(byName(doc).m);
  });

  test('lines are taken from the letters and no letter moves', () => {
    const doc = lifted({ ...PAGE, H: [0, 140] });
    const low = {
      ...doc,
      project: { p: { ...projectOf(doc), lines: { ...projectOf(doc).lines, xHeight: 300 } } },
    };
    const done = apply(low, takeLinesOfLetters(low));
    expect(projectOf(done).lines.xHeight).toBe(500);
    expect(done.glyphs).toEqual(low.glyphs);
  });
});

describe('the whole font scaled', () => {
  test('letters, lines, white and kerning keep their proportions, also when seated again', () => {
    let doc = lifted(PAGE);
    doc = {
      ...doc,
      kerning: { 'T x': { id: 'T x', styleId: 'regular', left: 'T', right: 'x', value: -50, fitted: false } },
    };
    const done = apply(doc, scaleFont(doc, 1.2));
    expect(boxOf(done, 'H').yMax).toBeCloseTo(840, 6);
    expect(projectOf(done).lines.capHeight).toBe(840);
    expect(byName(done).x!.bearings.left).toBeCloseTo(60, 9);
    expect(done.kerning['T x']!.value).toBe(-60);
    const again = seatAll(done);
    const seated = again ? applyDiff(done, again) : done;
    expect(boxOf(seated, 'H').yMax).toBeCloseTo(840, 6);
    expect(scaleFont(doc, 1)).toBeNull();
  });
});

test('icons are stood with the same margins; letters beside them stay', () => {
  const doc = sampleProject();
  const icon = (id: string, cp: number, h: number) => ({
    ...blankGlyph(id, id, [cp]),
    contours: [box(10, 20, 100, h)],
  });
  const with2: Doc = {
    ...doc,
    glyphs: { ...doc.glyphs, mill: icon('mill', 0xe000, 300), gate: icon('gate', 0xe001, 150) },
  };
  expect(iconsOf(with2).map((g) => g.id)).toEqual(['mill', 'gate']);
  const done = apply(with2, placeIcons(with2, ['mill', 'gate'], firstIconSeating(1000)));
  expect(boxOf(done, 'mill')).toMatchObject({ yMin: 0 });
  expect(boxOf(done, 'mill').yMax).toBeCloseTo(600, 6);
  expect(boxOf(done, 'gate').yMax).toBeCloseTo(300, 6);
  expect(byName(done).gate!.bearings).toEqual({ left: 50, right: 50 });
  expect(byName(done).H).toBe(with2.glyphs.H);
});
