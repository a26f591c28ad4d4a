import { z } from 'zod';
import { id } from './parts';

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

/** Marks of what was cast: they tell what is new since then. */
const print = z.object({
  /** When, milliseconds since 1970. */
  atMs: z.number(),
  version: z.string(),
  /** By glyph name, with the style's before it in a family. */
  glyphs: z.record(z.string(), z.string()),
  kerning: z.string(),
  rules: z.string(),
});

/** What casting writes into the font files. One row, id "casting". */
export const castingRow = z.object({
  id,
  family: z.string(),
  designer: z.string(),
  designerUrl: z.string(),
  licence: z.string(),
  licenceUrl: z.string(),
  copyright: z.string(),
  version: z.string().regex(/^\d{1,3}\.\d{3}$/),
  formats: z.array(z.enum(CAST_FORMATS)),
  /** The last casting; null = none yet. */
  last: print.nullable().default(null),
});
export type CastingRow = z.infer<typeof castingRow>;
