import type { Contour } from '../../foundations/geometry/contour';
import type { ColourLayer } from '../../foundations/geometry/paint';
import type { Vec } from '../../foundations/geometry/vec';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import type { SheetInk } from '../printed/readSheet';
import { growBox, unionPxBox, type ByteImage, type PxBox } from '../../foundations/raster/picture';
import { likeliest, likenessTo, shapeLikeness } from '../shapes/classify';
import { readRegion } from '../../tracing/trace/traceRegion';
import { beyondCut, type Cut } from './cut';
import { cutLetter } from './cutLetter';
import type { FoundLetter } from './letters';
import { letterMask } from './likeness';
import { connectedParts, type Part } from './parts';
import { readPieceRegion, sheetPalette } from './pieceRegion';
import { tracePiece, type TraceRecipe } from './tracePiece';

/** Where a piece's ink is, px of the sheet's picture. */
interface PiecePlace {
  readonly box: PxBox;
  readonly seeds: readonly Vec[];
  readonly cuts: readonly Cut[];
}

/** What a person asks for by hand. */
export type Reshape =
  | { readonly kind: 'cut'; readonly piece: PiecePlace; readonly line: Cut }
  | { readonly kind: 'join'; readonly pieces: readonly PiecePlace[] }
  | { readonly kind: 'box'; readonly box: PxBox };

export interface Reshaped extends PiecePlace {
  readonly outline: readonly Contour[];
  readonly layers: readonly ColourLayer[];
  readonly char: string | null;
  readonly confidence: number;
}

/** What is known of the place on the page: the line the letter stands on and the capitals' height, px. */
export interface PlaceOnPage {
  readonly baselineY: number;
  readonly capHeightPx: number;
  readonly skewRad: number;
  /** Characters of the list that no piece has yet. */
  readonly missing: readonly string[];
}

/** Patches smaller than this are grain when a box is drawn around them, px. */
const LEAST_PATCH_PX = 12;
/** A drawing less like a character than this share isn't it. */
const LIKE_ANY = 0.02;

/**
 * A piece cut in two, pieces joined, or one added by a box drawn around its ink; each traced by the recipe and named from
 * what is still missing. Fails with 'nothing-there' when no ink lies where it was asked for.
 */
export function reshape(
  sheet: SheetInk,
  level: number,
  what: Reshape,
  recipe: TraceRecipe,
  page: PlaceOnPage,
): Result<Reshaped[]> {
  const ink = { ...sheet.ink, level };
  const read = { ...sheet, ink };
  const places =
    what.kind === 'cut'
      ? cutInTwo(read, what.piece, what.line)
      : what.kind === 'join'
        ? [joined(what.pieces)]
        : inBox(read, what.box);
  if (places.length === 0) return fail({ code: 'nothing-there' });
  const palette =
    recipe.mode === 'colour' ? sheetPalette(sheet.picture, ink, recipe.colours ?? 6) : undefined;
  const left = [...page.missing];
  return ok(
    places.map((place): Reshaped => {
      const { outline, layers } = tracePiece(
        readPieceRegion(sheet.picture, ink, place, palette),
        recipe,
        page.skewRad,
      );
      const named = nameOf(read, place, page, left);
      if (named.char !== null && left.includes(named.char)) left.splice(left.indexOf(named.char), 1);
      return { ...place, outline, layers, ...named };
    }),
  );
}

/** Ink of a box as a mask, and the box's corner on the picture. */
function maskOf({ picture, ink }: SheetInk, box: PxBox): { mask: ByteImage; x: number; y: number } {
  const region = readRegion(picture, ink, growBox(box, 0, picture.width, picture.height));
  const { width, height, data } = region.field;
  return {
    mask: { width, height, data: Uint8Array.from(data, (d) => (d > ink.level ? 1 : 0)) },
    x: region.x,
    y: region.y,
  };
}

