import { readFileSync } from 'node:fs';
import { byName } from '../../../../testing/named';
import { join } from 'node:path';
import { parse } from 'opentype.js';
import { polygon, type Contour } from '../../../../foundations/geometry/contour';
import { contoursBox, type Box } from '../../../../foundations/geometry/measure';
import { polygonsOf, type PathCommand } from '../../../../foundations/geometry/pathPolygons';
import { box } from '../../../../testing/randomOutlines';
import { circle } from '../../../../testing/shapes';
import { composeAccents, takeOnCapitals, WESTERN_ACCENTS } from './composing';
import { formulaOf, composable } from '../../queries/accents';
import { movePoints, outlineOf } from '../outline';
import { commit, emptyHistory } from '../../changes/history';
import { advanceOf } from '../../queries/metrics';
import { blankGlyph, newProject } from '../../newProject';
import type { Doc, GlyphRow } from '../../schema';
import { sampleProject } from '../../../../testing/sampleProject';

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
    const [e, eacute] = [byName(doc).e!, byName(doc).eacute!];
    expect(advanceOf(eacute)).toBeCloseTo(advanceOf(e), 9);
    const mark = contoursBox(eacute.contours.slice(1))!;
    expect((mark.xMin + mark.xMax) / 2).toBeCloseTo(200, 0);
    expect(mark.yMin - 480).toBeCloseTo(70, 6);
  });

  test('capitals take a mark that was drawn for them', () => {
    let doc = letters();
    const flat = { ...blankGlyph('acute.alt1', 'acute.alt1', []), contours: [box(0, 600, 60, 40)] };
    const E = { ...blankGlyph('E', 'E', [0x45]), contours: [box(0, 0, 400, 700)] };
    doc = { ...doc, glyphs: { ...doc.glyphs, E, 'acute.alt1': flat } };
    expect(takeOnCapitals(doc, 'E')).toBeNull();
    doc = commit(doc, emptyHistory, takeOnCapitals(doc, 'acute.alt1')!).doc;
    expect(byName(doc)['acute.case']).toMatchObject({ name: 'acute.case', codePoints: [] });
    doc = composed(doc, 'Éé');
    expect(byName(doc).Eacute!.components[1]!.glyphId).toBe(byName(doc)['acute.case']!.id);
    expect(byName(doc).eacute!.components[1]!.glyphId).toBe('acute');
  });

  test('ogonek and horn stand at the right, the one below, the other at the shoulder', () => {
    const doc = letters();
    const more = {
      o: { ...blankGlyph('o', 'o', [0x6f]), contours: [circle(200, 240, 240)] },
      ogonek: { ...blankGlyph('ogonek', 'ogonek', [0x2db]), contours: [box(0, -180, 80, 180)] },
      uni031B: { ...blankGlyph('uni031B', 'uni031B', [0x31b]), contours: [box(0, 400, 100, 160)] },
    };
    const done = composed({ ...doc, glyphs: { ...doc.glyphs, ...more } }, 'ęơ');
    const mark = (id: string) => contoursBox(byName(done)[id]!.contours.slice(1))!;
    expect(mark('eogonek').yMax).toBeCloseTo(0, 0);
    expect((mark('eogonek').xMin + mark('eogonek').xMax) / 2).toBeGreaterThan(280);
    expect(mark('ohorn').xMax).toBeGreaterThan(440);
    expect(mark('ohorn').xMin).toBeLessThan(440);
    expect(mark('ohorn').yMin).toBeGreaterThan(300);
  });

  test('i loses its dot under a mark', () => {
    const doc = composed(letters(), 'íï');
    expect(byName(doc).dotlessi!.contours).toHaveLength(1);
    expect(byName(doc).iacute!.contours).toHaveLength(2);
    expect(byName(doc).idieresis!.contours).toHaveLength(3);
  });

  test('anchors decide when both have them', () => {
    const doc = letters();
    const e = { ...byName(doc).e!, anchors: [{ name: 'top', x: 260, y: 500 }] };
    const acute = { ...byName(doc).acute!, anchors: [{ name: '_top', x: 30, y: 590 }] };
    const made = composed({ ...doc, glyphs: { ...doc.glyphs, e, acute } }, 'é');
    const mark = contoursBox(byName(made).eacute!.contours.slice(1))!;
    expect([mark.xMin, mark.yMin]).toEqual([230, 510]);
  });

  test('e acute follows e; once redrawn by hand it stays, and e is not changed by it', () => {
    const doc = composed(letters(), 'é');
    const moved = commit(
      doc,
      emptyHistory,
      movePoints(doc, outlineOf('e'), [{ contour: 0, node: 0, part: 'node' }], { x: 30, y: 0 })!,
    ).doc;
    expect(contoursBox(byName(moved).eacute!.contours.slice(0, 1))).toEqual(
      contoursBox(byName(moved).e!.contours),
    );
    const redrawn = commit(
      moved,
      emptyHistory,
      movePoints(moved, outlineOf(byName(moved).eacute!.id), [{ contour: 0, node: 1, part: 'node' }], {
        x: 0,
        y: -40,
      })!,
    ).doc;
    expect(redrawn.glyphs.e).toEqual(moved.glyphs.e);
    const after = commit(
      redrawn,
      emptyHistory,
      movePoints(redrawn, outlineOf('e'), [{ contour: 0, node: 2, part: 'node' }], { x: -50, y: 0 })!,
    ).doc;
    expect(byName(after).eacute!.contours[0]).toEqual(byName(redrawn).eacute!.contours[0]);
  });

  test('a cedilla touches the letter from below', () => {
    const doc = letters();
    const c = { ...byName(doc).e!, id: 'c', name: 'c', codePoints: [0x63] };
    const made = composed({ ...doc, glyphs: { ...doc.glyphs, c } }, 'ç');
    expect(contoursBox(byName(made).ccedilla!.contours.slice(1))!.yMax).toBeCloseTo(0, 6);
  });
});

