import { z } from 'zod';
import { id } from './parts';
import { NAME_LANGUAGES } from '../../../type/names/nameLanguages';

/** What a project can be cast in: fonts for desks, for the web, and for other programs. */
export const CAST_FORMATS = [
  'otf',
  'ttf',
  'variable',
  'woff2',
  'woff',
  'kit',
  'ufo',
  'designspace',
  'svg',
  'stroke',
  'letters-svg',
  'letters-png',
  'letters-dxf',
  'bundle',
] as const;
export type CastFormat = (typeof CAST_FORMATS)[number];

/** What a document that shows text in the font may take along of it, the freest first: OpenType, OS/2, fsType. */
const EMBEDDING = ['install', 'edit', 'view', 'never'] as const;
export type Embedding = (typeof EMBEDDING)[number];

/** What a bundle for a shop may hold. */
export const BUNDLE_PARTS = [
  'otf',
  'ttf',
  'variable',
  'web',
  'letters-svg',
  'letters-png',
  'letters-dxf',
  'proofs',
] as const;
export type BundlePart = (typeof BUNDLE_PARTS)[number];

/** Licences that many fonts have, by their SPDX identifiers (spdx.org/licenses). */
const USUAL_LICENCES = ['OFL-1.1', 'CC0-1.0', 'CC-BY-4.0'] as const;
export type UsualLicence = (typeof USUAL_LICENCES)[number];

/** A further style that is made of the one in hand when it is cast, by another pen. */
const weight = z.object({
  name: z.string().min(1),
  /** 1 to 1000: OpenType, OS/2, usWeightClass. */
  weight: z.number().int().min(1).max(1000),
  /** By how much strokes are thicker, em units; below 0 = thinner. */
  heavier: z.number().min(-500).max(500),
});
export type CastWeight = z.infer<typeof weight>;

/** The family once more under a name of its own, in which some forms are the standard ones, by glyph names ("a.ss01"). */
const cut = z.object({ family: z.string().min(1), forms: z.array(z.string().min(1)).readonly() });
export type CastCut = z.infer<typeof cut>;

/** Names as programs in another language list them; what is empty is said as in the font's own names. */
const namesIn = z.object({
  language: z.enum(NAME_LANGUAGES),
  family: z.string(),
  designer: z.string().default(''),
  copyright: z.string().default(''),
  licence: z.string().default(''),
});
export type NamesIn = z.infer<typeof namesIn>;

const metric = z.number().int().min(0).max(32_000);

/** Marks of what was cast: they tell what is new since then. */
const print = z.object({
  /** When, milliseconds since 1970. */
  atMs: z.number(),
  version: z.string(),
  /** By glyph name, with the style's before it in a family. */
  glyphs: z.record(z.string(), z.string()),
  kerning: z.string(),
  rules: z.string(),
  /** Of the weights that were cast along. */
  weights: z.string().default(''),
  /** Of colours that letters get from their styles, and of palettes. */
  colours: z.string().default(''),
});

/** What casting writes into the font files. One row, id "casting". */
export const castingRow = z.object({
  id,
  family: z.string(),
  designer: z.string(),
  designerUrl: z.string(),
  licence: z.string(),
  licenceUrl: z.string(),
  /** Which of the usual licences it is, whose text goes along; null = words of one’s own. */
  licenceId: z.enum(USUAL_LICENCES).nullable().default(null),
  copyright: z.string(),
  version: z.string().regex(/^\d{1,3}\.\d{3}$/),
  formats: z.array(z.enum(CAST_FORMATS)),
  /** What goes into the bundle for a shop. */
  bundle: z
    .array(z.enum(BUNDLE_PARTS))
    .readonly()
    .default([...BUNDLE_PARTS]),
  /** Whether files have the version in their names, so that a new one lies beside the old. */
  versioned: z.boolean().default(false),
  weights: z.array(weight).max(16).readonly().default([]),
  cuts: z.array(cut).max(8).readonly().default([]),
  namesIn: z.array(namesIn).readonly().default([]),
  embedding: z.enum(EMBEDDING).default('install'),
  /** Height and depth of a line and the gap to the next, em units, all positive; null = found from lines, ink and line spacing. */
  lineMetrics: z.object({ ascent: metric, descent: metric, gap: metric }).nullable().default(null),
  /** The last casting; null = none yet. */
  last: print.nullable().default(null),
});
export type CastingRow = z.infer<typeof castingRow>;
