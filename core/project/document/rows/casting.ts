import { z } from 'zod';
import { id } from './parts';

export const featureRow = z.object({
  id,
  tag: z.string().length(4),
  enabled: z.boolean(),
  rules: z.array(z.unknown()),
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
  formats: z.array(z.enum(['otf', 'ttf', 'woff2', 'woff', 'svg', 'ufo', 'letters-svg'])),
});
export type CastingRow = z.infer<typeof castingRow>;
