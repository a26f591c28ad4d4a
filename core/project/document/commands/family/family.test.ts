import fc from 'fast-check';
import { contourArea, contoursBox } from '../../../../foundations/geometry/measure';
import { reverseContour, type Contour } from '../../../../foundations/geometry/contour';
import { box } from '../../../../testing/randomOutlines';
import { circle } from '../../../../testing/shapes';
import { sampleProject } from '../../../../testing/sampleProject';
import { applyDiff, reverseDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import { editEachStyle } from '../../inStep/editStyle';
import { composeAccents } from '../glyphs/composing';
import { blankGlyph, projectOf } from '../../newProject';
import { danglingReferences } from '../../queries/dangling';
import { glyphOfCodePoint } from '../../queries/lookups';
import { proposedStyles } from '../../queries/weights';
import { inStyle, ofWhole, stylesInOrder, stylesOf } from '../../queries/styles';
import type { Doc, GlyphRow } from '../../schema';
import { addSheet } from '../sheets/sheets';
import { startGlyph } from '../glyphs/renaming';
import { changeProject } from '../font/project';
import { setKerning } from '../spacing/kerning';
import { withSkeleton } from '../outline/edit';
import { addEmptyStyle, addStyle } from './addStyle';
import { changeStyle, removeStyle } from './styles';

/** A family of a regular, a bold made of it, and ornaments that nobody drew yet. */
function family(): { doc: Doc; regular: string; bold: string; ornaments: string } {
  let doc = sampleProject();
  doc = edit(doc, addStyle(doc, { name: 'Bold', weightClass: 700, heavier: 30 })!).doc;
  doc = edit(doc, addEmptyStyle(doc, { name: 'Ornaments', weightClass: 400 })!).doc;
  const [regular, bold, ornaments] = stylesInOrder(doc).map((s) => s.id);
  return { doc, regular: regular!, bold: bold!, ornaments: ornaments! };
}

const area = (cs: readonly Contour[]) => cs.reduce((sum, c) => sum + contourArea(c), 0);
const corner = (x: number, y: number) => ({ x, y, in: null, out: null, kind: 'corner' as const });
const sheet = (id: string) => ({ id, name: id, pictureId: id, widthPx: 100, heightPx: 100 });

test('a project of one style is its own view; a view is the same for the same document', () => {
  const doc = sampleProject();
  expect(inStyle(doc, projectOf(doc).styleId)).toBe(doc);
  const { doc: whole, bold } = family();
  expect(inStyle(whole, bold)).toBe(inStyle(whole, bold));
  expect(projectOf(inStyle(whole, bold)).styleId).toBe(bold);
});

test('a style shows its own letters, kerning, groups, rules and sheets, and all of a family shows up in one style or another', () => {
  const { doc, regular, bold, ornaments } = family();
  const views = [regular, bold, ornaments].map((id) => inStyle(doc, id));
  for (const table of ['glyphs', 'groups', 'kerning', 'features', 'sheets', 'pieces'] as const) {
    const ids = views.flatMap((v) => Object.keys(v[table]));
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.length).toBe(Object.keys(doc[table]).length);
  }
  for (const view of views) expect(danglingReferences(view)).toEqual([]);
});

test('the same letter begun in two styles is two letters: neither takes the other’s id or place', () => {
  const { doc, bold, ornaments } = family();
  const inBold = edit(doc, ofWhole(doc, startGlyph(inStyle(doc, bold), 'Q')!)).doc;
  const both = edit(inBold, ofWhole(inBold, startGlyph(inStyle(inBold, ornaments), 'Q')!)).doc;
  const of = (id: string) => glyphOfCodePoint(inStyle(both, id), 0x51);
  expect(of(bold)?.styleId).toBe(bold);
  expect(of(ornaments)?.styleId).toBe(ornaments);
  expect(of(bold)?.id).not.toBe(of(ornaments)?.id);
  expect(Object.keys(both.glyphs)).toHaveLength(Object.keys(doc.glyphs).length + 2);
});

