import { z } from 'zod';
import { contourSchema, pointSchema } from '../../foundations/geometry/contourSchema';
import { moduleSchema } from '../../outlines/modules/modules';
import { strokeSchema } from '../../tracing/pen/strokes';
import { practiceSettings } from '../../lifting/practice/settings';

/** Version of the project's form. A change that older readers can't follow raises it and adds a migration. */
export const SCHEMA_VERSION = 2;

const point = pointSchema;
const contour = contourSchema;
const rgb = z.tuple([z.number(), z.number(), z.number()]).readonly();
const stops = z.array(z.object({ at: z.number(), rgb })).readonly();
const paint = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('flat'), rgb }),
  z.object({ kind: z.literal('linear'), from: point, to: point, stops }),
  z.object({ kind: z.literal('radial'), centre: point, radius: z.number(), stops }),
]);
/** Paints from the lowest to the top; the lowest holds all of the drawing's outline. */
const layers = z.array(z.object({ paint, contours: z.array(contour).readonly() })).readonly();
const affine = z.object({
  a: z.number(),
  b: z.number(),
  c: z.number(),
  d: z.number(),
  e: z.number(),
  f: z.number(),
});
const id = z.string().min(1);
/** Bearings beyond this are damage; the letter itself is kept, with as much white as there can be. */
const MOST_BEARING = 100_000;
const bearing = z.number().transform((v) => Math.max(-MOST_BEARING, Math.min(MOST_BEARING, v)));
const pxBox = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });

/** The lines letters stand on and reach to, em units, baseline = 0. */
const lines = z.object({
  xHeight: z.number(),
  capHeight: z.number(),
  ascender: z.number(),
  descender: z.number(),
});
export type Lines = z.infer<typeof lines>;

/**
 * A line of the artist's own to draw by: through a place, em units, turned from the level against the clock, degrees. The font's
 * are measured from where a letter begins, a letter's own lie in its drawing.
 */
const guide = z.object({
  id,
  name: z.string(),
  x: z.number().default(0),
  y: z.number(),
  deg: z.number().min(-90).max(90).default(0),
});
export type GuideRow = z.infer<typeof guide>;

const projectRow = z.object({
  id,
  name: z.string(),
  /** Milliseconds since 1970, passed in by whoever makes the change. */
  createdAt: z.number(),
  unitsPerEm: z.number().int().min(16).max(16384),
  lines,
  /** By how much round letters reach over a line, em units (10 to 15 of 1000: common practice, no published source). */
  overshoot: z.number().min(0).default(12),
  /** From one baseline to the next, in ems (1.2: common practice, no published source); never less than the ink needs. */
  lineSpacing: z.number().min(0.5).max(4).default(1.2),
  /** Lines of the artist's own, for all letters. */
  ownLines: z.array(guide).readonly().default([]),
  /** Even steps to draw on, em units. */
  grid: z
    .object({ step: z.number().min(1).max(500), shown: z.boolean(), snaps: z.boolean() })
    .default({ step: 10, shown: false, snaps: false }),
  /** Characters to fill, in reading order. */
  bill: z.string(),
  /** Text of the running line. */
  runningText: z.string(),
  /** The artist's own proof, with its line breaks; null = the running line's. */
  proofText: z.string().nullable().default(null),
  /** Which style is in hand. */
  styleId: id,
  /** Private code points given out so far by name: a name keeps its own for good. */
  privateCodes: z.record(z.string(), z.number().int()).default({}),
  /** The practice sheet made last, so that it can be printed again. */
  practice: z.object({ characters: z.string(), settings: practiceSettings }).nullable().default(null),
  /** Characters of the template made last: its slots in their order, for drawings that come back without their names. */
  template: z.string().nullable().default(null),
});
export type ProjectRow = z.infer<typeof projectRow>;

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

