import { z } from 'zod';
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
});
export type StyleRow = z.infer<typeof styleRow>;
