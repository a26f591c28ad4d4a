import { z } from 'zod';
import { id, pxBox, rgb } from './parts';

/** How a sheet's letters get their size: one factor for all by the capital, or small letters by their own. */
const seating = z.object({
  reference: z.enum(['one-factor', 'caps-and-small', 'icons']),
  capReference: z.string(),
  /** Height of capitals by the sheet's own printed lines, px; null = by its letters. */
  capLinePx: z.number().nullable().default(null),
  /** True size: px of the picture that make an em; null = sized by the letters. */
  emPx: z.number().positive().nullable().default(null),
  /** Where letters stand: on their rows' flat feet, or on the line that came with the drawing. */
  baseline: z.enum(['feet', 'given']).default('feet'),
  smallReference: z.string(),
});
export type Seating = z.infer<typeof seating>;

export const sheetRow = z.object({
  id,
  name: z.string(),
  /** The style that its letters are of; null = the family's first. */
  styleId: id.nullable().default(null),
  /**
   * page = one picture with many letters; pictures = one of each letter, put together; artwork = drawn outlines;
   * practice = a filled practice sheet; written = with a pen in the app; built = of modules on a grid.
   */
  kind: z.enum(['page', 'pictures', 'artwork', 'practice', 'written', 'built']).default('page'),
  /** Code of a practice page, by which a better photograph of it takes its place; null for all else. */
  practiceCode: z.string().nullable().default(null),
  /** Hash of the picture as it came, where `pictureId` is a straightened one. */
  originalId: z.string().nullable().default(null),
  /**
   * Content hash of the picture's untouched bytes; for artwork of a zip with the files as they came; null where letters are
   * made in the app.
   */
  pictureId: id.nullable(),
  widthPx: z.number(),
  heightPx: z.number(),
  recipeId: id,
  /** Characters in the order they were written; of running text the text. */
  expected: z.string(),
  /** Who says so: a person, or the bill, of which a page holds a part in one of the usual orders; or it is a running text. */
  expectedFrom: z.enum(['hand', 'bill', 'text']).default('hand'),
  /** The page's turn as given by hand, degrees, positive when rows fall to the right; null = found by itself. */
  turnDeg: z.number().min(-45).max(45).nullable().default(null),
  state: z.enum(['added', 'lifted', 'failed']),
  /** What is known after lifting. */
  skewRad: z.number(),
  capHeightPx: z.number(),
  specksDropped: z.number(),
  /** Printed rules that were found on it and left out. */
  printedLines: z.number().default(0),
  /** Quarter turns clockwise before the picture is read; all places are those of the turned picture. */
  quarterTurns: z.number().int().min(0).max(3).default(0),
  /** The part that counts, px of the picture as it is turned and mirrored; null = all of it. */
  crop: pxBox.nullable().default(null),
  /** Dots per inch of the picture, by its file or as measured; null = not known. */
  dpi: z.number().positive().nullable().default(null),
  /** Place on the table, for the order of sheets. */
  order: z.number(),
  seating,
});
export type SheetRow = z.infer<typeof sheetRow>;

/** Kept picture and tracing settings; the picture itself stays as it came in. */
export const recipeRow = z.object({
  id,
  name: z.string(),
  /** Density at which ink begins; null = found automatically. */
  level: z.number().min(0.05).max(0.95).nullable(),
  tolerancePx: z.number().positive(),
  cornerDeg: z.number().min(5).max(90),
  /** What drawings on the sheet are traced as. */
  mode: z.enum(['outline', 'pixel', 'centreline', 'colour']).default('outline'),
  /** Flat colours to tell apart at the most, in colour mode; gradients are found beside them. */
  colours: z.number().int().min(1).max(16).default(6),
  /** How much of the edge's roughness is averaged out: 0 none, 1 what the paper and the lens add, 2 texture too. */
  smoothing: z.number().min(0).max(2).default(1),
  /** Metal type and stamps are cut the wrong way round: their picture is mirrored before all else. */
  mirror: z.boolean().default(false),
  /** Whether the ground is lighter or darker than the ink. */
  ground: z.enum(['found', 'light', 'dark']).default('found'),
  /** Patches of ink whose longer side is less than this are specks, px; 0 = found by itself. */
  speckPx: z.number().min(0).max(200).default(0),
  /** It was saved under its name, to be used for other sheets. */
  saved: z.boolean().default(false),
  /** The one ink that counts, where others are on the page too; null = all that is on the paper. */
  inkRgb: rgb.nullable().default(null),
  /** What becomes of rules and squares printed on the paper. */
  printedLines: z.enum(['leave out', 'keep']).default('leave out'),
});
export type RecipeRow = z.infer<typeof recipeRow>;
