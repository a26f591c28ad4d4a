import { translation } from '../../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { nestingDepths } from '../../../../foundations/geometry/direction';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import { glyphNamed } from '../../identity';
import { drawnOf } from '../../queries/lookups';
import { projectOf } from '../../newProject';
import type { ComponentRow, Doc, GlyphRow } from '../../schema';
import { markPlace, standsBelow } from './markPlace';
import { glyphOfCharacter } from '../lines/seatInto';
import { composable, DOTLESS, FOR_CAPITALS, formulaOf, markGlyph } from '../../queries/accents';

/**
 * Accented letters made of a letter and its marks by Unicode's canonical decomposition (UAX #15, as the language's own
 * `normalize` has it): components, so that they follow when either changes.
 */

/** Western European letters with marks: Latin-1 Supplement and the few beyond it that its languages need. */
export const WESTERN_ACCENTS = 'ÀÁÂÃÄÅÇÈÉÊËÌÍÎÏÑÒÓÔÕÖÙÚÛÜÝŸŠŽàáâãäåçèéêëìíîïñòóôõöùúûüýÿšž';

/** Makes another drawing of a mark ("uni0301.alt1") the one that capitals take; null when it is none. */
export function takeOnCapitals(doc: Doc, glyphId: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const base = glyphNamed(doc, glyph?.name.replace(/\.alt\d+$/, '') ?? '');
  const isMark = base?.codePoints.some((cp) => /[\p{M}\p{Sk}]/u.test(String.fromCodePoint(cp)));
  if (!glyph || !base || !isMark || base.id === glyphId) return null;
  const name = `${base.name}${FOR_CAPITALS}`;
  if (glyphNamed(doc, name)) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, name });
  // Its piece, if it has one, is called so too, or seating again would bring the old name back.
  const piece = glyph.source ? doc.pieces[glyph.source.pieceId] : undefined;
  if (piece) d.put('pieces', { ...piece, variant: FOR_CAPITALS.slice(1) });
  return d.done('Use it on capitals');
}

/** The letter without its highest part: i without its dot; null when it is in one piece. */
function withoutDot(glyph: GlyphRow): readonly Contour[] | null {
  const depths = nestingDepths(glyph.contours);
  const outer = glyph.contours.filter((_, i) => depths[i] === 0);
  if (outer.length < 2) return null;
  const low = (c: Contour) => contoursBox([c])!.yMin;
  const dot = outer.reduce((a, b) => (low(a) > low(b) ? a : b));
  return glyph.contours.filter((c) => c !== dot);
}

/**
 * Composes the characters that can be; those drawn by hand stay. i and j get a dotless letter first when marks stand on
 * them. The advance is the base letter's; one step to undo. Null when there is nothing to compose.
 */
export function composeAccents(doc: Doc, list: string): ProjectDiff | null {
  const d = draft(doc);
  const { lines, styleId } = projectOf(doc);
  for (const char of composable(doc, list)) {
    const { base: baseCode, marks } = formulaOf(char)!;
    const above = marks.some((m) => !standsBelow(m));
    const dotted = drawnOf(doc, baseCode)!;
    const base = above && DOTLESS.has(baseCode) ? dotless(d, dotted, DOTLESS.get(baseCode)!) : dotted;
    const components: ComponentRow[] = [
      { id: 'c1', glyphId: base.id, transform: translation(0, 0), mark: null },
    ];
    let contours: Contour[] = base.contours.map((c) => ({ ...c, of: 'c1' }));
    marks.forEach((code, i) => {
      const mark = markGlyph(doc, code, /\p{Lu}/u.test(char))!;
      const at = markPlace({ contours, anchors: i === 0 ? base.anchors : [] }, mark, code, lines.xHeight);
      const component: ComponentRow = {
        id: `c${i + 2}`,
        glyphId: mark.id,
        transform: translation(at.x, at.y),
        mark: code,
      };
      components.push(component);
      contours = [
        ...contours,
        ...transformContours(mark.contours, component.transform).map((c) => ({ ...c, of: component.id })),
      ];
    });
    d.put('glyphs', {
      ...glyphOfCharacter(d, char.codePointAt(0)!, styleId),
      contours,
      components,
      anchors: base.anchors,
    });
  }
  return d.done('Compose accents');
}

/** The dotless letter, made of the dotted one when nobody drew it. */
function dotless(d: Draft, dotted: GlyphRow, cp: number): GlyphRow {
  const there = glyphOfCharacter(d, cp, dotted.styleId);
  if (there.contours.length > 0) return there;
  const contours = withoutDot(dotted);
  if (!contours) return dotted;
  const made = {
    ...there,
    contours,
    bearings: dotted.bearings,
    anchors: dotted.anchors,
  };
  d.put('glyphs', made);
  return made;
}
