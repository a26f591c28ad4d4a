import { z } from 'zod';
import { carried, carriedFacts } from './carried';
import { carriedFactsWith, carriedWith, renamedCarried, renamedCarriedFacts } from './carriedWith';
import { id } from './parts';

/**
 * What artists mean by a feature, in glyphs of the style: compiled to lookups by `core/fonts/features`. The same form with
 * names in place of ids is what rule files for the command line hold.
 */

/** Features that only exchange drawings (OpenType 1.9.1, "Registered features"), switched on by whoever sets the text. */
export const EXCHANGING =
  /^(ss(0[1-9]|1\d|20)|cv(0[1-9]|[1-9]\d)|salt|swsh|cswh|titl|smcp|c2sc|pcap|c2pc|unic|onum|lnum|pnum|tnum|sups|subs|sinf|numr|dnom|ordn|zero|case|hist|cpct)$/;

/** Longest distance over which drawings take turns, glyphs. */
const MOST_APART = 16;

const glyphs = z.array(id).readonly();
const swap = z.object({ from: id, to: id }).readonly();
const swaps = z.array(swap).min(1).readonly();

export const rule = z.discriminatedUnion('kind', [
  /** Letters that become one drawing: always, or on demand (dlig, hlig). */
  z.object({
    kind: z.literal('ligature'),
    parts: z.array(id).min(2).readonly(),
    to: id,
    feature: z.enum(['liga', 'clig', 'dlig', 'hlig']).default('liga'),
  }),
  /** Other drawings that are chosen in a menu; the label names a set (ss01) or a character variant (cv01). */
  z.object({
    kind: z.literal('exchange'),
    feature: z.string().regex(EXCHANGING),
    label: z.string().max(60).default(''),
    swaps: z
      .array(z.object({ from: id, to: z.array(id).min(1).readonly() }).readonly())
      .min(1)
      .readonly(),
  }),
  /**
   * Drawings of a letter that take turns: none stands again within so many glyphs while there is another. Without
   * `letters`: all letters with further drawings (a.alt1, a.alt2 ...).
   */
  z.object({
    kind: z.literal('turns'),
    letters: z
      .array(z.object({ glyph: id, drawings: z.array(id).min(1).readonly() }).readonly())
      .min(1)
      .nullable()
      .default(null),
    within: z.number().int().min(1).max(MOST_APART).default(5),
  }),
  /** Drawings for the beginning or end of a word or of the text, left out where they would come nearer than `clearance` to a neighbour, em units. */
  z.object({
    kind: z.literal('ends'),
    at: z.enum(['word-start', 'word-end', 'text-start', 'text-end']),
    swaps,
    clearance: z.number().min(0).max(500).default(15),
    /** Neighbours beside which a drawing stands although it would come nearer to them. */
    despite: z
      .array(z.object({ from: id, beside: id }).readonly())
      .readonly()
      .default([]),
  }),
  /**
   * Letters that stand a little above or below the baseline, `height` em units at the most, and lean a little to either side, `lean` degrees, by
   * their neighbours.
   */
  z.object({
    kind: z.literal('bounce'),
    glyphs: glyphs.nullable().default(null),
    height: z.number().min(0).max(300),
    lean: z.number().min(0).max(10).default(0),
  }),
  /** Other drawings beside certain neighbours; null in place of a drawing: stays as it is, and no later rule is tried. */
  z.object({
    kind: z.literal('beside'),
    before: z.array(glyphs).max(MOST_APART).readonly().default([]),
    swaps: z
      .array(z.object({ from: id, to: id.nullable() }).readonly())
      .min(1)
      .readonly(),
    after: z.array(glyphs).max(MOST_APART).readonly().default([]),
  }),
  /** Other drawings in certain languages, by their OpenType tags ("TRK", "ROM"). */
  z.object({
    kind: z.literal('language'),
    languages: z
      .array(z.string().regex(/^[A-Z]{3,4}$/))
      .min(1)
      .readonly(),
    swaps,
  }),
  carried,
  carriedFacts,
]);
export type Rule = z.infer<typeof rule>;

/** Rules that say what a font that was opened does, as it did it. */
export const isCarried = (r: Rule): r is Extract<Rule, { readonly kind: 'carried' | 'carriedFacts' }> =>
  r.kind === 'carried' || r.kind === 'carriedFacts';

/** One rule of a style's font. */
export const featureRow = z.object({
  id,
  styleId: id,
  order: z.number(),
  enabled: z.boolean().default(true),
  rule,
});
export type FeatureRow = z.infer<typeof featureRow>;

type Use = <T extends string | null>(ids: readonly T[]) => T[];

