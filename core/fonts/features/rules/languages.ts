import type { ChainRule, Ligature } from '../../opentype/layout/model';
import { glyphOf, type FontGlyphs } from '../fontGlyphs';
import type { Substitutions } from '../lookupList';

/** Languages of Turkic alphabets that part i from dotless i (OpenType, "Language system tags"): no ligature may swallow the dot. */
export const DOTTED_I = ['AZE', 'CRT', 'KAZ', 'TAT', 'TRK'] as const;

/**
 * Letters that a language writes otherwise than Unicode's first choice for it, by characters. Romanian: comma below where old
 * texts have cedillas (Unicode Standard, 7.1 "Latin", "Romanian"). Values from memory.
 */
const BY_CHARACTER: readonly { readonly languages: readonly string[]; readonly pairs: readonly string[] }[] =
  [{ languages: ['ROM', 'MOL'], pairs: ['\u015e\u0218', '\u015f\u0219', '\u0162\u021a', '\u0163\u021b'] }];

/** Runs that a language draws as one letter. Catalan l·l keeps its dot close; Dutch ij is one letter. Values from memory. */
const BY_RUN: readonly {
  readonly languages: readonly string[];
  readonly runs: readonly { readonly parts: string; readonly to: string; readonly before?: string }[];
}[] = [
  {
    languages: ['CAT'],
    runs: [
      { parts: 'l\u00b7', to: '\u0140', before: 'l' },
      { parts: 'L\u00b7', to: '\u013f', before: 'L' },
    ],
  },
  {
    languages: ['NLD'],
    runs: [
      { parts: 'ij', to: '\u0133' },
      { parts: 'IJ', to: '\u0132' },
    ],
  },
];

/** Language systems that there are by themselves, where the font has both letters; and those of names and rules. */
export function addLanguages(
  list: Substitutions,
  font: FontGlyphs,
  swaps: ReadonlyMap<string, readonly (readonly [number, number])[]>,
): void {
  const own = new Map<string, Map<number, number>>();
  const put = (tag: string, from: number, to: number) =>
    own.set(tag, (own.get(tag) ?? new Map<number, number>()).set(from, to));
  for (const { languages, pairs } of BY_CHARACTER)
    for (const [from, to] of pairs.map((p) => [...p].map((c) => glyphOf(font, c))))
      if (from !== undefined && to !== undefined) for (const tag of languages) put(tag, from, to);
  // What somebody drew or ruled for a language outweighs what is usual.
  for (const [tag, pairs] of swaps) for (const [from, to] of pairs) put(tag, from, to);
  const alike = new Map<string, { tags: string[]; map: (readonly [number, number])[] }>();
  for (const [tag, map] of [...own].sort((a, b) => (a[0] < b[0] ? -1 : 1))) {
    const pairs = [...map].sort((a, b) => a[0] - b[0]);
    const known = alike.get(JSON.stringify(pairs));
    if (known) known.tags.push(tag);
    else alike.set(JSON.stringify(pairs), { tags: [tag], map: pairs });
  }
  for (const { tags, map } of alike.values())
    list.use('locl', [list.add({ name: `locl_${tags[0]}`, type: 'single', map })], { languages: tags });
  for (const r of BY_RUN) addRuns(list, font, r);
}

/** The parts of a run, each by itself, as what a rule looks at. */
const inputOf = ([first = 0, ...others]: readonly number[]): ChainRule['input'] => [
  [first],
  ...others.map((p) => [p]),
];

function addRuns(list: Substitutions, font: FontGlyphs, { languages, runs }: (typeof BY_RUN)[number]): void {
  const found = runs.flatMap(({ parts, to, before }) => {
    const glyphs = [...parts].map((c) => glyphOf(font, c));
    const [glyph, next] = [glyphOf(font, to), before === undefined ? null : glyphOf(font, before)];
    if (glyph === undefined || next === undefined || glyphs.some((g) => g === undefined)) return [];
    return [{ ligature: { parts: glyphs as number[], glyph } satisfies Ligature, next }];
  });
  if (found.length === 0) return;
  const name = `locl_${languages[0]}`;
  const free = found.filter((f) => f.next === null).map((f) => f.ligature);
  const lookups = free.length > 0 ? [list.add({ name, type: 'ligature', ligatures: free })] : [];
  const bound = found.flatMap(({ ligature, next }) => (next === null ? [] : [{ ligature, next }]));
  if (bound.length > 0) {
    const joined = list.add({
      name: `${name}_runs`,
      type: 'ligature',
      ligatures: bound.map((b) => b.ligature),
    });
    const rules = bound.map(({ ligature, next }) => ({
      before: [],
      input: inputOf(ligature.parts),
      after: [[next]],
      apply: [{ at: 0, lookup: joined }],
    }));
    lookups.push(list.add({ name, type: 'chain', rules }));
  }
  list.use('locl', lookups, { languages });
}
