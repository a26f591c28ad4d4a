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
  /** The sources that it was opened from, by the hash of a zip of them: what wasn't changed is written as it was. */
  sources: z.string().nullable().optional(),
});
export type StyleRow = z.infer<typeof styleRow>;