const sheetRow = z.object({
  id,
  name: z.string(),
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
  /** Characters in the order they were written. */
  expected: z.string(),
  /** Who says so: a person, or the bill, of which a page holds a part in one of the usual orders. */
  expectedFrom: z.enum(['hand', 'bill']).default('hand'),
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
const recipeRow = z.object({
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

const pieceRow = z.object({
  id,
  sheetId: id,
  box: pxBox,
  seeds: z.array(point),
  /** Straight cuts from letters it ran into: what lies to the right of each is its own. Px of the picture. */
  cuts: z
    .array(z.object({ x0: z.number(), y0: z.number(), x1: z.number(), y1: z.number() }))
    .readonly()
    .default([]),
  /** Place in the reading order of its sheet. */
  order: z.number(),
  row: z.number(),
  baselineY: z.number(),
  /** The character it shows; several for a ligature; null = not known. */
  char: z.string().nullable(),
  /** It is not the letter itself but another drawing of it: "alt1", "ss01"; null = the letter itself. */
  variant: z.string().nullable().default(null),
  /** Name of the file it came from, when it had one of its own. */
  name: z.string().nullable().default(null),
  confidence: z.number(),
  /** What of its drawing was not understood and is missing, until somebody says that it is right as it is. */
  unread: z.array(z.string()).readonly().default([]),
  /** found = as the finder left it; accepted = a person said yes; dropped = not a letter. */
  state: z.enum(['found', 'accepted', 'dropped']),
  /** Traced outline, px of the sheet's picture, y down. */
  outline: z.array(contour).readonly(),
  /** Its colours, when it was traced in colour; px like the outline. */
  layers: layers.default([]),
  /** How the pen went, for a letter written in the app; px of the sheet. */
  strokes: z.array(strokeSchema).readonly().default([]),
  /** Cells painted, for a letter built on the grid. */
  cells: z.array(moduleSchema).readonly().default([]),
});
export type PieceRow = z.infer<typeof pieceRow>;

/** A shared part in a letter: the part's glyph, and how it lies in the letter's own drawing. */
const component = z.object({
  id,
  glyphId: id,
  transform: affine,
  /** Code point of the combining mark it is, while it is placed by itself; null = it stays where it was put. */
  mark: z.number().int().nullable().default(null),
});
export type ComponentRow = z.infer<typeof component>;
/** A centreline and the nib that runs along it; the glyph's contours are what the nib leaves. */
const skeleton = z.object({
  lines: z.array(contour).readonly(),
  pen: z.object({
    width: z.number().positive(),
    ends: z.enum(['round', 'flat', 'square']),
    joins: z.enum(['round', 'sharp']),
    /** Thickness of the thinnest stroke as a share of the thickest; 1 = even. */
    contrast: z.number().min(0.05).max(1).default(1),
    /** Direction of the nib's broad edge, degrees against the clock from level. */
    angle: z.number().min(-90).max(90).default(0),
  }),
});
export type SkeletonRow = z.infer<typeof skeleton>;
const anchor = z.object({ name: z.string(), x: z.number(), y: z.number() });

const glyphRow = z.object({
  id,
  styleId: id,
  /** By the Adobe Glyph List, for example "A", "eacute", "uni1E9E". */
  name: z.string(),
  codePoints: z.array(z.number().int().min(0).max(0x10ffff)),
  /** Em units, y up, baseline at 0. x has no fixed origin: the bearings say where the letter stands. */
  contours: z.array(contour).readonly(),
  /** Colour layers in the space of the contours; none for a letter of one ink. */
  layers: layers.default([]),
  /** Shared parts; their outlines are among the contours, kept in step. */
  components: z.array(component),
  /** Named places, in the space of the contours: where marks and composed accents meet the letter. */
  anchors: z.array(anchor),
  /** Lines to draw this letter by, and measures that stay: straights whose stretches of ink are told, in the contours' space. */
  guides: z.array(guide).readonly().default([]),
  measures: z
    .array(z.object({ id, from: point, to: point }))
    .readonly()
    .default([]),
  skeleton: skeleton.nullable().default(null),
  /** A part is drawn only to be shared by letters: it has no character and doesn't go into the font. */
  role: z.enum(['letter', 'part']).default('letter'),
  /** Outlines as they were before parts were merged or cleaned, the newest last, to be taken up again. */
  kept: z
    .array(z.object({ label: z.string(), contours: z.array(contour).readonly() }))
    .readonly()
    .default([]),
  /** White at the left and right of the ink, em units; with no ink their sum is the advance width. */
  bearings: z.object({ left: bearing, right: bearing }),
  /**
   * How a letter was moved from where the lines put it: turned against the clock, degrees, then scaled about the baseline, then
   * lifted, em units.
   */
  placing: z
    .object({ scale: z.number().positive(), lift: z.number(), turn: z.number().default(0) })
    .nullable()
    .default(null),
  /** Made out of other letters for a start: it says so until somebody works on it or accepts it. */
  draft: z.boolean().default(false),
  /** Words that make this glyph when they are typed: names of an icon. */
  typed: z.array(z.string()).readonly().default([]),
  /** Who set them: first = nobody yet; fitted = the automatic fit; hand = a person, and they stay. */
  spacing: z.enum(['first', 'fitted', 'hand']).default('hand'),
  /** Whose bearing this side takes; null = its own. */
  follows: z.object({ left: id.nullable(), right: id.nullable() }),
  /** Where the outline came from and how it was placed; null = drawn here. */
  source: z.object({ pieceId: id, sheetId: id, transform: affine }).nullable(),
  /** Points were moved by hand: a new trace leaves the outline alone, and so does cleaning many letters at once. */
  handEdited: z.boolean(),
  /** The outline was cleaned after tracing: a new trace leaves it alone. */
  cleaned: z.boolean().default(false),
});
export type GlyphRow = z.infer<typeof glyphRow>;

/** A pair's or group pair's kerning. Sides are ids of glyphs or of groups. */
const kerningRow = z.object({
  id,
  styleId: id,
  left: z.string(),
  right: z.string(),
  value: z.number(),
  /** Made by the automatic fit, which makes it anew. */
  fitted: z.boolean().default(false),
});
export type KerningRow = z.infer<typeof kerningRow>;

/** Letters that kern alike at a side. */
const groupRow = z.object({
  id,
  styleId: id,
  side: z.enum(['left', 'right']),
  glyphIds: z.array(id),
  /** Made by the automatic fit, which makes it anew. */
  fitted: z.boolean().default(false),
});
export type GroupRow = z.infer<typeof groupRow>;

const featureRow = z.object({
  id,
  tag: z.string().length(4),
  enabled: z.boolean(),
  rules: z.array(z.unknown()),
});
export type FeatureRow = z.infer<typeof featureRow>;

const fitSettings = z.object({
  /** Further white for each letter, em units; below 0 = tighter. */
  looser: z.number(),
  /** Whether letters join; found = by their ends. */
  joins: z.enum(['found', 'joined', 'parted']),
  /** Figures of one width. */
  tabular: z.enum(['found', 'on', 'off']),
  /** Pairs are kerned from this on, em units. */
  kernFrom: z.number(),
  /** A pair whose white was set by hand, em units between the boxes: the rest follows. */
  reference: z.object({ left: id, right: id, white: z.number() }).nullable(),
});
export type FitSettings = z.infer<typeof fitSettings>;
export const firstFitSettings: FitSettings = {
  looser: 0,
  joins: 'found',
  tabular: 'found',
  kernFrom: 2,
  reference: null,
};

const styleRow = z.object({
  id,
  name: z.string(),
  weightClass: z.number(),
  italic: z.boolean(),
  order: z.number(),
  /** What stems of the style should measure, em units; null = not set. */
  stems: z
    .object({ upright: z.number().nullable(), level: z.number().nullable() })
    .default({ upright: null, level: null }),
  /** How the automatic fit goes about its letters. */
  fit: fitSettings.default(firstFitSettings),
});
export type StyleRow = z.infer<typeof styleRow>;

/** What casting writes into the font files. One row, id "casting". */
const castingRow = z.object({
  id,
  family: z.string(),
  designer: z.string(),
  designerUrl: z.string(),
  licence: z.string(),
  licenceUrl: z.string(),
  copyright: z.string(),
  version: z.string().regex(/^\d{1,3}\.\d{3}$/),
  formats: z.array(z.enum(['otf', 'ttf', 'woff2', 'woff', 'svg', 'ufo', 'letters-svg'])),
});
export type CastingRow = z.infer<typeof castingRow>;

/** The schema of each table's rows. Glyph rows are many and small, so that one edit writes one row. */
export const rowSchemas = {
  project: projectRow,
  sheets: sheetRow,
  recipes: recipeRow,
  pieces: pieceRow,
  glyphs: glyphRow,
  kerning: kerningRow,
  groups: groupRow,
  features: featureRow,
  styles: styleRow,
  casting: castingRow,
};

export type TableName = keyof typeof rowSchemas;
export const TABLE_NAMES = Object.keys(rowSchemas) as TableName[];
export type RowOf<T extends TableName> = z.infer<(typeof rowSchemas)[T]>;

/** An open project: tables of rows by id. Immutable; every edit makes a new one that shares what didn't change. */
export type Doc = { readonly [T in TableName]: Readonly<Record<string, RowOf<T>>> };

const table = <T extends z.ZodType>(row: T) => z.record(z.string(), row);
export const docSchema = z.object({
  project: table(projectRow),
  sheets: table(sheetRow),
  recipes: table(recipeRow),
  pieces: table(pieceRow),
  glyphs: table(glyphRow),
  kerning: table(kerningRow),
  groups: table(groupRow),
  features: table(featureRow),
  styles: table(styleRow),
  casting: table(castingRow),
});
