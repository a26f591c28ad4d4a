import fc from 'fast-check';
import { byName, readableIds } from '../../testing/named';
import { checkProject } from '../../fonts/check/checkProject';
import { contoursBox } from '../../foundations/geometry/measure';
import { polygon } from '../../foundations/geometry/contour';
import { describeProblem } from '../../foundations/problems/describe';
import { sampleProject } from '../../testing/sampleProject';
import { changeCasting } from './commands/font/casting';
import { deleteNodes, movePoints, outlineOf, releaseHandEdits, setNodeKind } from './commands/outline';
import { setAdvance, setBearings } from './commands/spacing/bearings';
import { setKerning } from './commands/spacing/kerning';
import { takeLifted } from './commands/pieces/takeLifted';
import { dropPiece, acceptPieces, relabelPiece } from './commands/pieces/named';
import { changeSeating, seatAll } from './commands/lines/changeSeating';
import { takeRetraced } from './commands/sheets/recipes';
import { removeSheet, addSheet } from './commands/sheets/sheets';
import { missingOfBill } from './queries/sheets';
import { renameGlyph } from './commands/glyphs/renaming';
import { changeProject } from './commands/font/project';
import { applyDiff, diffOfWhole, fits, mergeDiffs, reverseDiff, type ProjectDiff } from './changes/diff';
import { commit, emptyHistory, redo, undo, goTo } from './changes/history';
import { edit } from './inStep/edit';
import { advanceOf } from './queries/metrics';
import { newProject } from './newProject';
import { codePointsInOrder } from './queries/order';
import type { Doc } from './schema';

const apply = (doc: Doc, diff: ProjectDiff | null): Doc => (diff ? edit(doc, diff).doc : doc);

/** A sheet of blocks standing on a baseline at y = 200 px, 20 px wide, heights by character. */
function liftedBlocks(heights: Record<string, number>): Doc {
  const doc = newProject('p', 'P', 0);
  const sheet = { id: 's', name: 'page.png', pictureId: 'abc', widthPx: 800, heightPx: 400 };
  const pieces = Object.entries(heights).map(([char, h], order) => {
    const x = 20 + order * 40;
    const corners = [
      { x, y: 200 - h },
      { x, y: 200 },
      { x: x + 20, y: 200 },
      { x: x + 20, y: 200 - h },
    ];
    const box = { x, y: 200 - h, width: 20, height: h };
    return {
      box,
      seeds: [],
      cuts: [],
      order,
      row: 0,
      baselineY: 200,
      char,
      confidence: 0.9,
      outline: [polygon(corners)],
      layers: [],
      name: null,
    };
  });
  const added = apply(doc, addSheet(doc, sheet));
  return readableIds(
    apply(
      added,
      takeLifted(added, 's', { skewRad: 0, capHeightPx: 140, specksDropped: 0, printedLines: 0, pieces }),
    ),
  );
}

const blocks = () => liftedBlocks({ H: 140, x: 98, A: 138, y: 96 });

