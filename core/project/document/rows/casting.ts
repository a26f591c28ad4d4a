import { z } from 'zod';
import { id } from './parts';

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
  formats: z.array(
    z.enum([
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
    ]),
  ),
});
export type CastingRow = z.infer<typeof castingRow>;
