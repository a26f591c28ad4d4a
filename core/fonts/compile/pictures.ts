import {
  applyAffine,
  compose,
  determinant,
  scaling,
  translation,
  type Affine,
} from '../../foundations/geometry/affine';
import { contoursBox, unionBox, type Box } from '../../foundations/geometry/measure';
import type { Picture } from '../../foundations/raster/picture';
import {
  picturedGlyph,
  type PicturedGlyph,
  type PlacedPicture,
} from '../../project/document/queries/pictures';
import { inkBox } from '../../project/document/queries/metrics';
import type { Vec } from '../../foundations/geometry/vec';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { pngPicture } from '../../readers/pictures/png';
import { buildSbix, type BitmapGlyph, type Strike } from '../opentype/tables/sbix';
import { black, Canvas } from './casts/letterPng';
import type { FontData } from './fontData';

/** Bytes of a picture by their hash; null when they are not at hand. */
export type PictureBytes = (id: string) => Uint8Array | null;

/** Letters are their outlines. */
export const NO_PICTURES: PictureBytes = () => null;

/** Px of an em at which pictures are kept in a font: each twice the one before, as far as the drawings reach. */
const STRIKES = [48, 96, 192, 384];
/** Those that are enough for a screen, made several times as fast. */
export const SCREEN_STRIKES: readonly number[] = [96, 192];

/** A letter that is kept as pictures, decoded. */
export interface ReadyPictures extends PicturedGlyph {
  readonly decoded: readonly Picture[];
}

/** Decoded pictures (drawings are kept as PNG) by where they come from: one casting draws each several times. */
const decodedFrom = new WeakMap<PictureBytes, Map<string, Picture>>();
/** Decoded pictures that are held at a time. */
const MOST_HELD = 400;

function decodedOf(id: string, bytes: PictureBytes): Picture | null {
  const held = decodedFrom.get(bytes) ?? new Map<string, Picture>();
  decodedFrom.set(bytes, held);
  const known = held.get(id);
  if (known) return known;
  const packed = bytes(id);
  const picture = packed && pngPicture(packed);
  if (!picture) return null;
  if (held.size >= MOST_HELD) held.clear();
  held.set(id, picture);
  return picture;
}

/** A letter's pictures, ready to be drawn; null when it has none, or when one is not at hand: then its outline is shown. */
export function readyPictures(doc: Doc, row: GlyphRow, bytes: PictureBytes): ReadyPictures | null {
  const pictured = picturedGlyph(doc, row);
  const pictures = pictured?.pictures.flatMap((p) => decodedOf(p.pictureId, bytes) ?? []);
  return pictured && pictures?.length === pictured.pictures.length
    ? { ...pictured, decoded: pictures }
    : null;
}

const corners = ({ widthPx, heightPx, map }: PlacedPicture) =>
  [0, 1, 2, 3].map((k) => applyAffine(map, { x: k % 2 === 0 ? 0 : widthPx, y: k < 2 ? 0 : heightPx }));

/** Box of all that a letter shows as pictures, in the space of its contours. */
function boxOfPictures({ pictures, plain }: PicturedGlyph): Box {
  const points = pictures.flatMap(corners);
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const box = { xMin: Math.min(...xs), yMin: Math.min(...ys), xMax: Math.max(...xs), yMax: Math.max(...ys) };
  return unionBox(box, contoursBox(plain)) ?? box;
}

/** Draws a letter's pictures. `map`: from the space of its contours to px of the canvas, y down. */
export function drawPictures(canvas: Canvas, { pictures, plain, decoded }: ReadyPictures, map: Affine): void {
  if (plain.length > 0) canvas.paint(black(plain), map);
  pictures.forEach((p, i) => {
    const picture = decoded[i];
    if (picture) canvas.lay(picture, compose(map, p.map));
  });
}

/** Drawings that are held of one picture: an outline that is dragged asks for another place with every move. */
const MOST_DRAWN = 16;

/** By the picture's record, which letters keep while their white changes; then by size and place. */
const drawn = new WeakMap<object, Map<string, BitmapGlyph>>();

/**
 * A letter's picture at a size, its px laid so that the lower left corner of its ink lies between them as it will in the font: so its
 * place is exact there. `corner`: that corner, in the space of the letter's contours.
 */
function drawAt(ready: ReadyPictures, holder: object, perUnit: number, corner: Vec): BitmapGlyph {
  const known = drawn.get(holder) ?? new Map<string, BitmapGlyph>();
  drawn.set(holder, known);
  const key = JSON.stringify([perUnit, corner, ready.pictures, ready.plain]);
  const before = known.get(key);
  if (before) return before;
  if (known.size >= MOST_DRAWN) known.clear();
  const box = boxOfPictures(ready);
  const px = (v: number, origin: number, round: (v: number) => number) => round((v - origin) * perUnit);
  const [x, y] = [px(box.xMin, corner.x, Math.floor), px(box.yMin, corner.y, Math.floor)];
  const [right, top] = [px(box.xMax, corner.x, Math.ceil), px(box.yMax, corner.y, Math.ceil)];
  const canvas = new Canvas(Math.max(1, right - x), Math.max(1, top - y));
  const map = compose(scaling(perUnit, -perUnit), translation(-corner.x, -corner.y));
  drawPictures(canvas, ready, compose(translation(-x, top), map));
  const made = { x, y, png: canvas.png() };
  known.set(key, made);
  return made;
}

/** Px of an em at which a letter's pictures are as large as they came. */
const ownPpem = ({ pictures }: PicturedGlyph, unitsPerEm: number): number =>
  Math.max(...pictures.map((p) => unitsPerEm / Math.sqrt(Math.abs(determinant(p.map)))));

/** A glyph of a font that is kept as pictures. */
export interface PicturedLetter {
  readonly glyph: number;
  readonly row: GlyphRow;
  readonly pictures: ReadyPictures;
}

/** Glyphs of a font that are kept as pictures, in its order. */
export const picturedLetters = (doc: Doc, font: FontData, bytes: PictureBytes): PicturedLetter[] =>
  font.glyphs.flatMap(({ id }, glyph) => {
    const row = doc.glyphs[id];
    const pictures = row && readyPictures(doc, row, bytes);
    return row && pictures ? [{ glyph, row, pictures }] : [];
  });

/** Letters that are kept as pictures as a table, in as many of the sizes as their drawings are good for. `glyphCount`: of the whole font. */
export function pictureTable(
  letters: readonly PicturedLetter[],
  unitsPerEm: number,
  glyphCount: number,
  strikeSizes: readonly number[] = STRIKES,
): Uint8Array {
  const most = Math.max(...letters.map((l) => ownPpem(l.pictures, unitsPerEm)));
  const sizes = strikeSizes.filter((ppem, i) => i === 0 || ppem <= most);
  const strikes = sizes.map((ppem): Strike => {
    const perUnit = ppem / unitsPerEm;
    const glyphs = letters.map(({ glyph, row, pictures }) => {
      const box = inkBox(row) ?? boxOfPictures(pictures);
      const corner = { x: box.xMin, y: box.yMin };
      return [glyph, drawAt(pictures, row.picture ?? row.components, perUnit, corner)] as const;
    });
    return { ppem, glyphs: new Map(glyphs) };
  });
  return buildSbix(strikes, glyphCount);
}
