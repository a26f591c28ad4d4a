import { z } from 'zod';
import { contourSchema, pointSchema } from '../../../foundations/geometry/contourSchema';

/** What rows of several tables are made of. */

export const point = pointSchema;
export const contour = contourSchema;
export const rgb = z.tuple([z.number(), z.number(), z.number()]).readonly();
const stops = z.array(z.object({ at: z.number(), rgb })).readonly();
const paint = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('flat'), rgb }),
  z.object({ kind: z.literal('linear'), from: point, to: point, stops }),
  z.object({ kind: z.literal('radial'), centre: point, radius: z.number(), stops }),
]);
/** Paints from the lowest to the top; the lowest holds all of the drawing's outline. */
export const layers = z.array(z.object({ paint, contours: z.array(contour).readonly() })).readonly();
export const affine = z.object({
  a: z.number(),
  b: z.number(),
  c: z.number(),
  d: z.number(),
  e: z.number(),
  f: z.number(),
});
export const id = z.string().min(1);
/** Bearings beyond this are damage; the letter itself is kept, with as much white as there can be. */
const MOST_BEARING = 100_000;
export const bearing = z.number().transform((v) => Math.max(-MOST_BEARING, Math.min(MOST_BEARING, v)));
export const pxBox = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });

/**
 * A line of the artist's own to draw by: through a place, em units, turned from the level against the clock, degrees. The font's
 * are measured from where a letter begins, a letter's own lie in its drawing.
 */
export const guide = z.object({
  id,
  name: z.string(),
  x: z.number().default(0),
  y: z.number(),
  deg: z.number().min(-90).max(90).default(0),
});
export type GuideRow = z.infer<typeof guide>;
