import { partsOfLigature, partsOfVariant } from '../../../type/names/nameRules';
import type { ChainRule, GlyphSet } from '../../opentype/layout/model';
import type { FontGlyphs } from '../fontGlyphs';
import type { Substitutions } from '../lookupList';
import { hitBeyond, hitBy, type EndsScope, type EndSwap } from './hits';

/** What belongs to a word: letters, marks, figures (Unicode, general categories L, M, N) and the apostrophe. */
const IN_WORD = /^[\p{L}\p{M}\p{N}'\u2019]$/u;

/** Glyphs that belong to words: by their characters, drawings without any by the names of what they show. Glyph indices. */
export function wordGlyphs(font: FontGlyphs): number[] {
  const isWord = (i: number | undefined): boolean =>
    i !== undefined && font.at(i).codePoints.some((cp) => IN_WORD.test(String.fromCodePoint(cp)));
  return font.glyphs.flatMap((g, i) => {
    if (g.codePoints.length > 0) return isWord(i) ? [i] : [];
    const names = partsOfLigature(g.name) ?? [partsOfVariant(g.name)?.base ?? g.name];
    return names.some((n) => isWord(font.byName.get(n))) ? [i] : [];
  });
}

export interface EndsRule {
  readonly at: 'word-start' | 'word-end' | 'text-start' | 'text-end';
  readonly swaps: readonly EndSwap[];
  readonly clearance: number;
}

const spaceOf = (font: FontGlyphs) => font.mapping.get(0x20);

/**
 * Drawings for the ends of words or of the text. One lookup: first what keeps a drawing out (the word goes on, or a neighbour
 * would be hit, also one beyond a space), then the drawing itself. Adds lookups and gives the number of the one to apply.
 */
export function addEnds(list: Substitutions, name: string, scope: EndsScope, rule: EndsRule): number {
  const { font } = scope;
  const atStart = rule.at.endsWith('start');
  const words = wordGlyphs(font);
  const everything = font.glyphs.map((_, i) => i);
  const inWord = new Set(words);
  const space = spaceOf(font);
  const outside = everything.filter((g) => g !== 0 && !inWord.has(g) && g !== space);
  const froms = rule.swaps.map((s) => s.from);
  // From the drawing on: before it is what it begins after; seen from an end, the other way round.
  const beyond = (input: GlyphSet, sets: readonly GlyphSet[]): ChainRule => ({
    before: atStart ? [...sets].reverse() : [],
    input: [input],
    after: atStart ? [] : sets,
    apply: [],
  });
  const within = (input: GlyphSet, sets: readonly GlyphSet[]): ChainRule => ({
    before: atStart ? [] : [...sets].reverse(),
    input: [input],
    after: atStart ? sets : [],
    apply: [],
  });
  const rules: ChainRule[] = [];
  const wholeText = rule.at.startsWith('text');
  // What goes on keeps the end out; a font of icons has no words.
  const goesOn = wholeText ? everything : words;
  if (goesOn.length > 0) rules.push(beyond(froms, [goesOn]));
  const [outer, inner] = atStart ? (['left', 'right'] as const) : (['right', 'left'] as const);
  for (const s of rule.swaps) {
    const reach = rule.clearance;
    const push = (set: number[], make: (set: number[]) => ChainRule) =>
      set.length > 0 && rules.push(make(set));
    const near = { gap: null, reach };
    const beside = hitBy(scope, s, inner, everything.slice(1), near);
    push(beside, (set) => within([s.from], [set]));
    const others = (kept: readonly number[]) => everything.slice(1).filter((g) => !kept.includes(g));
    for (const { nearer, further } of hitBeyond(scope, s, inner, others(beside), near))
      rules.push(within([s.from], [nearer, further]));
    if (wholeText) continue;
    push(hitBy(scope, s, outer, outside, { gap: null, reach }), (set) => beyond([s.from], [set]));
    if (space === undefined) continue;
    const gap = font.at(space).advance;
    const next = hitBy(scope, s, outer, everything.slice(1), { gap, reach });
    push(next, (set) => beyond([s.from], [[space], set]));
    for (const { nearer, further } of hitBeyond(scope, s, outer, others(next), { gap, reach }))
      rules.push(beyond([s.from], [[space], nearer, further]));
  }
  const drawings = list.add({
    name: `${name}_drawings`,
    type: 'single',
    map: rule.swaps.map((s) => [s.from, s.to] as const),
  });
  rules.push({ before: [], input: [froms], after: [], apply: [{ at: 0, lookup: drawings }] });
  return list.add({ name, type: 'chain', rules, ignoreMarks: scope.ignoreMarks });
}
