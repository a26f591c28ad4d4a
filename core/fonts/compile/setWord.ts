import { unite } from '../../outlines/boolean/unite';
import { kerningBetween } from '../../project/document/queries/kerning';
import { isInFont } from '../../project/document/queries/inFont';
import { advanceOf, placedContours, placedLayers } from '../../project/document/queries/metrics';
import { projectOf } from '../../project/document/newProject';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { scaling, translation, compose, type Affine } from '../../foundations/geometry/affine';
import { transformContours } from '../../foundations/geometry/contour';
import { contoursBox, unionBox, type Box } from '../../foundations/geometry/measure';
import { transformPaint, type ColourLayer, type Rgb } from '../../foundations/geometry/paint';
import { ligaturesByName } from '../features/byName';

/** One letter of a drawing of words: what it is called, and its paints from the lowest to the top. Em units, y down. */
interface DrawnLetter {
  readonly name: string;
  readonly layers: readonly ColourLayer[];
}

/** Words as a drawing, kerned, with ligatures; em units, y down, the first baseline at 0. */
export interface WordDrawing {
  readonly letters: readonly DrawnLetter[];
  /** Box of the ink; null when nothing of the text has any. */
  readonly box: Box | null;
  /** Characters that the font hasn't. */
  readonly lacking: readonly string[];
}

const BLACK: Rgb = [0, 0, 0];

/** The glyphs of a line: ligatures by name and typed names first, the longest before others (as GSUB lookup type 4 tries them). */
function glyphsOf(doc: Doc, line: string, lacking: Set<string>): GlyphRow[] {
  const { styleId } = projectOf(doc);
  const rows = Object.values(doc.glyphs).filter((g) => g.styleId === styleId && isInFont(g));
  const byChar = new Map(
    rows.flatMap((g) => g.codePoints.map((cp) => [String.fromCodePoint(cp), g] as const)),
  );
  const runs = [
    ...rows.flatMap((glyph) => glyph.typed.map((name) => ({ text: name, glyph }))),
    ...ligaturesByName(rows).map(({ parts, glyph }) => ({
      text: parts.map((p) => String.fromCodePoint(...rows[p]!.codePoints.slice(0, 1))).join(''),
      glyph: rows[glyph]!,
    })),
  ]
    .filter((r) => [...r.text].length > 1)
    .sort((a, b) => b.text.length - a.text.length);
  const out: GlyphRow[] = [];
  for (let at = 0; at < line.length;) {
    const run = runs.find((r) => line.startsWith(r.text, at));
    const char = String.fromCodePoint(line.codePointAt(at)!);
    const glyph = run?.glyph ?? byChar.get(char);
    if (glyph) out.push(glyph);
    else lacking.add(char);
    at += run ? run.text.length : char.length;
  }
  return out;
}

/** A letter's paints at its place: its colours, or black. */
function drawnAt(glyph: GlyphRow, at: Affine): ColourLayer[] {
  const layers =
    glyph.layers.length > 0
      ? placedLayers(glyph)
      : [{ paint: { kind: 'flat' as const, rgb: BLACK }, contours: placedContours(glyph) }];
  return layers.map(({ paint, contours }) => ({
    paint: transformPaint(paint, at),
    contours: transformContours(
      contours.filter((c) => c.closed),
      at,
    ),
  }));
}

/** Sets words as one drawing; lines are parted by line breaks and stand a line spacing below each other. */
export function setWord(doc: Doc, text: string): WordDrawing {
  const { unitsPerEm, lineSpacing } = projectOf(doc);
  const kern = kerningBetween(doc);
  const lacking = new Set<string>();
  const letters = text.split('\n').flatMap((line, row): DrawnLetter[] => {
    let x = 0;
    return glyphsOf(doc, line, lacking).flatMap((glyph, i, all): DrawnLetter[] => {
      const before = all[i - 1];
      if (before) x += kern(before.id, glyph.id);
      const at = compose(translation(x, row * lineSpacing * unitsPerEm), scaling(1, -1));
      x += advanceOf(glyph);
      return glyph.contours.length === 0 ? [] : [{ name: glyph.name, layers: drawnAt(glyph, at) }];
    });
  });
  return { letters, box: boxOf(letters), lacking: [...lacking] };
}

const boxOf = (letters: readonly DrawnLetter[]): Box | null =>
  letters
    .flatMap((l) => l.layers)
    .reduce<Box | null>((box, { contours }) => unionBox(box, contoursBox(contours)), null);

/** All letters as one outline without overlaps, in black; what lies where two letters meet is one shape. */
export function unitedWord(drawing: WordDrawing): WordDrawing {
  const shapes = drawing.letters.map((l) => ({ contours: l.layers[0]!.contours, rule: 'nonzero' as const }));
  const contours = unite(shapes);
  const one: DrawnLetter = { name: 'word', layers: [{ paint: { kind: 'flat', rgb: BLACK }, contours }] };
  return { ...drawing, letters: contours.length === 0 ? [] : [one] };
}
