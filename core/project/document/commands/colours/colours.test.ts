import { colourKey, type Rgb } from '../../../../foundations/geometry/paint';
import { sampleProject } from '../../../../testing/sampleProject';
import { applyDiff, reverseDiff, type ProjectDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import { projectOf } from '../../newProject';
import { beyondInk, coloursOf, layersOf } from '../../queries/colours';
import { inkBox } from '../../queries/metrics';
import { contoursBox } from '../../../../foundations/geometry/measure';
import type { Colouring, Doc } from '../../schema';
import { firstColouring, setColouring } from './colouring';
import { addPalette, changePalette, forGround, recolour, removePalette, setPaletteColour } from './palettes';

const BLUE: Rgb = [20, 60, 140];
const SAND: Rgb = [230, 210, 160];
const RUST: Rgb = [150, 60, 30];
const SUNSET: Colouring = {
  fill: {
    kind: 'gradient',
    deg: 90,
    stops: [
      { at: 0, rgb: BLUE },
      { at: 1, rgb: SAND },
    ],
  },
  outer: { width: 20, rgb: RUST },
  inner: { width: 6, inset: 10, rgb: SAND },
  shadow: { x: 40, y: -50, deep: false, rgb: BLUE },
};

/** Done, undone and done again: the document is the same as before and after. */
function done(doc: Doc, diff: ProjectDiff | null): Doc {
  if (!diff) throw new Error('nothing was done');
  const after = edit(doc, diff).doc;
  expect(applyDiff(after, reverseDiff(diff))).toEqual(doc);
  return after;
}

const painted = (doc: Doc = sampleProject()) => done(doc, setColouring(doc, projectOf(doc).styleId, SUNSET));
const letter = (doc: Doc) =>
  Object.values(doc.glyphs).find((g) => g.codePoints.length > 0 && g.contours.length > 0)!;

test('a painted style has its letters in layers: shadow, line around, fill, line within; its outlines stay as they are', () => {
  const plain = sampleProject();
  expect(layersOf(plain, letter(plain))).toEqual([]);
  const doc = painted(plain);
  const layers = layersOf(doc, letter(doc));
  expect(layers.map((l) => l.paint.kind)).toEqual(['flat', 'flat', 'linear', 'flat']);
  expect(letter(doc)).toBe(letter(plain));
  const ink = inkBox(letter(doc))!;
  const [shadow, around, fill] = layers.map((l) => contoursBox(l.contours)!);
  expect(around!.yMax - ink.yMax).toBeCloseTo(20, 1);
  expect(shadow!.yMin - around!.yMin).toBeCloseTo(-50, 1);
  expect(fill).toEqual(ink);
});

test('colours follow an outline that changes, and the same letter is never made twice', () => {
  const doc = painted();
  const a = letter(doc);
  expect(layersOf(doc, a)).toBe(layersOf(doc, a));
  const taller = {
    ...a,
    contours: a.contours.map((c) => ({ ...c, nodes: c.nodes.map((n) => ({ ...n, y: 2 * n.y })) })),
  };
  const before = contoursBox(layersOf(doc, a)[1]!.contours)!;
  const after = contoursBox(layersOf(doc, taller)[1]!.contours)!;
  expect(after.yMax).toBeGreaterThan(before.yMax + 100);
});

test('a gradient goes over the height of capitals, so that letters side by side have one colour at one height', () => {
  const doc = painted();
  const { capHeight } = projectOf(doc).lines;
  for (const g of Object.values(doc.glyphs)) {
    const fill = layersOf(doc, g).find((l) => l.paint.kind === 'linear')?.paint;
    if (fill?.kind === 'linear') {
      expect(fill.from.y).toBeCloseTo(0, 6);
      expect(fill.to.y).toBeCloseTo(capHeight, 6);
    }
  }
});

test('a letter with colours of its own keeps them, and the sign for a missing character has none', () => {
  const doc = painted();
  const own = {
    ...letter(doc),
    layers: [{ paint: { kind: 'flat' as const, rgb: RUST }, contours: letter(doc).contours }],
  };
  expect(layersOf(doc, own)).toBe(own.layers);
  const notdef = Object.values(doc.glyphs).find((g) => g.name === '.notdef')!;
  expect(layersOf(doc, notdef)).toEqual([]);
});

test('what is drawn around letters reaches beyond their ink, so that no system cuts it off', () => {
  expect(beyondInk(SUNSET)).toEqual({ down: 70, up: 20 });
  expect(beyondInk({ ...firstColouring, shadow: { x: 0, y: 30, deep: true, rgb: RUST } })).toEqual({
    down: 0,
    up: 30,
  });
  expect(beyondInk(null)).toEqual({ down: 0, up: 0 });
});

test('colours are listed once each, with how many letters have them', () => {
  const doc = painted();
  const drawn = Object.values(doc.glyphs).filter((g) => g.contours.length > 0 && g.name !== '.notdef').length;
  expect(coloursOf(doc).map((c) => [colourKey(c.rgb), c.letters])).toEqual([
    [colourKey(BLUE), drawn],
    [colourKey(SAND), drawn],
    [colourKey(RUST), drawn],
  ]);
  expect(coloursOf(sampleProject())).toEqual([]);
});

/** Contrast of two colours: WCAG 2.1, definitions of "relative luminance" and "contrast ratio". */
function contrast(a: Rgb, b: Rgb): number {
  const luminance = (rgb: Rgb) => {
    const [r, g, bl] = rgb.map((v) =>
      v / 255 <= 0.03928 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4,
    );
    return 0.2126 * r! + 0.7152 * g! + 0.0722 * bl!;
  };
  const [hi, lo] = [luminance(a), luminance(b)].sort((p, q) => q - p);
  return (hi! + 0.05) / (lo! + 0.05);
}

test('a colour proposed for a ground can be told on it (WCAG 2.1, 1.4.11: 3 to 1), whatever it was', () => {
  for (let r = 0; r < 256; r += 51)
    for (let g = 0; g < 256; g += 51)
      for (let b = 0; b < 256; b += 51) {
        expect(contrast(forGround([r, g, b], 'dark'), [0, 0, 0])).toBeGreaterThan(3);
        expect(contrast(forGround([r, g, b], 'light'), [255, 255, 255])).toBeGreaterThan(3);
      }
  // One that can be told stays as it is.
  expect(forGround(SAND, 'dark')).toBe(SAND);
});

test('a palette is added with a colour for each that there is, renamed, changed and taken away', () => {
  const doc = painted();
  const two = done(doc, addPalette(doc, { name: ' Night ', ground: 'dark' }));
  const [night] = projectOf(two).palettes;
  expect(night).toMatchObject({ name: 'Night', ground: 'dark' });
  expect(Object.keys(night!.colours)).toEqual([BLUE, SAND, RUST].map(colourKey));
  expect(addPalette(two, { name: 'night', ground: 'light' })).toBeNull();
  const changed = done(two, setPaletteColour(two, night!.id, BLUE, [1, 2, 3]));
  expect(projectOf(changed).palettes[0]!.colours[colourKey(BLUE)]).toEqual([1, 2, 3]);
  const named = done(changed, changePalette(changed, night!.id, { name: 'Late', ground: 'light' }));
  expect(projectOf(named).palettes[0]).toMatchObject({ name: 'Late', ground: 'light' });
  expect(changePalette(named, night!.id, { name: ' ' })).toBeNull();
  expect(projectOf(done(named, removePalette(named, night!.id))).palettes).toEqual([]);
});

test('a colour is changed wherever it stands, and palettes keep what they have for it', () => {
  let doc = painted();
  const a = letter(doc);
  doc = {
    ...doc,
    glyphs: {
      ...doc.glyphs,
      [a.id]: { ...a, layers: [{ paint: { kind: 'flat', rgb: BLUE }, contours: a.contours }] },
    },
  };
  doc = done(doc, addPalette(doc, { name: 'Night', ground: 'dark' }));
  const forBlue = projectOf(doc).palettes[0]!.colours[colourKey(BLUE)];
  const GREEN: Rgb = [20, 120, 60];
  const after = done(doc, recolour(doc, BLUE, GREEN));
  expect(letter(after).layers[0]!.paint).toEqual({ kind: 'flat', rgb: GREEN });
  expect(
    coloursOf(after)
      .map((c) => colourKey(c.rgb))
      .sort(),
  ).toEqual([GREEN, SAND, RUST].map(colourKey).sort());
  expect(projectOf(after).palettes[0]!.colours[colourKey(GREEN)]).toEqual(forBlue);
  expect(recolour(after, BLUE, RUST)).toBeNull();
});
