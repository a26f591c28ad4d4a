import { z } from 'zod';
import { colouring } from './colours';
import { id } from './parts';
import { firstFitSettings, fitSettings } from './spacing';

export const styleRow = z.object({
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
  /** How its letters are painted that have no colours of their own; null = in the ink of the text. */
  colouring: colouring.nullable().default(null),
});
export type StyleRow = z.infer<typeof styleRow>;
