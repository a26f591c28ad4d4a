// OpenType 1.9.1, "Common table formats": sequence context (GSUB 5, GPOS 7) and chained sequence context (GSUB 6, GPOS 8) formats 1 to 3;
// 'GSUB', lookup type 8 "Reverse chaining contextual single".
import { nth } from '../../../../foundations/lists/nth';
import type { ChainRule, GlyphSet, ReverseRule } from '../../layout/model';
import { ByteReader } from '../byteReader';
import { readClasses, readCoverage, type ReadLookup } from './common';

const TYPE = { GSUB: { context: 5, chain: 6 }, GPOS: { context: 7, chain: 8 } } as const;
const REVERSE = 8;

/** How numbers of a rule become glyphs, before, within and behind the input. */
interface Spelling {
  readonly before: (v: number) => GlyphSet;
  readonly input: (v: number) => GlyphSet;
  readonly after: (v: number) => GlyphSet;
}

/** Glyphs of a class among `count` glyphs; class 0 are all that the table doesn't name. */
function glyphsOfClass(classes: ReadonlyMap<number, number>, count: number): (v: number) => GlyphSet {
  const sets = new Map<number, number[]>();
  for (let g = 0; g < count; g++) {
    const c = classes.get(g) ?? 0;
    const set = sets.get(c);
    if (set) set.push(g);
    else sets.set(c, [g]);
  }
  return (v) => sets.get(v) ?? [];
}

const records = (r: ByteReader, count: number) =>
  r.list(count, () => ({ at: r.uint16(), lookup: r.uint16() }));

/** One rule behind its first glyph. Glyphs before the input are stored from the nearest on. */
function readRule(r: ByteReader, chained: boolean, first: GlyphSet, spell: Spelling): ChainRule {
  const before = chained ? r.list(r.uint16(), () => r.uint16()) : [];
  const inputCount = r.uint16();
  // Without a chain the number of records stands before the input.
  const early = chained ? 0 : r.uint16();
  const input = r.list(Math.max(0, inputCount - 1), () => r.uint16());
  const after = chained ? r.list(r.uint16(), () => r.uint16()) : [];
  return {
    before: before.map(spell.before).reverse(),
    input: [first, ...input.map(spell.input)],
    after: after.map(spell.after),
    apply: records(r, chained ? r.uint16() : early),
  };
}

/** Rules by sets: one set for each first glyph or class. */
function readSets(
  r: ByteReader,
  from: number,
  chained: boolean,
  { spell, firstOf }: { readonly spell: Spelling; readonly firstOf: (i: number) => GlyphSet },
): ChainRule[] {
  return r
    .list(r.uint16(), () => r.uint16())
    .flatMap((offset, i) => {
      if (offset === 0) return [];
      const set = r.from(from + offset);
      const first = firstOf(i);
      return set
        .list(set.uint16(), () => from + offset + set.uint16())
        .map((at) => readRule(r.from(at), chained, first, spell));
    });
}

function readSubtable(bytes: Uint8Array, at: number, chained: boolean, count: number): ChainRule[] {
  const r = new ByteReader(bytes, at);
  const format = r.uint16();
  const one = (v: number): GlyphSet => [v];
  if (format === 1) {
    const covered = readCoverage(bytes, at + r.uint16());
    const spell = { before: one, input: one, after: one };
    return readSets(r, at, chained, { spell, firstOf: (i) => (i < covered.length ? [covered[i] ?? 0] : []) });
  }
  if (format === 2) {
    const covered = new Set(readCoverage(bytes, at + r.uint16()));
    const classes = () => glyphsOfClass(readClasses(bytes, at + r.uint16()), count);
    const before = chained ? classes() : one;
    const input = classes();
    const after = chained ? classes() : one;
    const firstOf = (i: number) => input(i).filter((g) => covered.has(g));
    return readSets(r, at, chained, { spell: { before, input, after }, firstOf });
  }
  const sets = (n: number) => r.list(n, () => readCoverage(bytes, at + r.uint16()));
  const before = chained ? sets(r.uint16()).reverse() : [];
  const inputCount = r.uint16();
  const early = chained ? 0 : r.uint16();
  const [first = [], ...rest] = sets(inputCount);
  const after = chained ? sets(r.uint16()) : [];
  return [{ before, input: [first, ...rest], after, apply: records(r, chained ? r.uint16() : early) }];
}

/** The rules of a lookup that looks at neighbours, in the order in which they are tried; null for a lookup that does something else. */
export function contextsOf(
  bytes: Uint8Array,
  lookup: ReadLookup,
  { table, count }: { readonly table: 'GSUB' | 'GPOS'; readonly count: number },
): readonly ChainRule[] | null {
  const type = TYPE[table];
  if (lookup.type !== type.context && lookup.type !== type.chain) return null;
  const chained = lookup.type === type.chain;
  return lookup.subtables
    .flatMap((s) => readSubtable(bytes, s.at, chained, count))
    .filter((rule) => [...rule.before, ...rule.input, ...rule.after].every((set) => set.length > 0));
}

/** The rules of a lookup that is applied from the end of the text on; null for a lookup that does something else. */
export function reverseRulesOf(bytes: Uint8Array, lookup: ReadLookup): readonly ReverseRule[] | null {
  if (lookup.type !== REVERSE) return null;
  return lookup.subtables.map(({ at }) => {
    const r = new ByteReader(bytes, at + 2);
    const sets = (n: number) => r.list(n, () => readCoverage(bytes, at + r.uint16()));
    const [covered = []] = sets(1);
    const before = sets(r.uint16()).reverse();
    const after = sets(r.uint16());
    const to = r.list(r.uint16(), () => r.uint16());
    return { before, after, map: to.map((g, i) => [nth(covered, i), g] as const) };
  });
}
