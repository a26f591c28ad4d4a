import { z } from 'zod';
import { practiceSettings } from '../../../lifting/practice/settings';
import { palette } from './colours';
import { guide, id } from './parts';

/** The lines letters stand on and reach to, em units, baseline = 0. */
const lines = z.object({
  xHeight: z.number(),
  capHeight: z.number(),
  ascender: z.number(),
  descender: z.number(),
});
export type Lines = z.infer<typeof lines>;

/** How a page of the proof is set. */
const proofLook = z.object({
  /** Style of the family; null = the one in hand. */
  styleId: id.nullable().default(null),
  /** On the weight axis; null = the style's own. */
  weight: z.number().min(1).max(1000).nullable().default(null),
  /** Features switched on or off, by their tags. */
  features: z.record(z.string(), z.boolean()).default({}),
});
export type ProofLook = z.infer<typeof proofLook>;

export const projectRow = z.object({
  id,
  name: z.string(),
  /** Milliseconds since 1970, passed in by whoever makes the change. */
  createdAt: z.number(),
  unitsPerEm: z.number().int().min(16).max(16384),
  lines,
  /** By how much round letters reach over a line, em units (10 to 15 of 1000: common practice, no published source). */
  overshoot: z.number().min(0).default(12),
  /** From one baseline to the next, in ems (1.2: common practice, no published source); never less than the ink needs. */
  lineSpacing: z.number().min(0.5).max(4).default(1.2),
  /** Lines of the artist's own, for all letters. */
  ownLines: z.array(guide).readonly().default([]),
  /** Even steps to draw on, em units. */
  grid: z
    .object({ step: z.number().min(1).max(500), shown: z.boolean(), snaps: z.boolean() })
    .default({ step: 10, shown: false, snaps: false }),
  /** Characters to fill, in reading order. */
  bill: z.string(),
  /** Text of the running line. */
  runningText: z.string(),
  /** The artist's own proof, with its line breaks; null = the running line's. */
  proofText: z.string().nullable().default(null),
  /** Further proofs of the artist's own, each with a size of its type, CSS px. */
  ownProofs: z
    .array(z.object({ id, text: z.string(), size: z.number().min(1).max(2000) }).readonly())
    .readonly()
    .default([]),
  /** What the artist typed in the place of the words that a proof has at first, by the place's name. */
  proofTexts: z.record(z.string(), z.string()).default({}),
  /** How pages of the proof are set that aren't set as the running line is, by page. */
  proofLooks: z.record(z.string(), proofLook).default({}),
  /** Which style is in hand. */
  styleId: id,
  /** Private code points given out so far by name: a name keeps its own for good. */
  privateCodes: z.record(z.string(), z.number().int()).default({}),
  /** The practice sheet made last, so that it can be printed again. */
  practice: z.object({ characters: z.string(), settings: practiceSettings }).nullable().default(null),
  /** The font that the project was opened from: what its licence keeps for itself. */
  openedFrom: z
    .object({ family: z.string(), reserved: z.array(z.string()).readonly() })
    .nullable()
    .default(null),
  /**
   * What lies behind one's own letters: another style of the family, or a font whose file, by the hash of its bytes, stays in the browser
   * and doesn't go into project files.
   */
  underlay: z
    .object({
      fileId: id.nullable(),
      styleId: id.nullable().default(null),
      name: z.string(),
      size: z.enum(['em', 'x-height']),
      strength: z.number().min(0).max(1),
    })
    .nullable()
    .default(null),
  /** Characters of the template made last: its slots in their order, for drawings that come back without their names. */
  template: z.string().nullable().default(null),
  /** Other colours than those that were drawn. */
  palettes: z.array(palette).readonly().default([]),
});
export type ProjectRow = z.infer<typeof projectRow>;
