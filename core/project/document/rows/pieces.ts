import { z } from 'zod';
import { moduleSchema } from '../../../outlines/modules/modules';
import { strokeSchema } from '../../../tracing/pen/strokes';
import { contour, id, layers, point, pxBox } from './parts';

export const pieceRow = z.object({
  id,
  sheetId: id,
  box: pxBox,
  seeds: z.array(point),
  /** Straight cuts from letters it ran into: what lies to the right of each is its own. Px of the picture. */
  cuts: z
    .array(z.object({ x0: z.number(), y0: z.number(), x1: z.number(), y1: z.number() }))
    .readonly()
    .default([]),
  /** Place in the reading order of its sheet. */
  order: z.number(),
  row: z.number(),
  baselineY: z.number(),
  /** The character it shows; several for a ligature; null = not known. */
  char: z.string().nullable(),
  /** It is not the letter itself but another drawing of it: "alt1", "ss01"; null = the letter itself. */
  variant: z.string().nullable().default(null),
  /** Name of the file it came from, when it had one of its own. */
  name: z.string().nullable().default(null),
  confidence: z.number(),
  /** What of its drawing was not understood and is missing, until somebody says that it is right as it is. */
  unread: z.array(z.string()).readonly().default([]),
  /**
   * found = as the finder left it; accepted = a person said yes; dropped = not a letter; spare = one more drawing of its character,
   * which isn't used.
   */
  state: z.enum(['found', 'accepted', 'dropped', 'spare']),
  /** Traced outline, px of the sheet's picture, y down. */
  outline: z.array(contour).readonly(),
  /** Its colours, when it was traced in colour; px like the outline. */
  layers: layers.default([]),
  /** How the pen went, for a letter written in the app; px of the sheet. */
  strokes: z.array(strokeSchema).readonly().default([]),
  /** Cells painted, for a letter built on the grid. */
  cells: z.array(moduleSchema).readonly().default([]),
});
export type PieceRow = z.infer<typeof pieceRow>;
