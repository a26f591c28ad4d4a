import type { ChainRule } from '../../opentype/layout/model';
import { nth } from '../../../foundations/lists/nth';
import type { FontGlyphs } from '../fontGlyphs';
import { leaningByName, uprightName } from '../byName';
import type { Positionings, Substitutions } from '../lookupList';

/** Shares of the height that letters move by; by turns above and below, so that a line keeps its level. */
const STEPS = [0, 0.55, -0.45, 1, -1];

/** Which of the kinds a glyph is of: by its name, so that it stays the same when letters come or go. */
const kindOf = (name: string): number =>
  [...uprightName(name)].reduce((n, c) => (n * 31 + (c.codePointAt(0) ?? 0)) % 9973, 7) % STEPS.length;

/**
 * Letters moved up and down by what they are and what stands before them: the same letter moves differently in other words,
 * and a text always looks the same. Adds lookups and gives the number of the one to apply; null without a glyph.
 */
export function addBounce(
  list: Positionings,
  font: FontGlyphs,
  moved: readonly number[],
  height: number,
): number | null {
  const everything = font.glyphs.map((_, i) => i);
  const part = (glyphs: readonly number[], k: number) => glyphs.filter((g) => kindOf(font.at(g).name) === k);
  const kinds = STEPS.map((_, k) => ({ own: part(moved, k), before: part(everything, k) }));
  const lookups = STEPS.map((share, k) => {
    const y = Math.round(share * height);
    return y === 0
      ? null
      : list.add({ name: `bounce_${k}`, type: 'adjust', map: moved.map((g) => [g, { y }] as const) });
  });
  const rules: ChainRule[] = [];
  kinds.forEach(({ before }, b) =>
    kinds.forEach(({ own }, o) => {
      const lookup = lookups[(b + 2 * o) % STEPS.length];
      if (before.length === 0 || own.length === 0 || lookup === null || lookup === undefined) return;
      rules.push({ before: [before], input: [own], after: [], apply: [{ at: 0, lookup }] });
    }),
  );
  return rules.length > 0 ? list.add({ name: 'bounce', type: 'chain', rules }) : null;
}

/** Which way letters lean that are turned by the rule: the place in the list of their leaning drawings, null = not at all. */
const LEANS = [0, null, 1, 0, 1] as const;

/**
 * Letters exchanged for those of their drawings that lean, by what they are and what stands before them, as `addBounce` moves them. Adds lookups
 * and gives the number of the one to apply; null where nothing leans.
 */
export function addLean(list: Substitutions, font: FontGlyphs): number | null {
  const leaning = leaningByName(font.glyphs);
  if (leaning.size === 0) return null;
  const everything = font.glyphs.map((_, i) => i);
  const part = (glyphs: readonly number[], k: number) => glyphs.filter((g) => kindOf(font.at(g).name) === k);
  const letters = [...leaning.keys()];
  const lookups = [0, 1].map((way) =>
    list.add({
      name: `lean_${way + 1}`,
      type: 'single',
      map: letters.map((g) => [g, nth(leaning.get(g) ?? [], way)] as const),
    }),
  );
  const rules: ChainRule[] = [];
  STEPS.forEach((_b, b) =>
    STEPS.forEach((_o, o) => {
      const way = LEANS[(2 * b + o) % STEPS.length];
      const [before, own] = [part(everything, b), part(letters, o)];
      if (before.length === 0 || own.length === 0 || way === null || way === undefined) return;
      rules.push({
        before: [before],
        input: [own],
        after: [],
        apply: [{ at: 0, lookup: nth(lookups, way) }],
      });
    }),
  );
  return list.add({ name: 'lean', type: 'chain', rules });
}