describe('edits are data', () => {
  const edits: ((doc: Doc) => ProjectDiff | null)[] = [
    (d) => setBearings(d, 'o', { left: 33 }),
    (d) => setBearings(d, 'H', { right: -20 }),
    (d) => setKerning(d, 'H', 'o', -12),
    (d) => setKerning(d, 'T', 'o', 0),
    (d) => movePoints(d, outlineOf('x'), [{ contour: 0, node: 1, part: 'node' }], { x: 10, y: -5 }),
    (d) => deleteNodes(d, outlineOf('o'), [{ contour: 0, node: 2, part: 'node' }]),
    (d) => setNodeKind(d, outlineOf('o'), [{ contour: 0, node: 0, part: 'node' }], 'corner'),
    (d) => changeProject(d, { bill: 'abc' }, 'Bill'),
    (d) => renameGlyph(d, 'x', 'z'),
    (d) => changeCasting(d, { family: 'Other' }),
  ];

  test('any run of edits, undone step by step, gives back the very same document; redone, the edited one', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: edits.length - 1 }), { maxLength: 14 }), (picks) => {
        const start = sampleProject();
        let doc = start;
        let history = emptyHistory;
        for (const k of picks) {
          const diff = edits[k]!(doc);
          if (!diff) continue;
          expect(fits(doc, diff)).toBe(true);
          ({ doc, history } = commit(doc, history, diff));
        }
        const end = doc;
        for (let step = undo(doc, history); step; step = undo(doc, history)) ({ doc, history } = step);
        expect(doc).toEqual(start);
        for (let step = redo(doc, history); step; step = redo(doc, history)) ({ doc, history } = step);
        expect(doc).toEqual(end);
      }),
      { seed: 7, numRuns: 60 },
    );
  });

  test('the history is gone through in one step, back and forward, to the same documents', () => {
    const start = sampleProject();
    let doc = start;
    let history = emptyHistory;
    const along = [start];
    for (const left of [10, 20, 30]) {
      ({ doc, history } = commit(doc, history, setBearings(doc, 'o', { left })!));
      along.push(doc);
    }
    const back = goTo(doc, history, 1)!;
    expect(back.doc).toEqual(along[1]);
    expect(applyDiff(doc, back.diff)).toEqual(along[1]);
    expect(goTo(back.doc, back.history, 3)!.doc).toEqual(along[3]);
    expect(goTo(back.doc, back.history, 1)).toBeNull();
    expect(goTo(back.doc, back.history, 0)!.doc).toEqual(start);
  });

  test('a drag makes one step', () => {
    const doc = sampleProject();
    const first = commit(doc, emptyHistory, setBearings(doc, 'o', { left: 40 })!);
    const second = commit(first.doc, first.history, setBearings(first.doc, 'o', { left: 30 })!, true);
    expect(second.history.done).toHaveLength(1);
    expect(undo(second.doc, second.history)!.doc).toEqual(doc);
  });

  test('merged edits equal the two in turn, and cancel out to nothing', () => {
    const doc = sampleProject();
    const a = setBearings(doc, 'o', { left: 1 })!;
    const b = setBearings(applyDiff(doc, a), 'H', { left: 2 })!;
    expect(applyDiff(doc, mergeDiffs(a, b))).toEqual(applyDiff(applyDiff(doc, a), b));
    expect(mergeDiffs(a, reverseDiff(a)).changes).toHaveLength(0);
  });

  test('a whole project as one edit builds it up from nothing', () => {
    const doc = sampleProject();
    const empty = Object.fromEntries(Object.keys(doc).map((t) => [t, {}])) as unknown as Doc;
    expect(applyDiff(empty, diffOfWhole(doc, 'Open'))).toEqual(doc);
  });
});

