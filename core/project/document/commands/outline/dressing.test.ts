import { compileGlyph } from '../../../../fonts/compile/compileGlyph';
import { byName, readableIds } from '../../../../testing/named';
import { contourArea, contoursBox } from '../../../../foundations/geometry/measure';
import { polygon, reverseContour, type Contour } from '../../../../foundations/geometry/contour';
import { box } from '../../../../testing/randomOutlines';
import { simplify } from '../../../../outlines/outline/simplify';
import { flattenContour } from '../../../../foundations/geometry/measure';
import { sampleProject } from '../../../../testing/sampleProject';
import { circle } from '../../../../testing/shapes';
import * as dressing from '.';
import { applyDiff, type ProjectDiff } from '../../changes/diff';
import { commit, emptyHistory, undo } from '../../changes/history';
import { advanceOf } from '../../queries/metrics';
import { blankGlyph } from '../../newProject';
import { docSchema, type Doc } from '../../schema';

const { outlineOf } = dressing;
const node = (contour: number, n: number): dressing.PointRef => ({ contour, node: n, part: 'node' });
const apply = (doc: Doc, diff: ProjectDiff | null): Doc => {
  if (!diff) throw new Error('no edit');
  return commit(doc, emptyHistory, diff).doc;
};
/** A contour broken into chords, still of its part. */
const polygonOf = (c: Contour): Contour => ({ ...c, nodes: polygon(flattenContour(c, 0.5)).nodes });
const area = (cs: readonly Contour[]) => cs.reduce((sum, c) => sum + contourArea(c), 0);

/** b, d, p and q that share one bowl, drawn in b. */
function bowls(): Doc {
  const stem = (x: number, low: number) => box(x, low, 80, 700);
  const bowl = [circle(250, 250, 250), reverseContour(circle(250, 250, 170))];
  let doc: Doc = sampleProject();
  const letters = { b: stem(0, 0), d: stem(420, 0), p: stem(0, -200), q: stem(420, -200) };
  for (const [id, s] of Object.entries(letters)) {
    const glyph = { ...blankGlyph(id, id, [id.codePointAt(0)!]), contours: id === 'b' ? [s, ...bowl] : [s] };
    doc = { ...doc, glyphs: { ...doc.glyphs, [id]: glyph } };
  }
  doc = readableIds(apply(doc, dressing.shareContours(doc, 'b', [1, 2], 'bowl')));
  for (const id of ['d', 'p', 'q'] as const)
    doc = apply(
      doc,
      dressing.placePart(doc, id, 'part.bowl', id === 'p' ? 'as it is' : 'mirrored', { x: 0, y: 0 }),
    );
  return doc;
}