/** A place as the finder's letter, in px of a mask whose corner lies at (x, y). */
function letterAt(place: PiecePlace, x: number, y: number): FoundLetter {
  const parts = place.seeds.map((s): Part => {
    const seed = { x: s.x - x, y: s.y - y };
    return {
      box: { x: 0, y: 0, width: 1, height: 1 },
      area: 1,
      meanRun: 1,
      centerX: seed.x,
      centerY: seed.y,
      seed,
    };
  });
  return {
    parts,
    row: 0,
    box: { ...place.box, x: place.box.x - x, y: place.box.y - y },
    cuts: place.cuts.map((c) => movedCut(c, -x, -y)),
  };
}

const movedCut = (c: Cut, dx: number, dy: number): Cut => ({
  x0: c.x0 + dx,
  y0: c.y0 + dy,
  x1: c.x1 + dx,
  y1: c.y1 + dy,
});

const placeOf = (letter: FoundLetter, x: number, y: number): PiecePlace => ({
  box: { ...letter.box, x: letter.box.x + x, y: letter.box.y + y },
  seeds: letter.parts.map((p) => ({ x: p.seed.x + x, y: p.seed.y + y })),
  cuts: letter.cuts.map((c) => movedCut(c, x, y)),
});

function cutInTwo(sheet: SheetInk, piece: PiecePlace, line: Cut): PiecePlace[] {
  const { mask, x, y } = maskOf(sheet, piece.box);
  const halves = cutLetter(mask, letterAt(piece, x, y), movedCut(line, -x, -y));
  if (!halves) return [];
  return halves.map((h) => placeOf(h, x, y)).sort((a, b) => a.box.x - b.box.x);
}

/** Pieces as one. A cut between them goes; one that would take ink of the other away goes too. */
function joined(pieces: readonly PiecePlace[]): PiecePlace {
  const seeds = pieces.flatMap((p) => p.seeds);
  return {
    box: pieces.map((p) => p.box).reduce(unionPxBox),
    seeds,
    cuts: pieces.flatMap((p) => p.cuts).filter((c) => seeds.every((s) => beyondCut(c, s) > 0)),
  };
}

function inBox(sheet: SheetInk, box: PxBox): PiecePlace[] {
  const { mask, x, y } = maskOf(sheet, box);
  const parts = connectedParts(mask).filter((p) => p.area >= LEAST_PATCH_PX);
  if (parts.length === 0) return [];
  // What only sticks out into the box belongs to a neighbour; the box's own ink is cut off at its edges.
  const [right, bottom] = [x + mask.width, y + mask.height];
  const cuts: Cut[] = [
    { x0: x, y0: bottom, x1: x, y1: y },
    { x0: right, y0: y, x1: right, y1: bottom },
    { x0: x, y0: y, x1: right, y1: y },
    { x0: right, y0: bottom, x1: x, y1: bottom },
  ];
  const touches = (p: Part) =>
    p.box.x === 0 ||
    p.box.y === 0 ||
    p.box.x + p.box.width === mask.width ||
    p.box.y + p.box.height === mask.height;
  const whole = parts.filter((p) => !touches(p));
  const own = whole.length > 0 ? whole : parts;
  const letter: FoundLetter = { parts: own, row: 0, box: own.map((p) => p.box).reduce(unionPxBox), cuts: [] };
  return [{ ...placeOf(letter, x, y), cuts: whole.length > 0 ? [] : cuts }];
}

function nameOf(
  sheet: SheetInk,
  place: PiecePlace,
  page: PlaceOnPage,
  missing: readonly string[],
): { char: string | null; confidence: number } {
  const { mask, x, y } = maskOf(sheet, place.box);
  const cap = page.capHeightPx || place.box.height;
  const likeness = shapeLikeness(letterMask(mask, letterAt(place, x, y)), {
    top: (page.baselineY - place.box.y) / cap,
    bottom: (page.baselineY - place.box.y - place.box.height) / cap,
    width: place.box.width / cap,
    parts: place.seeds.length,
  });
  const shares = missing.map((c) => likenessTo(likeness, c) ?? 0);
  const best = shares.indexOf(Math.max(0, ...shares));
  if (best >= 0 && shares[best]! > LIKE_ANY) {
    const total = shares.reduce((a, b) => a + b, 0);
    return { char: missing[best]!, confidence: shares[best]! / total };
  }
  const { char, share } = likeliest(likeness);
  return missing.length > 0 ? { char: null, confidence: 0 } : { char, confidence: share };
}