test('an edit made in a style that isn’t the first leaves which style the project opens with, and every other style, as they were', () => {
  const { doc, regular, bold } = family();
  const view = inStyle(doc, bold);
  const x = glyphOfCodePoint(view, 0x78)!.id;
  const kerned = edit(doc, ofWhole(doc, setKerning(view, x, x, -20)!)).doc;
  const texted = ofWhole(kerned, changeProject(inStyle(kerned, bold), { runningText: 'eels' }, 'Text')!);
  const after = edit(kerned, texted).doc;
  expect(projectOf(after)).toEqual({ ...projectOf(doc), runningText: 'eels' });
  expect(inStyle(after, regular).glyphs).toEqual(inStyle(doc, regular).glyphs);
  expect(inStyle(after, regular).kerning).toEqual(inStyle(doc, regular).kerning);
  expect(applyDiff(after, reverseDiff(texted))).toEqual(kerned);
});

test('sheets go to the style in hand; those that say nothing of a style are the first one’s', () => {
  const { doc, regular, bold } = family();
  const added = edit(doc, ofWhole(doc, addSheet(inStyle(doc, bold), sheet('b'))!)).doc;
  const old = { ...added.sheets.b!, id: 'old', styleId: null };
  const both = { ...added, sheets: { ...added.sheets, old } };
  expect(Object.keys(inStyle(both, bold).sheets)).toEqual(['b']);
  expect(Object.keys(inStyle(both, regular).sheets)).toContain('old');
});

test('which styles an edit touches is told, so that going back shows what is taken back', () => {
  const { doc, bold } = family();
  expect(stylesOf(doc, startGlyph(inStyle(doc, bold), 'Q')!)).toEqual([bold]);
  expect(stylesOf(doc, changeProject(doc, { runningText: 'eels' }, 'Text')!)).toEqual([]);
  expect(stylesOf(doc, addSheet(inStyle(doc, bold), sheet('b'))!)).toEqual([bold]);
});

test('removing a style takes its letters, spacing, rules and sheets, in whatever order, and undo brings all of it back; the last one stays', () => {
  fc.assert(
    fc.property(fc.shuffledSubarray([0, 1, 2], { minLength: 3 }), (order) => {
      const made = family();
      const ids = [made.regular, made.bold, made.ornaments];
      let doc = edit(made.doc, ofWhole(made.doc, addSheet(inStyle(made.doc, made.bold), sheet('b'))!)).doc;
      order.forEach((k, round) => {
        const diff = removeStyle(doc, ids[k]!);
        if (round === 2) return expect(diff).toBeNull();
        const done = edit(doc, diff!);
        expect(applyDiff(done.doc, reverseDiff(done.diff))).toEqual(doc);
        doc = done.doc;
        expect(danglingReferences(doc)).toEqual([]);
        expect(doc.styles[projectOf(doc).styleId]).toBeDefined();
        expect(Object.values(doc.glyphs).some((g) => g.styleId === ids[k])).toBe(false);
      });
      const [last] = Object.values(doc.styles);
      expect(Object.values(doc.glyphs).every((g) => g.styleId === last!.id)).toBe(true);
    }),
    { numRuns: 6 },
  );
});

test('two styles are never called alike, however they are written; a style is renamed by itself', () => {
  const { doc, bold } = family();
  expect(addStyle(doc, { name: ' bold ', weightClass: 700, heavier: 10 })).toBeNull();
  expect(addEmptyStyle(doc, { name: '', weightClass: 400 })).toBeNull();
  expect(changeStyle(doc, bold, { name: 'ornaments' })).toBeNull();
  expect(changeStyle(doc, bold, { name: 'Bold' })).toBeNull();
  expect(
    edit(doc, changeStyle(doc, bold, { name: 'BOLD', weightClass: 800 })!).doc.styles[bold],
  ).toMatchObject({
    name: 'BOLD',
    weightClass: 800,
  });
});