describe('shared parts', () => {
  test('an edit in one letter changes the part and all letters that have it, as one step', () => {
    const doc = bowls();
    const before = area(byName(doc).q!.contours);
    const { doc: after, history } = commit(
      doc,
      emptyHistory,
      dressing.movePoints(doc, outlineOf('d'), [node(1, 0)], { x: -30, y: 0 })!,
    );
    for (const id of ['part.bowl', 'b', 'p', 'q'])
      expect(byName(after)[id]!.contours).not.toEqual(byName(doc)[id]!.contours);
    expect(area(byName(after).q!.contours)).toBeCloseTo(area(byName(after).b!.contours), 6);
    expect(area(byName(after).q!.contours)).not.toBeCloseTo(before, 0);
    expect(undo(after, history)!.doc).toEqual(doc);
    expect(docSchema.safeParse(after).success).toBe(true);
  });

  test('a part moved as a whole inside one letter moves there only: part, bearings and other letters stay', () => {
    const doc = bowls();
    const all = byName(doc).d!.contours.flatMap((c, i) => (c.of ? c.nodes.map((_, n) => node(i, n)) : []));
    const moved = apply(doc, dressing.movePoints(doc, outlineOf('d'), all, { x: 60, y: -25 }));
    for (const id of ['part.bowl', 'b', 'p', 'q'] as const)
      expect(byName(moved)[id]).toEqual(byName(doc)[id]);
    const left = (d: Doc) => contoursBox(byName(d).d!.contours.filter((c) => c.of))!;
    expect(left(moved).xMin - left(doc).xMin).toBeCloseTo(60, 6);
    // It is still the shared bowl, where the letter has it, when that is redrawn.
    const redrawn = apply(
      moved,
      dressing.movePoints(moved, outlineOf('part.bowl'), [node(0, 1)], { x: 0, y: 40 }),
    );
    expect(left(redrawn).xMin - left(moved).xMin).toBeCloseTo(0, 6);
    expect(left(redrawn).yMax - left(doc).yMax).toBeCloseTo(15, 6);
  });

  test('one set free stays as it is when the part changes', () => {
    const doc = bowls();
    const freed = apply(doc, dressing.setFree(doc, 'q', byName(doc).q!.components[0]!.id));
    const after = apply(
      freed,
      dressing.movePoints(freed, outlineOf('part.bowl'), [node(0, 0)], { x: 40, y: 0 }),
    );
    expect(byName(after).q!.contours).toEqual(byName(freed).q!.contours);
    expect(byName(after).p!.contours).not.toEqual(byName(freed).p!.contours);
  });

  test('a part that is removed leaves its outline with the letters; a part never holds itself; parts stay out of the font', () => {
    const doc = bowls();
    const diff: ProjectDiff = {
      label: 'Remove',
      changes: [{ table: 'glyphs', id: 'part.bowl', before: byName(doc)['part.bowl']!, after: null }],
    };
    const after = apply(doc, diff);
    expect(byName(after).b!.components).toEqual([]);
    expect(area(byName(after).b!.contours)).toBeCloseTo(area(byName(doc).b!.contours), 9);
    expect(dressing.placePart(doc, 'part.bowl', 'part.bowl', 'as it is', { x: 0, y: 0 })).toBeNull();
    expect(byName(doc)['part.bowl']!.role).toBe('part');
  });
});

describe('shared parts and whole-outline changes', () => {
  const ids = (doc: Doc) => byName(doc).b!.components.map((c) => c.id);
  test('a clean-up in one letter reaches the part, and the letter keeps it', () => {
    const doc = bowls();
    const [stem, ...bowl] = byName(doc).b!.contours;
    const rough = bowl.map((c) => simplify(polygonOf(c), { tolerance: 3, cornerDeg: 35 }));
    expect(rough.every((c) => c.of !== undefined)).toBe(true);
    const after = apply(doc, dressing.takeCleanUp(doc, outlineOf('b'), 'simplify', [stem!, ...rough]));
    expect(ids(after)).toEqual(ids(doc));
    expect(byName(after)['part.bowl']!.contours).not.toEqual(byName(doc)['part.bowl']!.contours);
  });

  test('a letter that lost its part’s contours to a pen, a stem or an older outline doesn’t get them back twice', () => {
    const doc = bowls();
    const line: Contour = {
      ...polygon([
        { x: 0, y: 0 },
        { x: 0, y: 500 },
      ]),
      closed: false,
    };
    const whole = {
      ...byName(doc).b!,
      kept: [{ label: 'Share', contours: byName(doc).b!.contours.map(({ of: _, ...c }) => c) }],
    };
    const start = { ...doc, glyphs: { ...doc.glyphs, b: whole } };
    for (const changed of [
      apply(start, dressing.takeSkeleton(start, 'b', [line], { width: 60, ends: 'flat', joins: 'round' })),
      apply(start, dressing.fitStem(start, 'b', 96)),
      apply(start, dressing.takeUpKept(start, 'b', 0)),
    ]) {
      expect(ids(changed)).toEqual([]);
      const before = changed.glyphs.b!.contours;
      const after = apply(
        changed,
        dressing.movePoints(changed, outlineOf('part.bowl'), [node(0, 0)], { x: 9, y: 0 }),
      );
      expect(byName(after).b!.contours).toBe(before);
    }
  });
});

