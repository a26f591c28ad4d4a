import { z } from 'zod';

/** Beyond this nothing is drawn: pictures have some 60,000 px a side, and font files hold 32,767 u. */
export const FARTHEST = 1e7;
const coordinate = z.number().min(-FARTHEST).max(FARTHEST);

/** How points and contours are written down: in projects and on the clipboard. */
export const pointSchema = z.object({ x: coordinate, y: coordinate });

const node = z.object({
  x: coordinate,
  y: coordinate,
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