describe('from pieces to glyphs', () => {
  test('the capital reference reaches the cap height, the x-height line follows the x', () => {
    const doc = apply(blocks(), changeSeating(blocks(), { seating: { smallReference: 'x' } }));
    expect(contoursBox(byName(doc).H!.contours)).toMatchObject({ yMin: 0, yMax: 700 });
    expect(doc.project.p!.lines.xHeight).toBe(490);
    expect(contoursBox(byName(doc).x!.contours)!.yMax).toBeCloseTo(490, 6);
    // The same factor for all: 20 px of 140 px a cap height.
    expect(advanceOf(byName(doc).A!)).toBeCloseTo(100 + 100, 6);
  });
  test('small letters get their own factor when the x-height line is set', () => {
    const doc = apply(
      blocks(),
      changeSeating(blocks(), {
        lines: { xHeight: 520 },
        seating: { reference: 'caps-and-small', smallReference: 'x' },
      }),
    );
    expect(contoursBox(byName(doc).x!.contours)!.yMax).toBeCloseTo(520, 6);
    expect(contoursBox(byName(doc).H!.contours)!.yMax).toBeCloseTo(700, 6);
  });
  test('another cap height scales everything with it', () => {
    const doc = apply(blocks(), changeSeating(blocks(), { lines: { capHeight: 650 } }));
    expect(contoursBox(byName(doc).H!.contours)!.yMax).toBeCloseTo(650, 6);
  });
  test('relabelling moves the drawing to its new character and frees the old one', () => {
    const doc = apply(blocks(), relabelPiece(blocks(), 's:2', 'B'));
    expect(byName(doc).A).toBeUndefined();
    expect(byName(doc).B!.source!.pieceId).toBe('s:2');
    // A character that another piece had is taken from it.
    const taken = apply(doc, relabelPiece(doc, 's:2', 'x'));
    expect(taken.pieces['s:1']!.char).toBeNull();
    expect(byName(taken).x!.source!.pieceId).toBe('s:2');
  });
  test('an outline worked on by hand survives seating, lifting again and dropping', () => {
    const edited = apply(
      blocks(),
      movePoints(blocks(), outlineOf('A'), [{ contour: 0, node: 0, part: 'node' }], { x: 0, y: 25 }),
    );
    const kept = byName(edited).A!.contours;
    expect(apply(edited, seatAll(edited)).glyphs.A!.contours).toBe(kept);
    expect(apply(edited, dropPiece(edited, 's:2', true)).glyphs.A!.contours).toBe(kept);
    const released = apply(edited, releaseHandEdits(edited, 'A'));
    expect(apply(released, seatAll(released)).glyphs.A!.contours).not.toBe(kept);
  });
  test('an outline worked on by hand is moved and scaled as its picture is when the letters are seated anew', () => {
    const edited = apply(
      blocks(),
      movePoints(blocks(), outlineOf('A'), [{ contour: 0, node: 0, part: 'node' }], { x: 0, y: 25 }),
    );
    const [before, source] = [contoursBox(byName(edited).A!.contours)!, byName(edited).A!.source!.transform];
    const seated = apply(edited, changeSeating(edited, { lines: { capHeight: 350 } }));
    const after = contoursBox(byName(seated).A!.contours)!;
    const k = byName(seated).A!.source!.transform.a / source.a;
    expect(k).toBeLessThan(0.9);
    expect((after.yMax - after.yMin) / (before.yMax - before.yMin)).toBeCloseTo(k, 6);
    expect(byName(seated).A!.handEdited).toBe(true);
  });
  test('dropping a piece takes its glyph away, taking it back brings it again', () => {
    const dropped = apply(blocks(), dropPiece(blocks(), 's:2', true));
    expect(byName(dropped).A).toBeUndefined();
    expect(byName(apply(dropped, dropPiece(dropped, 's:2', false))).A).toBeDefined();
  });
  test('accepting, coverage and removing a sheet', () => {
    const doc = blocks();
    expect(missingOfBill(doc)).not.toContain('H');
    expect(apply(doc, acceptPieces(doc, ['s:0'])).pieces['s:0']!.state).toBe('accepted');
    const without = apply(doc, removeSheet(doc, 's'));
    expect(Object.keys(byName(without)).sort()).toEqual(['.notdef', 'space', 'uni00A0']);
  });
  test('a second sheet never overwrites the glyphs of the first', () => {
    const doc = blocks();
    const more = apply(doc, addSheet(doc, { id: 't', name: 'two', pictureId: 'd', widthPx: 9, heightPx: 9 }));
    const piece = { ...more.pieces['s:0']!, id: 't:0', char: 'H' };
    const after = apply(
      more,
      takeLifted(more, 't', {
        skewRad: 0,
        capHeightPx: 1,
        specksDropped: 0,
        printedLines: 0,
        pieces: [piece],
      }),
    );
    expect(byName(after).H!.source!.pieceId).toBe('s:0');
  });
});

describe('points', () => {
  test('what grows out of the letter hangs over: advance and the rest stay', () => {
    const doc = sampleProject();
    const before = advanceOf(byName(doc).x!);
    const moved = apply(
      doc,
      movePoints(doc, outlineOf('x'), [{ contour: 0, node: 1, part: 'node' }], { x: 60, y: 0 }),
    );
    expect(advanceOf(moved.glyphs.x!)).toBeCloseTo(before, 9);
    expect(moved.glyphs.x!.bearings.right).toBeCloseTo(-10, 9);
  });
  test('a smooth point keeps its handles in line when one is moved', () => {
    const doc = sampleProject();
    const moved = apply(
      doc,
      movePoints(doc, outlineOf('o'), [{ contour: 0, node: 0, part: 'out' }], { x: 40, y: 0 }),
    );
    const n = moved.glyphs.o!.contours[0]!.nodes[0]!;
    const cross = (n.out!.x - n.x) * (n.in!.y - n.y) - (n.out!.y - n.y) * (n.in!.x - n.x);
    expect(Math.abs(cross)).toBeLessThan(1e-6);
  });
  test('deleting a point of a circle keeps its shape within a few units', () => {
    const doc = apply(
      sampleProject(),
      deleteNodes(sampleProject(), outlineOf('eacute'), [{ contour: 0, node: 0, part: 'node' }]),
    );
    const box = contoursBox(byName(doc).eacute!.contours)!;
    expect(byName(doc).eacute!.contours[0]!.nodes).toHaveLength(3);
    expect(Math.abs(box.xMax - 440)).toBeLessThan(25);
  });
  test.each([1e300, Infinity, NaN])('a point is never moved by %d u: nothing could be drawn there', (far) => {
    const doc = sampleProject();
    const point = [{ contour: 0, node: 1, part: 'node' as const }];
    expect(movePoints(doc, outlineOf('x'), point, { x: far, y: 0 })).toBeNull();
  });
  test('nothing to do gives no edit', () => {
    const doc = sampleProject();
    expect(movePoints(doc, outlineOf('x'), [], { x: 5, y: 5 })).toBeNull();
    expect(setNodeKind(doc, outlineOf('o'), [{ contour: 0, node: 0, part: 'node' }], 'smooth')).toBeNull();
    expect(setBearings(doc, 'o', { left: 50 })).toBeNull();
  });
});