describe('runs', () => {
  test('break, join and close give back the same shape', () => {
    const doc = sampleProject();
    const broken = apply(doc, dressing.breakRuns(doc, outlineOf('x'), [node(0, 1), node(0, 3)]));
    expect(broken.glyphs.x!.contours.map((c) => [c.closed, c.nodes.length])).toEqual([
      [false, 3],
      [false, 3],
    ]);
    const joined = apply(broken, dressing.joinEnds(broken, outlineOf('x'), [node(0, 2), node(1, 0)]));
    const closed = apply(joined, dressing.closeRuns(joined, outlineOf('x'), []));
    expect(Math.abs(area(byName(closed).x!.contours))).toBeCloseTo(area(byName(doc).x!.contours), 6);
    expect(dressing.joinEnds(doc, outlineOf('x'), [node(0, 0), node(0, 2)])).toBeNull();
  });

  test('a contour drawn with the pen is added, reversed and started elsewhere', () => {
    const doc = sampleProject();
    const drawn = apply(doc, dressing.drawContour(doc, outlineOf('x'), box(100, 100, 50, 50), null));
    expect(drawn.glyphs.x!.contours).toHaveLength(2);
    const back = apply(drawn, dressing.reverseRuns(drawn, outlineOf('x'), [node(1, 0)]));
    // A contour closed within another is a counter at once.
    expect(contourArea(drawn.glyphs.x!.contours[1]!)).toBeCloseTo(-2500);
    expect(contourArea(back.glyphs.x!.contours[1]!)).toBeCloseTo(2500);
    const started = apply(back, dressing.startHere(back, outlineOf('x'), node(1, 2)));
    expect(started.glyphs.x!.contours[1]!.nodes[0]).toEqual(back.glyphs.x!.contours[1]!.nodes[2]);
  });
});

describe('overlapping strokes', () => {
  test('stay separate to edit and are merged in the font, filled where they cross', () => {
    const doc = sampleProject();
    const crossed = {
      ...byName(doc).x!,
      contours: [box(0, 200, 400, 80), reverseContour(box(160, 0, 80, 500))],
    };
    const made = compileGlyph(crossed);
    expect(crossed.contours).toHaveLength(2);
    expect(made.contours).toHaveLength(1);
    expect(area(made.contours)).toBeCloseTo(400 * 80 + 80 * 500 - 80 * 80, 0);
  });

  test('merging by hand keeps the parts, which can be taken up again', () => {
    const doc = sampleProject();
    const glyph = { ...byName(doc).x!, contours: [box(0, 200, 400, 80), box(160, 0, 80, 500)] };
    const start = { ...doc, glyphs: { ...doc.glyphs, x: glyph } };
    const merged = apply(start, dressing.combineContours(start, outlineOf('x'), [], 'union'));
    expect(merged.glyphs.x!.contours).toHaveLength(1);
    const again = apply(merged, dressing.takeUpKept(merged, 'x', 0));
    expect(byName(again).x!.contours).toEqual(glyph.contours);
    expect(byName(again).x!.kept[0]!.contours).toHaveLength(1);
  });

  test.each([
    ['subtract', 400 * 80 - 80 * 80],
    ['intersect', 80 * 80],
  ] as const)('%s with the chosen contour', (how, left) => {
    const doc = sampleProject();
    const start = {
      ...doc,
      glyphs: {
        ...doc.glyphs,
        x: { ...byName(doc).x!, contours: [box(0, 200, 400, 80), box(160, 0, 80, 500)] },
      },
    };
    expect(
      area(apply(start, dressing.combineContours(start, outlineOf('x'), [1], how)).glyphs.x!.contours),
    ).toBeCloseTo(left, 3);
  });
});

