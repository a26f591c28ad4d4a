import { transfer } from 'comlink';
import { encode } from 'fast-png';
import type { PracticeFacts } from '../../core/project/document/commands/sheets/practice';
import { liftPractice, type LiftedPractice } from '../../core/lifting/practice/liftPractice';
import { findPage, type FoundPage } from '../../core/lifting/practice/readPage';
import { straightenPage } from '../../core/lifting/practice/straighten';
import type { PieceRow, RecipeRow, SheetRow } from '../../core/project/document/schema';
import { keptDrawings, type KeptDrawing } from '../../core/lifting/find/keptDrawings';
import { liftSheet } from '../../core/lifting/sheet/liftSheet';
import type { TracedSheet } from '../../core/lifting/find/tracedSheet';
import { reshape, type PlaceOnPage, type Reshape, type Reshaped } from '../../core/lifting/find/reshape';
import { decodePicture, shrinkStep } from '../../core/readers/pictures/decodePicture';
import { decodeNatively } from './decodeNatively';
import { serve, tellProgress } from './serve';
import { shrinkNatively } from './shrinkNatively';
import { dpiOf } from '../../core/readers/pictures/dpi';
import { enlargeCells, readPixelArt } from '../../core/tracing/pixels/pixelArt';
import { sniffKind } from '../../core/readers/pictures/sniff';
import { pictureIdOf } from '../../core/readers/pictures/pictureId';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import type { Picture } from '../../core/foundations/raster/picture';
import { readSheet, type SheetInk, type SheetRecipe } from '../../core/lifting/printed/readSheet';
import {
  readPieceRegion,
  regionBuffers,
  sheetPalette,
  type PieceRegion,
} from '../../core/lifting/find/pieceRegion';

export interface PictureFacts {
  readonly pictureId: string;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Whether it is a filled practice page; 'no-code' = its marks are there, but its code can't be read. */
  readonly practice: 'page' | 'no-code' | null;
  /** Side of a cell in the file, px, when it is pixel art. */
  readonly cellPx: number | null;
  /** Dots per inch by the file itself; null when it doesn't say. */
  readonly dpi: number | null;
  /** The picture as it is read, as PNG: for pixel art, and for kinds that browsers don't show. */
  readonly shown: { readonly id: string; readonly png: Uint8Array } | null;
}

/** A practice page as it was read. */
export interface ReadPractice {
  readonly lifted: LiftedPractice;
  readonly facts: PracticeFacts;
  /** The straightened page as PNG. */
  readonly picture: Uint8Array;
}

/** The picture decoded last, so that adding a sheet and lifting it decode once. */
let latest: Opened | null = null;

interface Opened {
  readonly id: string;
  readonly picture: Picture;
  /** Side of a cell in the file, px, when it is pixel art; null for all other pictures. */
  readonly cellPx: number | null;
  /** What was learnt of its ink, once it was asked for, and by which setting. */
  sheet: { readonly recipe: string; readonly read: SheetInk } | null;
  /** The practice page that was found on it. */
  readonly practice: FoundPage | 'no-code' | null;
}

async function open(bytes: Uint8Array): Promise<Result<Opened>> {
  const id = pictureIdOf(bytes);
  if (latest?.id === id) return ok(latest);
  const decoded = (await decodeNatively(bytes)) ?? decodePicture(bytes);
  if (!decoded.ok) return decoded;
  // Pixel art is read cell by cell and enlarged, so that everything after has px enough to go by.
  const art = readPixelArt(decoded.value);
  const picture = art ? enlargeCells(art.cells) : decoded.value;
  latest = {
    id,
    picture,
    cellPx: art?.cellPx ?? null,
    sheet: null,
    practice: art ? null : findPage(picture),
  };
  return ok(latest);
}

function readOpened(opened: Opened, reading: SheetRecipe): Result<SheetInk> {
  const recipe = JSON.stringify(reading);
  if (opened.sheet?.recipe === recipe) return ok(opened.sheet.read);
  const read = readSheet(opened.picture, reading);
  if (read.ok) opened.sheet = { recipe, read: read.value };
  return read;
}

/** A picture too large to be held as it is: made smaller by the browser, which is what is shown and lifted. */
async function factsOfHuge(bytes: Uint8Array, step: number, widthPx: number): Promise<Result<PictureFacts>> {
  const small = await shrinkNatively(bytes, widthPx);
  if (!small.ok) return small;
  const { picture, png } = small.value;
  const id = pictureIdOf(png);
  latest = { id, picture, cellPx: null, sheet: null, practice: findPage(picture) };
  const dpi = dpiOf(bytes);
  return ok({
    pictureId: pictureIdOf(bytes),
    widthPx: picture.width,
    heightPx: picture.height,
    practice: latest.practice === null || latest.practice === 'no-code' ? latest.practice : 'page',
    cellPx: null,
    dpi: dpi === null ? null : dpi / step,
    shown: { id, png },
  });
}

