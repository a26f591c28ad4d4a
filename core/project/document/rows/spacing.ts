import { z } from 'zod';
import { id } from './parts';

/** A pair's or group pair's kerning. Sides are ids of glyphs or of groups. */
export const kerningRow = z.object({
  id,
  styleId: id,
  left: z.string(),
  right: z.string(),
  value: z.number(),
  /** Made by the automatic fit, which makes it anew. */
  fitted: z.boolean().default(false),
});
export type KerningRow = z.infer<typeof kerningRow>;

/** Letters that kern alike at a side. */
export const groupRow = z.object({
  id,
  styleId: id,
  side: z.enum(['left', 'right']),
  glyphIds: z.array(id),
  /** Made by the automatic fit, which makes it anew. */
  fitted: z.boolean().default(false),
});
export type GroupRow = z.infer<typeof groupRow>;

export const fitSettings = z.object({
  /** Further white for each letter, em units; below 0 = tighter. */
  looser: z.number(),
  /** Whether letters join; found = by their ends. */
  joins: z.enum(['found', 'joined', 'parted']),
  /** Figures of one width. */
  tabular: z.enum(['found', 'on', 'off']),
  /** Pairs are kerned from this on, em units. */
  kernFrom: z.number(),
  /** A pair whose white was set by hand, em units between the boxes: the rest follows. */
  reference: z.object({ left: id, right: id, white: z.number() }).nullable(),
});
export type FitSettings = z.infer<typeof fitSettings>;
export const firstFitSettings: FitSettings = {
  looser: 0,
  joins: 'found',
  tabular: 'found',
  kernFrom: 2,
  reference: null,
};
