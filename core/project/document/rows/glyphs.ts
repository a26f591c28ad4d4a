import { z } from 'zod';
import { affine, bearing, contour, guide, id, layers, point, pxBox } from './parts';

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
    /** By which share of its width it is thinner where strokes meet at sharp angles; 0 = as wide as elsewhere. */
    thinned: z.number().min(0).max(0.6).default(0),
  }),
});
const anchor = z.object({ name: z.string(), x: z.number(), y: z.number() });

export const glyphRow = z.object({
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
  /** Characters that a draft in the hand's own manner was put together of, none = by its pen alone; null = it is no such draft. */
  madeOf: z.string().nullable().default(null),
  /** What somebody pinned to it to come back to, and the proof on which it was seen. */
  note: z.object({ text: z.string(), page: z.string() }).readonly().nullable().default(null),
  /** Meant to show nothing though its characters usually do: what a font that was opened puts together of other glyphs. */
  blank: z.literal(true).optional(),
  /** Words that make this glyph when they are typed: names of an icon. */
  typed: z.array(z.string()).readonly().default([]),
  /** Words by which icons are told into groups. */
  tags: z.array(z.string()).readonly().default([]),
  /** Who set them: first = nobody yet; fitted = the automatic fit; hand = a person, and they stay. */
  spacing: z.enum(['first', 'fitted', 'hand']).default('hand'),
  /** Whose bearing this side takes; null = its own. */
  follows: z.object({ left: id.nullable(), right: id.nullable() }),
  /** Where the outline came from and how it was placed; null = drawn here. */
  source: z.object({ pieceId: id, sheetId: id, transform: affine }).nullable(),
  /**
   * The drawing kept as a picture with its grain and colours, which systems show that know such letters; others show the outline. The picture
   * (PNG, clear where there is no ink) by the hash of its bytes, and where it lies on the sheet of the piece it was taken from, px.
   */
  picture: z.object({ pictureId: id, pieceId: id, box: pxBox }).nullable().default(null),
  /** Points were moved by hand: a new trace leaves the outline alone, and so does cleaning many letters at once. */
  handEdited: z.boolean(),
  /** The outline was cleaned after tracing: a new trace leaves it alone. */
  cleaned: z.boolean().default(false),
});
export type GlyphRow = z.infer<typeof glyphRow>;