test('bearings that would pass each other are refused, and so are taken characters made by hand', () => {
  const doc = sampleProject();
  expect(setBearings(doc, 'T', { left: -500 })).toBeNull();
  expect(setAdvance(doc, byName(doc).space!.id, 300)!.changes[0]!.after).toMatchObject({
    bearings: { left: 150, right: 150 },
  });
  expect(renameGlyph(doc, 'x', 'o')).toBeNull();
});

test('characters are ordered capitals, small letters, figures, the rest', () => {
  const doc = sampleProject();
  const sorted = Object.values(doc.glyphs)
    .sort(codePointsInOrder)
    .map((g) => g.name);
  expect(sorted).toEqual(['H', 'T', 'o', 'x', 'eacute', 'space', 'uni00A0', 'u1F41F', '.notdef']);
});

describe('check before casting', () => {
  const codes = (doc: Doc) => checkProject(doc).map((p) => p.code);
  test('a good project has only the note of what is missing', () => {
    expect(codes(sampleProject())).toEqual(['bill-missing']);
  });
  test('each snag is found at its place, errors first', () => {
    const doc = sampleProject();
    const speck = polygon([
      { x: 0, y: 0 },
      { x: 3, y: 0 },
      { x: 3, y: 3 },
    ]);
    const glyphs = {
      ...doc.glyphs,
      x: { ...byName(doc).x!, contours: [...byName(doc).x!.contours, speck], codePoints: [0x6f] },
      T: { ...byName(doc).T!, bearings: { left: -400, right: -400 } },
    };
    const found = checkProject({ ...doc, glyphs });
    expect(found.map((p) => [p.code, p.place.glyph])).toEqual(
      expect.arrayContaining([
        ['contour-tiny', 'x'],
        ['code-point-taken', expect.any(String)],
        ['advance-negative', 'T'],
      ]),
    );
    expect(found[0]!.severity).toBe('error');
  });
  test('an empty project and an empty family name stop the casting', () => {
    const doc = newProject('p', 'P', 0);
    expect(codes(doc)).toContain('no-glyphs');
    expect(codes(apply(doc, changeCasting(doc, { family: ' ' })))).toContain('name-missing');
  });
  test('every problem has a sentence', () => {
    for (const p of checkProject(newProject('p', 'P', 0))) expect(describeProblem(p)).toMatch(/\w+/);
  });
});

test('tracing one sheet by another recipe leaves the other sheets and their recipe alone', () => {
  const base = sampleProject();
  const sheet = (id: string) => ({ id, name: id, pictureId: 'p', widthPx: 10, heightPx: 10 });
  const one = applyDiff(base, addSheet(base, sheet('one'), 'A')!);
  const two = applyDiff(one, addSheet(one, sheet('two'), 'B')!);
  const shared = two.sheets['two']!.recipeId;
  expect(two.sheets['one']!.recipeId).toBe(shared);
  const after = applyDiff(two, takeRetraced(two, 'one', { tolerancePx: 1.5 }, new Map())!);
  expect(after.recipes[after.sheets['one']!.recipeId]!.tolerancePx).toBe(1.5);
  expect(after.sheets['two']!.recipeId).toBe(shared);
  expect(after.recipes[shared]).toEqual(two.recipes[shared]);
});
