import { z } from 'zod';
import { id } from './parts';

/**
 * What a font that was opened does with its letters and no other rule says: its lookups as they were, in glyphs of the style. It is shown and
 * goes into the font again, but isn't edited.
 */

const list = z.array(id).readonly();
/** Which of the rule's sets. */
const set = z.number().int().min(0);
const sets = z.array(set).readonly();
const many = <T extends z.ZodTypeAny>(of: T) => z.array(of).readonly();
const count = z.number().int().min(0);

/** Em units. */
const place = z.object({ x: z.number(), y: z.number() }).nullable();
export type CarriedPlace = z.infer<typeof place>;
const moved = z.object({
  x: z.number().optional(),
  y: z.number().optional(),
  advance: z.number().optional(),
});
/** How the first glyph of a pair is moved, and the second; null = that one isn't looked at. */
const pair = z.tuple([moved, moved.nullable()]).readonly();

const chain = z.object({
  type: z.literal('chain'),
  rules: many(
    z.object({
      before: sets,
      input: z.array(set).min(1).readonly(),
      after: sets,
      apply: many(z.object({ at: count, lookup: count }).readonly()),
    }),
  ),
});

const markTable = z.object({
  classes: count,
  marks: many(z.object({ glyph: id, markClass: count, at: place }).readonly()),
  /** Places by letter of a ligature, one for others, and in these by class. */
  bases: many(z.object({ glyph: id, at: many(many(place)) }).readonly()),
});
/** Tables are tried in their order: the first that has both a mark and what it goes to counts. */
const marks = z.object({
  type: z.literal('marks'),
  on: z.enum(['letters', 'marks', 'ligatures']),
  tables: many(markTable),
});

const pairs = z.object({
  type: z.literal('pairs'),
  tables: many(
    z.discriminatedUnion('by', [
      z.object({ by: z.literal('glyphs'), pairs: many(z.tuple([id, id, pair]).readonly()) }),
      z.object({ by: z.literal('classes'), covered: list, left: many(list), right: many(list), values: many(many(pair)) }),
    ]),
  ),
}); // prettier-ignore

const does = z.discriminatedUnion('type', [
  z.object({ type: z.literal('single'), map: many(z.tuple([id, id]).readonly()) }),
  z.object({ type: z.enum(['multiple', 'alternate']), map: many(z.tuple([id, list]).readonly()) }),
  z.object({ type: z.literal('ligature'), ligatures: many(z.object({ parts: list, glyph: id }).readonly()) }),
  z.object({
    type: z.literal('reverse'),
    rules: many(z.object({ before: sets, after: sets, map: many(z.tuple([id, id]).readonly()) }).readonly()),
  }),
  chain,
  z.object({ type: z.literal('moved'), map: many(z.tuple([id, moved]).readonly()) }),
  pairs,
  marks,
  z.object({
    type: z.literal('joins'),
    tables: many(many(z.object({ glyph: id, entry: place, exit: place }).readonly())),
  }),
]);

const lookup = z.object({
  ignoreMarks: z.boolean(),
  ignoreBases: z.boolean().optional(),
  ignoreLigatures: z.boolean().optional(),
  rightToLeft: z.boolean().optional(),
  /** Of marks, those of this set alone are seen. */
  onlyMarks: set.optional(),
  does,
});
export type CarriedLookup = z.infer<typeof lookup>;
export type CarriedDoes = z.infer<typeof does>;

const use = z.object({
  tag: z.string().length(4),
  /** OpenType script tags that it is for; null = all. */
  scripts: z.array(z.string()).readonly().nullable().default(null),
  /** OpenType language tags that it is for; null = all that no other use of the tag is for in these scripts. */
  languages: z.array(z.string()).readonly().nullable(),
  lookups: many(count),
});
export type CarriedUse = z.infer<typeof use>;

export const carried = z.object({
  kind: z.literal('carried'),
  /** Substitutions or positions. */
  table: z.enum(['GSUB', 'GPOS']).default('GSUB'),
  /** OpenType script tags that the font had in this table; none = those that its letters belong to. */
  scripts: z.array(z.string()).readonly().default([]),
  /** Sets of glyphs that lookups name by number: the same ones come again and again. */
  sets: many(list),
  lookups: many(lookup),
  features: many(use),
  /** Applied before what rules say, or after it. */
  order: z.enum(['first', 'last']),
});
export type Carried = z.infer<typeof carried>;

/** What a font that was opened says besides its drawings and lookups. */
export const carriedFacts = z.object({
  kind: z.literal('carriedFacts'),
  /** Kinds by 'GDEF', for those that aren't letters. */
  marks: list,
  ligatures: list,
  /** Glyphs of no kind, where lookups pass over letters: they aren't passed over. */
  kindless: list.default([]),
  /** Ligatures by their names that it didn't make without being asked. */
  unjoined: list.default([]),
  /** OpenType script tags that it had of scripts with several: which of them a font names decides how programs set it. */
  scripts: z.array(z.string()).readonly().default([]),
  /** Features that it had in some of its scripts alone; `languages`: null = those without features of their own and all others. */
  only: many(
    z
      .object({
        tag: z.string().length(4),
        scripts: many(z.string()),
        languages: many(z.string()).nullable(),
      })
      .readonly(),
  ).default([]),
  /** Characters that look otherwise with a variation selector behind them; null = with it, they look as they do without. */
  variants: many(z.object({ character: count, selector: count, glyph: id.nullable() }).readonly()),
});
export type CarriedFacts = z.infer<typeof carriedFacts>;