test('a slanted style leans its letters, keeps their feet and widths, and takes parts and anchors along', () => {
  const base = sampleProject();
  const part = { ...blankGlyph('part', 'part', []), role: 'part' as const, contours: [box(0, 0, 80, 700)] };
  const user = {
    ...blankGlyph('user', 'l', [0x6c]),
    contours: [{ ...box(40, 0, 80, 700), of: 'c' }],
    components: [
      { id: 'c', glyphId: 'part', transform: { a: 1, b: 0, c: 0, d: 1, e: 40, f: 0 }, mark: null },
    ],
    anchors: [{ name: 'top', x: 80, y: 700 }],
  };
  const doc = { ...base, glyphs: { ...base.glyphs, part, user } };
  const diff = addStyle(doc, { name: 'Italic', weightClass: 400, heavier: 0, slantDeg: 10 })!;
  const after = edit(doc, diff).doc;
  const italic = Object.values(after.styles).find((s) => s.name === 'Italic')!;
  expect(italic.italic).toBe(true);
  const l = glyphOfCodePoint(inStyle(after, italic.id), 0x6c)!;
  const tan = Math.tan((10 * Math.PI) / 180);
  const about = projectOf(doc).lines.xHeight / 2;
  expect(l.anchors[0]!.x).toBeCloseTo(80 + (700 - about) * tan, 6);
  const made = contoursBox(l.contours)!;
  expect([made.yMin, made.yMax]).toEqual([0, 700]);
  // The part leans by itself, and lies in its letter where it lay: both ways give one drawing.
  const drawn = contoursBox(after.glyphs[l.components[0]!.glyphId]!.contours)!;
  expect(made.xMin - drawn.xMin).toBeCloseTo(40, 6);
  const advance = (g: typeof l) =>
    g.bearings.left + g.bearings.right + contoursBox(g.contours)!.xMax - contoursBox(g.contours)!.xMin;
  expect(advance(l)).toBeCloseTo(advance(user as typeof l), 6);
});

test('a bolder style is as tall as the regular: x and H stay on their lines, while a full stop grows all round', () => {
  const base = sampleProject();
  const stop = { ...blankGlyph('period', 'period', [0x2e]), contours: [box(0, 0, 100, 100)] };
  const lines = [{ closed: false, nodes: [corner(0, 40), corner(0, 660)] }];
  const pen = { width: 80, ends: 'round', joins: 'round', contrast: 1, angle: 0, thinned: 0 } as const;
  const l = withSkeleton(blankGlyph('l', 'l', [0x6c]), { lines, pen });
  const doc = { ...base, glyphs: { ...base.glyphs, period: stop, l } };
  for (const heavier of [40, -30]) {
    const after = edit(doc, addStyle(doc, { name: 'Other', weightClass: 700, heavier })!).doc;
    const view = inStyle(after, Object.values(after.styles).find((s) => s.name === 'Other')!.id);
    for (const char of 'Hxol') {
      const [was, is] = [doc, view].map((d) =>
        contoursBox(glyphOfCodePoint(d, char.codePointAt(0)!)!.contours)!,
      );
      expect(is!.yMin).toBeCloseTo(was!.yMin, 0);
      expect(is!.yMax).toBeCloseTo(was!.yMax, 0);
      expect(is!.xMax - is!.xMin - (was!.xMax - was!.xMin)).toBeCloseTo(heavier, 0);
    }
    const dot = contoursBox(glyphOfCodePoint(view, 0x2e)!.contours)!;
    expect(dot.yMax - dot.yMin).toBeCloseTo(100 + heavier, 0);
  }
});

test('made in each style by itself, an accented letter is made of its own style’s letters', () => {
  const base = sampleProject();
  const acute = { ...blankGlyph('acute', 'acute', [0xb4]), contours: [box(0, 600, 60, 120)] };
  const e = { ...blankGlyph('e', 'e', [0x65]), contours: [box(0, 0, 300, 480)] };
  const { eacute: _, ...glyphs } = base.glyphs;
  const one = { ...base, glyphs: { ...glyphs, acute, e } };
  const two = edit(one, addStyle(one, { name: 'Bold', weightClass: 700, heavier: 30 })!).doc;
  const made = editEachStyle(two, (style) => composeAccents(style, 'é'));
  for (const style of stylesInOrder(made)) {
    const letter = glyphOfCodePoint(inStyle(made, style.id), 0xe9)!;
    expect(letter.components).toHaveLength(2);
    for (const c of letter.components) expect(made.glyphs[c.glyphId]?.styleId).toBe(style.id);
  }
});

