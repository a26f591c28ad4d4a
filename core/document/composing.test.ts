import { contoursBox } from '../geometry/measure';
import { box } from '../testing/randomOutlines';
import { circle } from '../testing/shapes';
import { composable, composeAccents, formulaOf, WESTERN_ACCENTS } from './commands/composing';
import { movePoints, outlineOf } from './commands/dressing';
import { commit, emptyHistory } from './history';
import { advanceOf } from './metrics';
import { blankGlyph } from './newProject';
import type { Doc, GlyphRow } from './schema';
import { sampleProject } from '../testing/sampleProject';

function letters(): Doc {
  const doc = sampleProject();
  const { eacute: _, ...glyphs } = doc.glyphs;
  const more: GlyphRow[] = [
    { ...blankGlyph('e', 'e', [0x65]), contours: [circle(200, 240, 240)] },
    { ...blankGlyph('i', 'i', [0x69]), contours: [box(0, 0, 80, 500), circle(40, 640, 50)] },
    { ...blankGlyph('acute', 'acute', [0xb4]), contours: [box(0, 600, 60, 120)] },
    { ...blankGlyph('uni0308', 'uni0308', [0x308]), contours: [box(0, 600, 60, 60), box(140, 600, 60, 60)] },
    { ...blankGlyph('cedilla', 'cedilla', [0xb8]), contours: [box(0, -180, 70, 180)] },
  ];
  return { ...doc, glyphs: { ...glyphs, ...Object.fromEntries(more.map((g) => [g.id, g])) } };
}
const composed = (doc: Doc, list: string): Doc => commit(doc, emptyHistory, composeAccents(doc, list)!).doc;

describe('composing', () => {
  test('formulas are Unicode’s (values from UnicodeData.txt, from memory: U+00E9, U+1EA5, U+0131)', () => {
    expect(formulaOf('é')).toEqual({ char: 'é', base: 0x65, marks: [0x301] });
    expect(formulaOf('ấ')).toEqual({ char: 'ấ', base: 0x61, marks: [0x302, 0x301] });
    expect(formulaOf('ı')).toBeNull();
    expect([...WESTERN_ACCENTS].every((c) => formulaOf(c) !== null)).toBe(true);
  });

  test('only what has its parts and is not drawn is offered', () => {
    expect(composable(letters(), 'éëèïí')).toEqual(['é', 'ë', 'ï', 'í']);
    const done = composed(letters(), 'éë');
    expect(composable(done, 'éë')).toEqual([]);
  });

  test('a mark stands in the middle above the letter, the advance is the letter’s', () => {
    const doc = composed(letters(), 'éë');
    const [e, eacute] = [doc.glyphs.e!, doc.glyphs.eacute!];
    expect(advanceOf(eacute)).toBeCloseTo(advanceOf(e), 9);
    const mark = contoursBox(eacute.contours.slice(1))!;
    expect((mark.xMin + mark.xMax) / 2).toBeCloseTo(200, 0);
    expect(mark.yMin - 480).toBeCloseTo(70, 6);
  });

  test('i loses its dot under a mark', () => {
    const doc = composed(letters(), 'íï');
    expect(doc.glyphs.dotlessi!.contours).toHaveLength(1);
    expect(doc.glyphs.iacute!.contours).toHaveLength(2);
    expect(doc.glyphs.idieresis!.contours).toHaveLength(3);
  });

  test('anchors decide when both have them', () => {
    const doc = letters();
    const e = { ...doc.glyphs.e!, anchors: [{ name: 'top', x: 260, y: 500 }] };
    const acute = { ...doc.glyphs.acute!, anchors: [{ name: '_top', x: 30, y: 590 }] };
    const made = composed({ ...doc, glyphs: { ...doc.glyphs, e, acute } }, 'é');
    const mark = contoursBox(made.glyphs.eacute!.contours.slice(1))!;
    expect([mark.xMin, mark.yMin]).toEqual([230, 510]);
  });

  test('e acute follows e; once redrawn by hand it stays, and e is not changed by it', () => {
    const doc = composed(letters(), 'é');
    const moved = commit(
      doc,
      emptyHistory,
      movePoints(doc, outlineOf('e'), [{ contour: 0, node: 0, part: 'node' }], { x: 30, y: 0 })!,
    ).doc;
    expect(contoursBox(moved.glyphs.eacute!.contours.slice(0, 1))).toEqual(
      contoursBox(moved.glyphs.e!.contours),
    );
    const redrawn = commit(
      moved,
      emptyHistory,
      movePoints(moved, outlineOf('eacute'), [{ contour: 0, node: 1, part: 'node' }], { x: 0, y: -40 })!,
    ).doc;
    expect(redrawn.glyphs.e).toEqual(moved.glyphs.e);
    const after = commit(
      redrawn,
      emptyHistory,
      movePoints(redrawn, outlineOf('e'), [{ contour: 0, node: 2, part: 'node' }], { x: -50, y: 0 })!,
    ).doc;
    expect(after.glyphs.eacute!.contours[0]).toEqual(redrawn.glyphs.eacute!.contours[0]);
  });

  test('a cedilla touches the letter from below', () => {
    const doc = letters();
    const c = { ...doc.glyphs.e!, id: 'c', name: 'c', codePoints: [0x63] };
    const made = composed({ ...doc, glyphs: { ...doc.glyphs, c } }, 'ç');
    expect(contoursBox(made.glyphs.ccedilla!.contours.slice(1))!.yMax).toBeCloseTo(0, 6);
  });
});
