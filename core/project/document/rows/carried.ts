import { z } from 'zod';
import { id } from './parts';

/**
 * What a font that was opened does with its letters and no other rule says: its lookups as they were, in glyphs of the style. It is shown and
 * goes into the font again, but isn't edited.
 */

const list = z.array(id).readonly();
/** Which of the rule's sets. */
const set = z.number().int().min(0);

const does = z.discriminatedUnion('type', [
  z.object({ type: z.literal('single'), map: z.array(z.tuple([id, id]).readonly()).readonly() }),
  z.object({ type: z.enum(['multiple', 'alternate']), map: z.array(z.tuple([id, list]).readonly()).readonly() }),
  z.object({
    type: z.literal('ligature'),
    ligatures: z.array(z.object({ parts: list, glyph: id }).readonly()).readonly(),
  }),
  z.object({
    type: z.literal('chain'),
    rules: z
      .array(
        z.object({
          before: z.array(set).readonly(),
          input: z.array(set).min(1).readonly(),
          after: z.array(set).readonly(),
          apply: z.array(z.object({ at: z.number().int().min(0), lookup: z.number().int().min(0) }).readonly()).readonly(),
        }),
      )
      .readonly(),
  }),
]); // prettier-ignore
const lookup = z.object({ ignoreMarks: z.boolean(), does });
export type CarriedLookup = z.infer<typeof lookup>;

const use = z.object({
  tag: z.string().length(4),
  /** OpenType language tags that it is for; null = all that no other use of the tag is for. */
  languages: z.array(z.string()).readonly().nullable(),
  lookups: z.array(z.number().int().min(0)).readonly(),
});

export const carried = z.object({
  kind: z.literal('carried'),
  /** Sets of glyphs that lookups name by number: the same ones come again and again. */
  sets: z.array(list).readonly(),
  lookups: z.array(lookup).readonly(),
  features: z.array(use).readonly(),
  /** Applied before what rules say, or after it. */
  order: z.enum(['first', 'last']),
});
export type Carried = z.infer<typeof carried>;

/** The same with each lookup's glyphs mapped; what isn't whole any more is left out, and numbers of lookups stay. */
function mapped(r: Carried, glyph: (id: string) => string | null): Carried {
  const all = (ids: readonly string[]) => ids.flatMap((i) => glyph(i) ?? []);
  const sets = r.sets.map(all);
  const filled = (ids: readonly number[]) => ids.every((i) => (sets[i]?.length ?? 0) > 0);
  return { ...r, sets, lookups: r.lookups.map((l): CarriedLookup => ({ ...l, does: doesWith(l.does, glyph, filled) })) };
} // prettier-ignore

function doesWith(
  d: CarriedLookup['does'],
  glyph: (id: string) => string | null,
  filled: (sets: readonly number[]) => boolean,
): CarriedLookup['does'] {
  const whole = (ids: readonly string[]) => {
    const made = ids.flatMap((i) => glyph(i) ?? []);
    return made.length === ids.length ? made : null;
  };
  switch (d.type) {
    case 'single':
      return { ...d, map: d.map.flatMap((m) => { const [a, b] = whole(m) ?? []; return a !== undefined && b !== undefined ? [[a, b] as const] : []; }) };
    case 'multiple':
    case 'alternate':
      return { ...d, map: d.map.flatMap(([from, to]) => { const [a, t] = [glyph(from), whole(to)]; return a !== null && t ? [[a, t] as const] : []; }) };
    case 'ligature':
      return { ...d, ligatures: d.ligatures.flatMap((l) => { const [g, parts] = [glyph(l.glyph), whole(l.parts)]; return g !== null && parts ? [{ parts, glyph: g }] : []; }) };
    case 'chain':
      return { ...d, rules: d.rules.filter((r) => filled([...r.before, ...r.input, ...r.after])) };
  }
} // prettier-ignore

/** What is left without the glyphs that `kept` leaves out; null when nothing is. */
export function carriedWith(r: Carried, kept: (id: string) => boolean): Carried | null {
  const left = mapped(r, (id) => (kept(id) ? id : null));
  const empty = ({ does: d }: CarriedLookup) =>
    d.type === 'chain' ? d.rules.length === 0 : (d.type === 'ligature' ? d.ligatures : d.map).length === 0;
  return left.lookups.every(empty) ? null : left;
}

export const renamedCarried = (r: Carried, called: (id: string) => string): Carried => mapped(r, called);

/** What its lookups put in place of glyphs that are there, wherever they apply. */
export const placedByCarried = (r: Carried, there: ReadonlySet<string>): string[] =>
  r.lookups.flatMap(({ does: d }) => {
    switch (d.type) {
      case 'single':
        return d.map.flatMap(([from, to]) => (there.has(from) ? [to] : []));
      case 'multiple':
      case 'alternate':
        return d.map.flatMap(([from, to]) => (there.has(from) ? to : []));
      case 'ligature':
        return d.ligatures.flatMap((l) => (l.parts.every((p) => there.has(p)) ? [l.glyph] : []));
      case 'chain':
        return [];
    }
  });