/** Accents in place by the designers of Work Sans (W. Wei) and Libre Baskerville (P. Impallari), SIL Open Font License. */
describe.each(['work-sans', 'libre-baskerville'])('beside the accents of %s', (name) => {
  const file = join('node_modules', '@fontsource', name, 'files', `${name}-latin-400-normal.woff`);
  const font = parse(readFileSync(file).slice().buffer);
  const contours = (char: string) =>
    polygonsOf(font.charToGlyph(char).getPath(0, 0, 1000).commands as PathCommand[]).map((points) =>
      polygon(points),
    );
  const glyph = (char: string): GlyphRow => ({
    ...blankGlyph(char, char, [char.codePointAt(0)!]),
    contours: contours(char),
  });
  const bases = [...'aeiouncyAEOUNC'];
  const base = newProject('p', 'P', 0);
  const doc: Doc = {
    ...base,
    project: { p: { ...base.project.p!, lines: { ...base.project.p!.lines, xHeight: 500 } } },
    glyphs: Object.fromEntries([...bases, ...'\u00b4`\u02c6\u00a8\u02dc\u00b8'].map((c) => [c, glyph(c)])),
  };
  const done = composed(doc, WESTERN_ACCENTS);
  /** The mark of an accented letter: what stands wholly above (or hangs below) its letter. */
  const markOf = (all: readonly Contour[], letter: Box, below: boolean): Box | null =>
    contoursBox(
      all.filter((c) => {
        const b = contoursBox([c])!;
        return below ? b.yMin < letter.yMin - 40 && b.yMax < 60 : b.yMin > letter.yMax - 12;
      }),
    );
  test('marks stand where designers put them, to a twentieth of the em sideways', () => {
    const rows = [
      ...'\u00e0\u00e1\u00e2\u00e3\u00e4\u00e8\u00e9\u00ea\u00eb\u00f1\u00f2\u00f3\u00f4\u00f5\u00f6\u00f9\u00fa\u00fb\u00fc\u00fd\u00ff\u00c0\u00c1\u00c2\u00c3\u00c4\u00c8\u00c9\u00ca\u00cb\u00d1\u00d2\u00d3\u00d4\u00d5\u00d6\u00d9\u00da\u00db\u00dc',
    ].flatMap((char) => {
      const own = Object.values(done.glyphs).find((g) => g.codePoints.includes(char.codePointAt(0)!));
      if (!own) return [];
      const letter = contoursBox(contours(char.normalize('NFD')[0]!))!;
      const ours = markOf(own.contours, letter, false);
      // The designer's letter may stand elsewhere on the em: it is laid over by its own foot.
      const theirs = markOf(contours(char), letter, false);
      return ours && theirs
        ? [{ char, dx: (ours.xMin + ours.xMax - theirs.xMin - theirs.xMax) / 2, dy: ours.yMin - theirs.yMin }]
        : [];
    });
    expect(rows.length).toBeGreaterThan(25);
    const sorted = (of: (r: (typeof rows)[number]) => number) =>
      rows.map((r) => Math.abs(of(r))).sort((a, b) => a - b);
    const [dx, dy] = [sorted((r) => r.dx), sorted((r) => r.dy)];
    expect(dx[Math.floor(dx.length / 2)]).toBeLessThan(18);
    expect(dx[Math.floor(0.9 * dx.length)]).toBeLessThan(50);
    expect(dy[Math.floor(dy.length / 2)]).toBeLessThan(60);
  });
});
