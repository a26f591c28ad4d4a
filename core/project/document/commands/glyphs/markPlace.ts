import { type Contour } from '../../../../foundations/geometry/contour';
import { contoursBox, flattenContour, type Box } from '../../../../foundations/geometry/measure';
import type { GlyphRow } from '../../schema';

/** Marks that stand below or hang on (combining classes 202, 214, 218 and 220 of Unicode's data, the Latin ones; from memory). */
const BELOW = new Set([0x316, 0x317, 0x323, 0x324, 0x325, 0x326, 0x327, 0x328, 0x32d, 0x32e, 0x330, 0x331]);
/** Those that touch the letter. */
const TOUCHING = new Set([0x327, 0x328]);
/** The horn of ơ and ư grows out of the letter's right shoulder, the ogonek of ą and ę out of its right foot. */
const [HORN, OGONEK] = [0x31b, 0x328];
/** How far the horn reaches into its letter, a share of its width; how far the ogonek stands right of the middle, of the letter's. */
const [HORN_IN, OGONEK_OUT] = [0.45, 0.24];
const markWidth = (b: Box) => b.xMax - b.xMin;
/** White between a letter and a mark, as a share of the x-height (common practice, no published source). */
const GAP_SHARE = 0.14;

/** How much a mark is placed by its end near the letter, the rest by its middle. */
const NEAR_SHARE = 0.5;

export const standsBelow = (mark: number): boolean => BELOW.has(mark);

/** Middle of the ink in the upper (or lower) quarter of a letter: where a mark wants to stand. */
function middleAt(cs: readonly Contour[], box: Box, top: boolean): number {
  const limit = (box.yMax - box.yMin) * 0.25;
  const xs = cs
    .flatMap((c) => flattenContour(c, 1))
    .filter((p) => (top ? p.y > box.yMax - limit : p.y < box.yMin + limit))
    .map((p) => p.x);
  return xs.length === 0 ? (box.xMin + box.xMax) / 2 : (Math.min(...xs) + Math.max(...xs)) / 2;
}

/** Where a mark goes on what is there so far: anchor on anchor when both have one, else by the shapes. */
export function markPlace(
  letter: { readonly contours: readonly Contour[]; readonly anchors: GlyphRow['anchors'] },
  mark: GlyphRow,
  codePoint: number,
  xHeight: number,
): { x: number; y: number } {
  const gap = GAP_SHARE * xHeight;
  const own = mark.anchors.find((a) => a.name.startsWith('_'));
  const there = own && letter.anchors.find((a) => a.name === own.name.slice(1));
  if (own && there) return { x: there.x - own.x, y: there.y - own.y };
  const [box, markBox] = [contoursBox(letter.contours)!, contoursBox(mark.contours)!];
  const below = BELOW.has(codePoint);
  if (codePoint === HORN)
    return {
      x: box.xMax - HORN_IN * markWidth(markBox) - markBox.xMin,
      y: box.yMax + 0.5 * gap - markBox.yMax,
    };
  // Between the middle of the letter and that of the part under the mark: serifs and arms pull both ways. Of a slanted mark the end near the letter stands over its middle, about half way (fits the accents of open fonts best).
  const near = middleAt(mark.contours, markBox, below);
  const x =
    (middleAt(letter.contours, box, !below) + (box.xMin + box.xMax) / 2) / 2 -
    (1 - NEAR_SHARE) * ((markBox.xMin + markBox.xMax) / 2) -
    NEAR_SHARE * near +
    (codePoint === OGONEK ? OGONEK_OUT * (box.xMax - box.xMin) : 0);
  if (!below) return { x, y: box.yMax + gap - markBox.yMin };
  return { x, y: box.yMin - (TOUCHING.has(codePoint) ? 0 : gap) - markBox.yMax };
}