describe('weight, width and skeletons', () => {
  test('growing keeps the advance; widening keeps the bearings and takes the picture along', () => {
    const doc = sampleProject();
    const grown = apply(doc, dressing.growGlyph(doc, outlineOf('x'), 10, 'sharp'));
    expect(advanceOf(byName(grown).x!)).toBeCloseTo(advanceOf(byName(doc).x!), 6);
    const wide = apply(doc, dressing.scaleGlyph(doc, 'x', 1.5, 1));
    expect(advanceOf(byName(wide).x!)).toBeCloseTo(100 + 1.5 * 400.3, 6);
    expect(dressing.scaleGlyph(doc, 'x', 1, 1)).toBeNull();
  });

  test('the outline follows the pen and the lines', () => {
    const doc = sampleProject();
    const line: Contour = {
      ...polygon([
        { x: 0, y: 0 },
        { x: 0, y: 500 },
      ]),
      closed: false,
    };
    const pen = { width: 60, ends: 'flat', joins: 'round' } as const;
    const drawn = apply(doc, dressing.takeSkeleton(doc, 'x', [line], pen));
    expect(area(drawn.glyphs.x!.contours)).toBeCloseTo(60 * 500, 3);
    const thick = apply(drawn, dressing.changePen(drawn, 'x', { width: 90 }));
    expect(area(thick.glyphs.x!.contours)).toBeCloseTo(90 * 500, 3);
    const longer = apply(
      thick,
      dressing.movePoints(thick, { glyphId: 'x', of: 'skeleton' }, [node(0, 1)], { x: 0, y: 100 }),
    );
    expect(contoursBox(longer.glyphs.x!.contours)!.yMax).toBeCloseTo(600, 3);
    expect(apply(longer, dressing.leaveSkeleton(longer, 'x')).glyphs.x!.skeleton).toBeNull();
    expect(dressing.changePen(thick, 'x', { width: -1 })).toBeNull();
  });
});

describe('anchors and colours', () => {
  test('an anchor is placed, moved, renamed and removed; names are not given twice', () => {
    let doc = sampleProject();
    doc = apply(doc, dressing.putAnchor(doc, 'o', { name: 'top', x: 250, y: 520 }));
    doc = apply(doc, dressing.putAnchor(doc, 'o', { name: 'top', x: 255, y: 520 }));
    expect(byName(doc).o!.anchors).toEqual([{ name: 'top', x: 255, y: 520 }]);
    expect(dressing.renameAnchor(doc, 'o', 'top', 'top')).toBeNull();
    doc = apply(doc, dressing.renameAnchor(doc, 'o', 'top', 'bottom'));
    expect(apply(doc, dressing.removeAnchor(doc, 'o', 'bottom')).glyphs.o!.anchors).toEqual([]);
  });

  test('the lowest colour stays the outline; others change their order', () => {
    let doc = sampleProject();
    const [outer, inner] = byName(doc).o!.contours;
    doc = apply(doc, dressing.addLayer(doc, 'o', [inner!], [200, 30, 30]));
    doc = apply(doc, dressing.addLayer(doc, 'o', [outer!], [30, 30, 200]));
    doc = apply(doc, dressing.moveLayer(doc, 'o', 2, -1));
    expect(byName(doc).o!.layers.map((l) => l.paint)).toMatchObject([
      {},
      { rgb: [30, 30, 200] },
      { rgb: [200, 30, 30] },
    ]);
    expect(dressing.moveLayer(doc, 'o', 1, -1)).toBeNull();
    expect(dressing.removeLayer(doc, 'o', 0)).toBeNull();
    const edited = apply(
      doc,
      dressing.movePoints(doc, { glyphId: 'o', of: 2 }, [node(0, 0)], { x: 5, y: 0 }),
    );
    expect(byName(edited).o!.contours).toBe(byName(doc).o!.contours);
    expect(byName(edited).o!.layers[2]!.contours).not.toBe(byName(doc).o!.layers[2]!.contours);
  });
});

test('cleaning many letters leaves those worked on by hand, and those changed meanwhile', () => {
  const doc = sampleProject();
  const hand = apply(doc, dressing.movePoints(doc, outlineOf('x'), [node(0, 0)], { x: 3, y: 0 }));
  expect(dressing.mayClean(hand.glyphs.x!)).toBe(false);
  expect(dressing.mayClean(hand.glyphs.o!)).toBe(true);
  const before = hand.glyphs.o!.contours;
  const taken = dressing.takeCleaned(hand, 'neaten', new Map([['o', { before, contours: [before[0]!] }]]))!;
  const after = applyDiff(hand, taken);
  expect(byName(after).o).toMatchObject({ cleaned: true, handEdited: false });
  expect(dressing.takeCleaned(after, 'neaten', new Map([['o', { before, contours: [] }]]))).toBeNull();
});