test('further styles are proposed by the stems there are: from a bold a light is as thin as from the regular, and an italic proposes italics', () => {
  const base = sampleProject();
  const stemmed = (doc: Doc, id: string, upright: number) => ({
    ...doc,
    styles: { ...doc.styles, [id]: { ...doc.styles[id]!, stems: { upright, level: null } } },
  });
  const regular = stemmed(base, 'regular', 80);
  const of = (doc: Doc, id: string) => proposedStyles(inStyle(doc, id), doc);
  expect(of(regular, 'regular').map((p) => [p.name, p.heavier, p.slantDeg])).toEqual([
    ['Light', -20, 0],
    ['Medium', 16, 0],
    ['Bold', 48, 0],
    ['Italic', 0, 9],
    ['Outline', 28, 0],
    ['Inline', 16, 0],
    ['Ornaments', 0, 0],
  ]);
  const both = edit(regular, addStyle(regular, { name: 'Bold', weightClass: 700, heavier: 48 })!).doc;
  const bold = Object.values(both.styles).find((s) => s.name === 'Bold')!;
  expect(bold.stems.upright).toBe(128);
  const light = of(both, bold.id).find((p) => p.name === 'Light');
  expect(light?.heavier).toBe(60 - 128);
  const leaning = edit(
    both,
    addStyle(both, { name: 'Italic', weightClass: 400, heavier: 0, slantDeg: 9 })!,
  ).doc;
  const italic = Object.values(leaning.styles).find((s) => s.name === 'Italic')!;
  expect(of(leaning, italic.id).map((p) => p.name)).toEqual([
    'Light Italic',
    'Medium Italic',
    'Bold Italic',
    'Outline',
    'Inline',
    'Ornaments',
  ]);
});

test('a hollow style has an edge of its letters left, as wide as it was asked for', () => {
  const doc = sampleProject();
  const made = addStyle(doc, { name: 'Outline', weightClass: 400, heavier: 0, edge: 10 })!;
  const whole = edit(doc, made).doc;
  const [, outline] = stylesInOrder(whole);
  for (const g of Object.values(doc.glyphs).filter(
    (row) => row.codePoints.length > 0 && row.contours.length > 0,
  )) {
    const hollow = Object.values(whole.glyphs).find((h) => h.styleId === outline!.id && h.name === g.name)!;
    expect(contoursBox(hollow.contours)).toEqual(contoursBox(g.contours));
    expect(Math.abs(area(hollow.contours))).toBeLessThan(Math.abs(area(g.contours)));
    expect(hollow.components).toHaveLength(g.components.length);
  }
});

test('crowded letters of a bold stay open: their strokes grow less than those of the others, also along skeletons', () => {
  const doc = sampleProject();
  const ring = (cx: number, cy: number, r: number): Contour => circle(cx, cy, r);
  const pen = { width: 60, ends: 'round', joins: 'round', contrast: 1, angle: 0, thinned: 0 } as const;
  // Two small bowls, as an 8 has them, and one wide one, each with a stroke of 60: inside the small ones 70 are left.
  const crowded = withSkeleton(blankGlyph('c8', 'eight', [0x38]), {
    lines: [ring(100, 100, 65), ring(100, 255, 65)],
    pen,
  });
  const wide = withSkeleton(blankGlyph('w0', 'zero', [0x30]), { lines: [ring(200, 200, 190)], pen });
  const two = [
    box(0, 0, 300, 700),
    reverseContour(box(120, 120, 60, 200)),
    reverseContour(box(120, 380, 60, 200)),
  ];
  const outline = { ...blankGlyph('cB', 'B', [0x42]), contours: two };
  const glyphs = { ...doc.glyphs, c8: crowded, w0: wide, cB: outline };
  const made = edit(
    { ...doc, glyphs },
    addStyle({ ...doc, glyphs }, { name: 'Bold', weightClass: 700, heavier: 50 })!,
  ).doc;
  const bold = (name: string) =>
    Object.values(made.glyphs).find((g) => g.name === name && g.styleId !== 'regular')!;
  const holes = (g: GlyphRow) => g.contours.filter((c) => contourArea(c) < -30).length;
  expect(bold('zero').skeleton?.pen.width).toBe(110);
  expect(bold('eight').skeleton!.pen.width).toBeGreaterThan(60 + 0.5 * 50);
  expect(bold('eight').skeleton!.pen.width).toBeLessThan(110);
  expect(holes(bold('eight'))).toBe(holes(crowded));
  expect(holes(bold('B'))).toBe(2);
  expect(
    Math.min(
      ...bold('B')
        .contours.map((c) => -contourArea(c))
        .filter((a) => a > 0),
    ),
  ).toBeGreaterThan(0.2 * 60 * 200);
});
