import { z } from 'zod';

/** How points and contours are written down: in projects and on the clipboard. */
export const pointSchema = z.object({ x: z.number(), y: z.number() });

const node = z.object({
  x: z.number(),
  y: z.number(),
  in: pointSchema.nullable(),
  out: pointSchema.nullable(),
  kind: z.enum(['corner', 'smooth', 'tangent']),
  /** The segment to the next node is left alone by refitting. */
  locked: z.boolean().optional(),
});

export const contourSchema = z.object({
  closed: z.boolean(),
  nodes: z.array(node).readonly(),
  /** The shared part it is drawn from (a component's id): an edit of it changes the part. */
  of: z.string().optional(),
});