const api = {
  async facts(bytes: Uint8Array): Promise<Result<PictureFacts>> {
    const shrink = shrinkStep(bytes);
    if (!shrink.ok) return shrink;
    const { step, widthPx } = shrink.value;
    if (widthPx !== null) return factsOfHuge(bytes, step, widthPx);
    const opened = await open(bytes);
    if (!opened.ok) return opened;
    const { id, picture } = opened.value;
    const { practice, cellPx } = opened.value;
    const kind = practice === null || practice === 'no-code' ? practice : 'page';
    const facts = {
      pictureId: id,
      widthPx: picture.width,
      heightPx: picture.height,
      practice: kind,
      cellPx,
      dpi: dpiOf(bytes),
    } as const;
    const shows = sniffKind(bytes) !== 'TIFF' && cellPx === null;
    if (shows || kind === 'page') return ok({ ...facts, shown: null });
    const { width, height, data } = picture;
    const png = encode({ width, height, data: new Uint8Array(data), channels: 4, depth: 8 });
    return ok({ ...facts, shown: { id: pictureIdOf(png), png } });
  },
  /** A practice page straightened and its letters read. */
  async practice(bytes: Uint8Array, name: string, recipe: RecipeRow): Promise<Result<ReadPractice>> {
    const opened = await open(bytes);
    if (!opened.ok) return opened;
    const { practice, picture, id } = opened.value;
    if (practice === null || practice === 'no-code') return fail({ code: 'practice-no-code' });
    tellProgress('straighten', 0);
    const flat = straightenPage(picture, practice);
    const lifted = liftPractice(flat.picture, practice.page, flat.pxPerMm, recipe, (s) =>
      tellProgress('trace', s),
    );
    if (!lifted.ok) return lifted;
    const { width, height, data } = flat.picture;
    const png = encode({ width, height, data: new Uint8Array(data), channels: 4, depth: 8 });
    const facts: PracticeFacts = {
      pictureId: pictureIdOf(png),
      originalId: id,
      widthPx: width,
      heightPx: height,
      code: practice.page.code.text,
      expected: [...new Set(practice.page.boxes.map((b) => b.char))].join(''),
      capLinePx: lifted.value.capLinePx,
      name,
    };
    return ok({ lifted: lifted.value, facts, picture: png });
  },
  async lift(
    bytes: Uint8Array,
    { sheet, bill }: { readonly sheet: SheetRow; readonly bill: string },
    recipe: RecipeRow,
  ): Promise<Result<TracedSheet>> {
    const opened = await open(bytes);
    if (!opened.ok) return opened;
    return liftSheet(opened.value.picture, sheet, recipe, tellProgress, bill);
  },
  /** Pieces made by hand on a sheet. */
  async reshape(
    bytes: Uint8Array,
    what: Reshape,
    recipe: RecipeRow,
    reading: SheetRecipe,
    page: PlaceOnPage,
  ): Promise<Result<Reshaped[]>> {
    const opened = await open(bytes);
    if (!opened.ok) return opened;
    const read = readOpened(opened.value, reading);
    if (!read.ok) return read;
    return reshape(read.value, recipe.level ?? read.value.ink.level, what, recipe, page);
  },
  /**
   * The ink about each piece, ready to be traced, and its colours when so many are to be told apart (0 = none). The
   * memory is handed over, not copied.
   */
  async regions(
    bytes: Uint8Array,
    level: number | null,
    reading: SheetRecipe,
    colours: number,
    pieces: readonly Pick<PieceRow, 'box' | 'seeds' | 'cuts'>[],
  ): Promise<Result<PieceRegion[]>> {
    const opened = await open(bytes);
    if (!opened.ok) return opened;
    const read = readOpened(opened.value, reading);
    if (!read.ok) return read;
    const { picture, ink: learnt } = read.value;
    const ink = { ...learnt, level: level ?? learnt.level };
    const palette = colours > 0 ? sheetPalette(picture, ink, colours) : undefined;
    const regions = pieces.map((p) => readPieceRegion(picture, ink, p, palette));
    return transfer(ok(regions), regions.flatMap(regionBuffers));
  },
  /** Drawings of pieces taken off their paper, as pictures of their own. */
  async kept(
    bytes: Uint8Array,
    level: number | null,
    reading: SheetRecipe,
    pieces: readonly Pick<PieceRow, 'id' | 'box' | 'seeds' | 'cuts'>[],
  ): Promise<Result<KeptDrawing[]>> {
    const opened = await open(bytes);
    if (!opened.ok) return opened;
    const read = readOpened(opened.value, reading);
    if (!read.ok) return read;
    const made = keptDrawings(read.value, level, pieces, (share) => tellProgress('drawings', share));
    const buffers = made.ok ? made.value.map((k) => k.png.buffer as ArrayBuffer) : [];
    return transfer(made, buffers);
  },
};
export type ImagingApi = typeof api;
serve(api);
