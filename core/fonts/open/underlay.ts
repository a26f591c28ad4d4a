import { nth } from '../../foundations/lists/nth';
import { scaling } from '../../foundations/geometry/affine';
import { reverseContour, transformContours, type Contour } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import { stemOf } from '../../outlines/dress/stems';
import { advanceOf, inkBox, placedContours } from '../../project/document/queries/metrics';
import { projectOf } from '../../project/document/newProject';
import type { Doc, GlyphRow, ProjectRow } from '../../project/document/schema';
import type { FontFile } from '../opentype/read/readFont';
import { nameOf } from '../opentype/read/readName';

/** A letter of a font that lies behind one's own: its own units, y up, its origin at 0. */
interface UnderlayLetter {
  readonly contours: readonly Contour[];
  readonly advance: number;
}

/** What of a font is needed to lay it behind letters. */
export interface UnderlayFont {
  readonly family: string;
  readonly unitsPerEm: number;
  /** Top of its x and of its H; null when it has none. */
  readonly xHeight: number | null;
  readonly capHeight: number | null;
  /** By code point. */
  readonly letters: ReadonlyMap<number, UnderlayLetter>;
}

/** Name ids (OpenType 1.9.1, 'name'). */
const FAMILY = { typographic: 16, plain: 1 } as const;

/** The letters of a font for some characters. Fails when its tables are cut off or point to nowhere. */
export function underlayFont(font: FontFile, characters: string): Result<UnderlayFont> {
  try {
    const letters = new Map<number, UnderlayLetter>();
    for (const cp of new Set([...characters, 'x', 'H'].map((c) => c.codePointAt(0) ?? 0))) {
      const glyph = font.mapping.get(cp);
      if (glyph === undefined) continue;
      const own = nth(font.contours, glyph);
      const contours = font.outlines === 'ttf' ? own.map(reverseContour) : own;
      letters.set(cp, { contours, advance: nth(font.metrics, glyph).advance });
    }
    const top = (char: string) => contoursBox(letters.get(char.codePointAt(0) ?? 0)?.contours ?? [])?.yMax ?? null;
    return ok({
      family: nameOf(font.names, FAMILY.typographic) ?? nameOf(font.names, FAMILY.plain) ?? '',
      unitsPerEm: font.head.unitsPerEm,
      xHeight: top('x'),
      capHeight: top('H'),
      letters,
    });
  } catch (error) {
    return fail({ code: 'font-unreadable', reason: error instanceof Error ? error.message : String(error) });
  }
} // prettier-ignore

/** The style that lies beneath the one in hand: null when none does, when it is that style itself, or gone. `whole`: the whole family. */
export function styleBeneath(whole: Doc, inHand: string): string | null {
  const id = projectOf(whole).underlay?.styleId ?? null;
  return id !== null && id !== inHand && whole.styles[id] ? id : null;
}

/** Styles read so far by their letters, which are immutable. */
const styles = new WeakMap<Doc['glyphs'], UnderlayFont>();

/** The letters of a style of the project, given as its view, to lie behind those of another; the same ones while none of them changes. */
export function underlayOfStyle(view: Doc): UnderlayFont {
  const made = styles.get(view.glyphs) ?? readStyle(view);
  styles.set(view.glyphs, made);
  return made;
}

function readStyle(view: Doc): UnderlayFont {
  const { unitsPerEm, styleId } = projectOf(view);
  const letters = new Map<number, UnderlayLetter>();
  for (const glyph of Object.values(view.glyphs)) {
    if (glyph.contours.length === 0) continue;
    const letter = { contours: placedContours(glyph), advance: advanceOf(glyph) };
    for (const cp of glyph.codePoints) letters.set(cp, letter);
  }
  const top = (char: string) => contoursBox(letters.get(char.codePointAt(0) ?? 0)?.contours ?? [])?.yMax ?? null;
  return { family: view.styles[styleId]?.name ?? '', unitsPerEm, xHeight: top('x'), capHeight: top('H'), letters };
} // prettier-ignore

type Size = NonNullable<ProjectRow['underlay']>['size'];

/** By how much a font's units are multiplied to lie behind the letters of a project: to one em, or until both have the same x-height. */
export function underlayScale(doc: Doc, font: UnderlayFont, size: Size): number {
  const { unitsPerEm, lines } = projectOf(doc);
  const alike: readonly (readonly [number, number | null])[] = [
    [lines.xHeight, font.xHeight],
    [lines.capHeight, font.capHeight],
  ];
  if (size === 'x-height')
    for (const [own, theirs] of alike) if (theirs !== null && theirs > 0 && own > 0) return own / theirs;
  return unitsPerEm / font.unitsPerEm;
}

/** The letter of a font for one's own, in the project's units, its origin at 0; null when it has none. */
export function underlayLetter(
  font: UnderlayFont,
  glyph: Pick<GlyphRow, 'codePoints'>,
  scale: number,
): UnderlayLetter | null {
  const found = glyph.codePoints.flatMap((cp) => font.letters.get(cp) ?? [])[0];
  if (!found) return null;
  return { contours: transformContours(found.contours, scaling(scale)), advance: found.advance * scale };
}

/** A measure of one's own letter and of the font behind it, em units; null where there is none. */
export interface Beside {
  readonly of: 'x-height' | 'cap height' | 'stem' | 'width' | 'left' | 'right';
  readonly own: number | null;
  readonly theirs: number | null;
}

/** Heights, the letter's upright stem, its width and its white, beside those of a font laid behind it. */
export function besideUnderlay(doc: Doc, glyph: GlyphRow, font: UnderlayFont, scale: number): Beside[] {
  const { lines } = projectOf(doc);
  const theirs = underlayLetter(font, glyph, scale);
  const [ownBox, box] = [inkBox(glyph), contoursBox(theirs?.contours ?? [])];
  const scaled = (v: number | null) => v && v * scale;
  return [
    { of: 'x-height', own: lines.xHeight, theirs: scaled(font.xHeight) },
    { of: 'cap height', own: lines.capHeight, theirs: scaled(font.capHeight) },
    { of: 'stem', own: stemOf(glyph.contours, 'upright'), theirs: theirs && stemOf(theirs.contours, 'upright') },
    { of: 'width', own: ownBox ? advanceOf(glyph) : null, theirs: theirs?.advance ?? null },
    { of: 'left', own: ownBox ? glyph.bearings.left : null, theirs: box?.xMin ?? null },
    { of: 'right', own: ownBox ? glyph.bearings.right : null, theirs: theirs && box ? theirs.advance - box.xMax : null },
  ];
} // prettier-ignore
