import { z } from 'zod';
import { id, rgb } from './parts';

const stop = z.object({ at: z.number().min(0).max(1), rgb });

/** What letters are filled with: one colour, or a gradient over the height of capitals that goes a way, degrees against the clock from level. */
const fill = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('flat'), rgb }),
  z.object({
    kind: z.literal('gradient'),
    deg: z.number().min(-180).max(180),
    stops: z.array(stop).min(2).readonly(),
  }),
]);

/** Widths and distances that lines and shadows may have, em units. */
export const LINE_EM = { min: 1, max: 200 } as const;
export const SHADOW_EM = { min: -400, max: 400 } as const;
const width = z.number().min(LINE_EM.min).max(LINE_EM.max);
const distance = z.number().min(SHADOW_EM.min).max(SHADOW_EM.max);

/** How letters of a style are painted that have no colours of their own; it is drawn around what their outlines are at any time. */
export const colouring = z.object({
  fill,
  /** A line around the letter, outside of its edge. */
  outer: z.object({ width, rgb }).nullable(),
  /** A line within the letter, so far from its edge, em units. */
  inner: z.object({ width, inset: z.number().min(0).max(LINE_EM.max), rgb }).nullable(),
  /** The letter again, beneath itself and moved, em units; deep = all the way to there. */
  shadow: z.object({ x: distance, y: distance, deep: z.boolean(), rgb }).nullable(),
});
export type Colouring = z.infer<typeof colouring>;

/** Other colours for the same letters, for a ground: by the colour as it was drawn, "#rrggbb". */
export const palette = z.object({
  id,
  name: z.string(),
  ground: z.enum(['light', 'dark']),
  colours: z.record(z.string(), rgb),
});
export type PaletteRow = z.infer<typeof palette>;
