import { z } from 'zod';

/** Pens to write with. */
export const PEN_KINDS = ['fine liner', 'soft brush', 'broad nib', 'pencil'] as const;

const penSchema = z.object({
  kind: z.enum(PEN_KINDS),
  /** Full width of a stroke at middling pressure, px. */
  widthPx: z.number().min(1).max(400),
  /** Direction of a broad nib's edge, degrees counter-clockwise from level. */
  angleDeg: z.number().min(-90).max(90),
});
export type Pen = Readonly<z.infer<typeof penSchema>>;

/** x, y in px; pressure 0..1; tilt from upright in degrees; ms since the stroke began. */
const penPoint = z.tuple([z.number(), z.number(), z.number(), z.number(), z.number()]).readonly();
export type PenPoint = z.infer<typeof penPoint>;

/** One stroke as the pen went, so that it can be inked again with another pen. */
export const strokeSchema = z.object({
  pen: penSchema,
  /** It rubs out what was written before. */
  erases: z.boolean(),
  points: z.array(penPoint).readonly(),
});
export type PenStroke = Readonly<z.infer<typeof strokeSchema>>;

export const DEFAULT_PEN: Pen = { kind: 'soft brush', widthPx: 44, angleDeg: 40 };