/** What is left of a rule without what `kept` leaves out; null when nothing is. */
export function ruleWith(r: Rule, kept: (id: string) => boolean): Rule | null {
  const some: Use = (ids) => ids.filter((i) => i === null || kept(i));
  const both = (list: readonly { readonly from: string; readonly to: string }[]) =>
    list.filter((s) => kept(s.from) && kept(s.to));
  const unlessEmpty = <T>(list: readonly T[], make: () => Rule): Rule | null =>
    list.length > 0 ? make() : null;
  switch (r.kind) {
    case 'ligature':
      return [...r.parts, r.to].every(kept) ? r : null;
    case 'exchange': {
      const swaps = r.swaps
        .map((s) => ({ from: s.from, to: some(s.to) }))
        .filter((s) => kept(s.from) && s.to.length > 0);
      return unlessEmpty(swaps, () => ({ ...r, swaps }));
    }
    case 'turns': {
      const letters = r.letters
        ?.map((l) => ({ glyph: l.glyph, drawings: some(l.drawings) }))
        .filter((l) => kept(l.glyph) && l.drawings.length > 0);
      return letters ? unlessEmpty(letters, () => ({ ...r, letters })) : r;
    }
    case 'ends': {
      const swaps = both(r.swaps);
      const despite = r.despite.filter((d) => kept(d.from) && kept(d.beside));
      return unlessEmpty(swaps, () => ({ ...r, swaps, despite }));
    }
    case 'language': {
      const swaps = both(r.swaps);
      return unlessEmpty(swaps, () => ({ ...r, swaps }));
    }
    case 'bounce': {
      const glyphs = r.glyphs && some(r.glyphs);
      return glyphs ? unlessEmpty(glyphs, () => ({ ...r, glyphs })) : r;
    }
    case 'beside': {
      const [before, after] = [r.before.map(some), r.after.map(some)];
      const swaps = r.swaps.filter((s) => kept(s.from) && (s.to === null || kept(s.to)));
      const whole = [...before, ...after].every((s) => s.length > 0);
      return whole ? unlessEmpty(swaps, () => ({ ...r, before, after, swaps })) : null;
    }
    case 'carried':
      return carriedWith(r, kept);
    case 'carriedFacts':
      return carriedFactsWith(r, kept);
  }
}

/** What of a rule has to do with one drawing alone; the rule itself where it says nothing of single drawings. */
export function ruleOf(r: Rule, drawing: string): Rule {
  switch (r.kind) {
    case 'ends':
    case 'language':
      return { ...r, swaps: r.swaps.filter((s) => s.to === drawing) };
    case 'beside':
      return { ...r, swaps: r.swaps.filter((s) => s.to === drawing) };
    case 'exchange':
      return {
        ...r,
        swaps: r.swaps.flatMap((s) => (s.to.includes(drawing) ? [{ ...s, to: [drawing] }] : [])),
      };
    case 'turns':
      return { ...r, letters: r.letters && r.letters.filter((l) => l.drawings.includes(drawing)) };
    default:
      return r;
  }
}

/** All glyphs that a rule names. */
export function glyphsOfRule(r: Rule): string[] {
  const named = new Set<string>();
  ruleWith(r, (id) => {
    named.add(id);
    return true;
  });
  return [...named];
}

/** A rule with each glyph called by something else. Throws what `called` throws. */
export function renamedRule(r: Rule, called: (id: string) => string): Rule {
  const all = (ids: readonly string[]) => ids.map(called);
  const both = (s: { readonly from: string; readonly to: string }) => ({
    from: called(s.from),
    to: called(s.to),
  });
  switch (r.kind) {
    case 'ligature':
      return { ...r, parts: all(r.parts), to: called(r.to) };
    case 'exchange':
      return { ...r, swaps: r.swaps.map((s) => ({ from: called(s.from), to: all(s.to) })) };
    case 'turns':
      return {
        ...r,
        letters: r.letters && r.letters.map((l) => ({ glyph: called(l.glyph), drawings: all(l.drawings) })),
      };
    case 'ends':
      return {
        ...r,
        swaps: r.swaps.map(both),
        despite: r.despite.map((d) => ({ from: called(d.from), beside: called(d.beside) })),
      };
    case 'language':
      return { ...r, swaps: r.swaps.map(both) };
    case 'bounce':
      return { ...r, glyphs: r.glyphs && all(r.glyphs) };
    case 'beside':
      return {
        ...r,
        before: r.before.map(all),
        swaps: r.swaps.map((s) => ({ from: called(s.from), to: s.to && called(s.to) })),
        after: r.after.map(all),
      };
    case 'carried':
      return renamedCarried(r, called);
    case 'carriedFacts':
      return renamedCarriedFacts(r, called);
  }
}
