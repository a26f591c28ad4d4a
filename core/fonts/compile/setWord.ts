import { unite } from '../../outlines/boolean/unite';
import { placedLayers } from '../../project/document/queries/colours';
import { originX, placedContours } from '../../project/document/queries/metrics';
import { projectOf } from '../../project/document/newProject';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { identity, scaling, translation, compose, type Affine } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { contoursBox, unionBox, type Box } from '../../foundations/geometry/measure';
import { transformPaint, type ColourLayer, type Rgb } from '../../foundations/geometry/paint';
import { setGlyphs } from '../features/setGlyphs';
import { fontData } from './fontData';
import { withLeaning } from './leaning';
import { partOf } from './partOf';

/** One letter of a drawing of words: what it is called, and its paints from the lowest to the top. Em units, y down. */
interface DrawnLetter {
  readonly name: string;
  /** Its glyph; null for words as one outline. */
  readonly glyphId: string | null;
  /** From the glyph's own drawing, y up, to where it is set. */
  readonly at: Affine;
  readonly layers: readonly ColourLayer[];
  /** Its outline, as programs show it that know no colours. */
  readonly outline: readonly Contour[];
}

/** Words as a drawing, set as the font sets them: kerned, with ligatures and drawings that take turns; em units, y down, the first baseline at 0. */
export interface WordDrawing {
  readonly letters: readonly DrawnLetter[];
  /** Box of the ink; null when nothing of the text has any. */
  readonly box: Box | null;
  /** Characters that the font hasn't. */
  readonly lacking: readonly string[];
}

const BLACK: Rgb = [0, 0, 0];

/** A letter at its place: its colours, or black. */
function drawnAt(doc: Doc, glyph: GlyphRow, at: Affine): Pick<DrawnLetter, 'layers' | 'outline'> {
  const closedAt = (cs: readonly Contour[]) =>
    transformContours(
      cs.filter((c) => c.closed),
      at,
    );
  const outline = closedAt(placedContours(glyph));
  const layers = placedLayers(doc, glyph).map(({ paint, contours }) => ({
    paint: transformPaint(paint, at),
    contours: closedAt(contours),
  }));
  const plain = { paint: { kind: 'flat' as const, rgb: BLACK }, contours: outline };
  return { outline, layers: layers.length > 0 ? layers : [plain] };
}

/** Sets words as one drawing, as the font would; lines are parted by line breaks and stand a line spacing below each other. */
export function setWord(project: Doc, text: string): WordDrawing {
  const { unitsPerEm, lineSpacing, styleId } = projectOf(project);
  const doc = withLeaning(partOf(project, text));
  const font = fontData(doc, styleId);
  const lacking = new Set<string>();
  const letters = text.split('\n').flatMap((line, row) => {
    const glyphs = [...line].flatMap((char) => {
      const glyph = font.mapping.get(char.codePointAt(0) ?? 0);
      if (glyph === undefined) lacking.add(char);
      return glyph ?? [];
    });
    const down = row * lineSpacing * unitsPerEm;
    return setGlyphs(font.layout, glyphs, (g) => font.glyphs[g]?.advance ?? 0).flatMap((set) => {
      const made = font.glyphs[set.glyph];
      const glyph = doc.glyphs[made?.id ?? ''];
      // A letter that is only there for typing names was never drawn.
      if (!glyph) for (const cp of made?.codePoints ?? []) lacking.add(String.fromCodePoint(cp));
      if (!glyph || glyph.contours.length === 0) return [];
      const at = compose(translation(set.x, down - set.y), scaling(1, -1));
      const own = compose(at, translation(-originX(glyph), 0));
      return [{ name: glyph.name, glyphId: glyph.id, at: own, ...drawnAt(doc, glyph, at) }];
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
  const shapes = drawing.letters.map((l) => ({ contours: l.outline, rule: 'nonzero' as const }));
  const contours = unite(shapes);
  const layers = [{ paint: { kind: 'flat' as const, rgb: BLACK }, contours }];
  const one: DrawnLetter = { name: 'word', glyphId: null, at: identity, layers, outline: contours };
  return { ...drawing, letters: contours.length === 0 ? [] : [one] };
}
