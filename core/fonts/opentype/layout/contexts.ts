// OpenType 1.9.1, "Common table formats": chained sequence context ('GSUB' lookup type 6, 'GPOS' lookup type 8); 'GSUB', lookup type 8
// "Reverse chaining contextual single".
import { ByteWriter } from '../bytes';
import { buildClassDef, buildCoverage } from './coverage';
import type { ChainRule, GlyphSet, ReverseRule } from './model';
import { withOffsets } from './offsets';

const firstOf = (set: GlyphSet): number => set[0] ?? 0;
const isSingle = (sets: readonly GlyphSet[]) => sets.every((s) => s.length === 1);

/** Texts of sets by the set: one set stands in many rules. */
const keys = new WeakMap<GlyphSet, string>();

function keyOf(set: GlyphSet): string {
  const key = keys.get(set) ?? [...set].sort((a, b) => a - b).join();
  keys.set(set, key);
  return key;
}

const reversed = <T>(list: readonly T[]): T[] => [...list].reverse();

/** What precedes (nearest first), what is looked at but for its first place, what follows, and what is applied. */
function ruleBody(rule: ChainRule, valueOf: (set: GlyphSet, part: 'before' | 'input' | 'after') => number) {
  const w = new ByteWriter();
  w.uint16(rule.before.length);
  for (const s of reversed(rule.before)) w.uint16(valueOf(s, 'before'));
  w.uint16(rule.input.length);
  for (const s of rule.input.slice(1)) w.uint16(valueOf(s, 'input'));
  w.uint16(rule.after.length);
  for (const s of rule.after) w.uint16(valueOf(s, 'after'));
  return w.bytes(applied(rule)).done();
}

function applied({ apply }: ChainRule): Uint8Array {
  const w = new ByteWriter().uint16(apply.length);
  for (const { at, lookup } of apply) w.uint16(at).uint16(lookup);
  return w.done();
}

const ruleSet = (bodies: readonly Uint8Array[]) =>
  new ByteWriter().uint16(bodies.length).bytes(withOffsets(2, bodies)).done();

/** Format 1, by glyphs; null when a place of a rule may hold several. */
function byGlyphs(rules: readonly ChainRule[]): Uint8Array | null {
  if (!rules.every((r) => isSingle(r.before) && isSingle(r.input) && isSingle(r.after))) return null;
  const firsts = [...new Set(rules.map((r) => firstOf(r.input[0])))].sort((a, b) => a - b);
  const sets = firsts.map((first) =>
    ruleSet(rules.filter((r) => r.input[0][0] === first).map((r) => ruleBody(r, firstOf))),
  );
  const coverageAt = 6 + sets.reduce((n, s) => n + 2 + s.length, 0);
  return new ByteWriter()
    .uint16(1)
    .uint16(coverageAt)
    .uint16(sets.length)
    .bytes(withOffsets(6, sets))
    .bytes(buildCoverage(firsts))
    .done();
}

/** Classes of sets that are either the same or have no glyph in common; null when two overlap. */
function classesOf(sets: readonly GlyphSet[]) {
  const classOf = new Map<number, number>();
  const numbers = new Map<string, number>();
  for (const set of sets) {
    const key = keyOf(set);
    if (numbers.has(key)) continue;
    const number = numbers.size + 1;
    numbers.set(key, number);
    for (const g of set) {
      if (classOf.has(g)) return null;
      classOf.set(g, number);
    }
  }
  return {
    definition: buildClassDef(classOf),
    of: (set: GlyphSet) => numbers.get(keyOf(set)) ?? 0,
    count: numbers.size,
    glyphs: [...classOf.keys()].sort((a, b) => a - b),
  };
}

/** Format 2, by classes; null when the rules' sets can't be told apart as classes. */
function byClasses(rules: readonly ChainRule[]): Uint8Array | null {
  const [before, input, after] = [
    classesOf(rules.flatMap((r) => r.before)),
    classesOf(rules.flatMap((r) => r.input)),
    classesOf(rules.flatMap((r) => r.after)),
  ];
  if (!before || !input || !after) return null;
  const of = { before: before.of, input: input.of, after: after.of };
  const firsts = new Set(rules.map((r) => input.of(r.input[0])));
  const sets = Array.from({ length: input.count + 1 }, (_, c) =>
    firsts.has(c)
      ? ruleSet(
          rules
            .filter((r) => input.of(r.input[0]) === c)
            .map((r) => ruleBody(r, (set, part) => of[part](set))),
        )
      : null,
  );
  const coverage = buildCoverage([...new Set(rules.flatMap((r) => r.input[0]))].sort((a, b) => a - b));
  const head = 12 + 2 * sets.length;
  const coverageAt = head + sets.reduce((n, s) => n + (s?.length ?? 0), 0);
  const beforeAt = coverageAt + coverage.length;
  const inputAt = beforeAt + before.definition.length;
  const w = new ByteWriter()
    .uint16(2)
    .uint16(coverageAt)
    .uint16(beforeAt)
    .uint16(inputAt)
    .uint16(inputAt + input.definition.length)
    .uint16(sets.length);
  let offset = head;
  for (const s of sets) {
    w.uint16(s ? offset : 0);
    offset += s?.length ?? 0;
  }
  for (const s of sets) if (s) w.bytes(s);
  for (const part of [coverage, before.definition, input.definition, after.definition]) w.bytes(part);
  return w.done();
}

/** Coverages by the set they are of: one set stands in many rules. */
const coverages = new WeakMap<GlyphSet, { readonly key: string; readonly bytes: Uint8Array }>();

function coverageOf(set: GlyphSet) {
  const known = coverages.get(set);
  if (known) return known;
  const glyphs = [...new Set(set)].sort((a, b) => a - b);
  const made = { key: glyphs.join(), bytes: buildCoverage(glyphs) };
  coverages.set(set, made);
  return made;
}

/** Format 3, one rule by coverages; equal coverages are written once. */
function byCoverages(rule: ChainRule): Uint8Array {
  const sequences = [reversed(rule.before), rule.input, rule.after];
  const apply = applied(rule);
  const head = 2 + sequences.reduce((n, s) => n + 2 + 2 * s.length, 0) + apply.length;
  const places = new Map<string, number>();
  const written = new ByteWriter();
  const w = new ByteWriter().uint16(3);
  for (const sequence of sequences) {
    w.uint16(sequence.length);
    for (const set of sequence) {
      const { key, bytes } = coverageOf(set);
      const at = places.get(key) ?? head + written.length;
      if (!places.has(key)) written.bytes(bytes);
      places.set(key, at);
      w.uint16(at);
    }
  }
  return w.bytes(apply).bytes(written.done()).done();
}

const sizeOf = (subtables: readonly Uint8Array[]) => subtables.reduce((n, s) => n + s.length + 2, 0);

/** Sets so far, and the one that each glyph is in. */
class Apart {
  private readonly keys = new Set<string>();
  private readonly of = new Set<number>();

  /** Whether all sets are known or have no glyph that is in another. */
  takes(sets: readonly GlyphSet[]): boolean {
    const fresh = new Map(sets.map((s) => [keyOf(s), s])).entries();
    const own = new Set<number>();
    for (const [key, set] of fresh) {
      if (this.keys.has(key)) continue;
      if (set.some((g) => this.of.has(g) || own.has(g))) return false;
      for (const g of set) own.add(g);
    }
    return true;
  }

  add(sets: readonly GlyphSet[]): void {
    for (const set of sets) {
      this.keys.add(keyOf(set));
      for (const g of set) this.of.add(g);
    }
  }
}

/** Rules that one subtable by glyphs or classes can hold. */
const MOST_TOGETHER = 1000;

/** Runs of rules whose sets can be told apart as classes: where no rule of a subtable fits, the next subtable is tried. */
function runsOf(rules: readonly ChainRule[]): ChainRule[][] {
  const runs: ChainRule[][] = [];
  let sides = [new Apart(), new Apart(), new Apart()] as const;
  for (const rule of rules) {
    const own = [rule.before, rule.input, rule.after];
    const last = runs[runs.length - 1];
    const fits = last && last.length < MOST_TOGETHER && sides.every((s, i) => s.takes(own[i] ?? []));
    if (fits) last.push(rule);
    else {
      runs.push([rule]);
      sides = [new Apart(), new Apart(), new Apart()];
    }
    sides.forEach((s, i) => s.add(own[i] ?? []));
  }
  return runs;
}

/** One run by glyphs, classes or coverages, whichever is smallest. */
function runSubtables(rules: readonly ChainRule[]): Uint8Array[] {
  const ways: Uint8Array[][] = [];
  for (const way of [byGlyphs, byClasses])
    try {
      const made = way(rules);
      if (made) ways.push([made]);
    } catch (error) {
      // Too much for 16 bits; coverages part it.
      if (!(error instanceof RangeError)) throw error;
    }
  const best = ways.reduce<Uint8Array[] | null>((a, b) => (a && sizeOf(a) <= sizeOf(b) ? a : b), null);
  // Many rules in one subtable are found faster and told shorter, however long a single one's coverages are.
  if (best && rules.length >= MANY) return best;
  const alone = rules.map(byCoverages);
  return best && sizeOf(best) < sizeOf(alone) ? best : alone;
}

/** From so many rules on, coverages aren't tried. */
const MANY = 100;

/** The subtables of rules that are tried in their order. */
export const chainSubtables = (rules: readonly ChainRule[]): Uint8Array[] =>
  runsOf(rules).flatMap(runSubtables);

/** One rule that is applied from the end of the text on; what precedes stands nearest first. */
export function reverseSubtable({ before, after, map }: ReverseRule): Uint8Array {
  const sorted = [...map].sort((a, b) => a[0] - b[0]);
  const sets = [sorted.map(([g]) => g), ...reversed(before), ...after].map((set) => coverageOf(set).bytes);
  const head = 2 + 2 * sets.length + 4 + 2 + 2 * sorted.length;
  let at = head;
  const [own = 0, ...around] = sets.map((s) => (at += s.length) - s.length);
  const w = new ByteWriter().uint16(1).uint16(own).uint16(before.length);
  around.forEach((offset, i) => {
    if (i === before.length) w.uint16(after.length);
    w.uint16(offset);
  });
  if (after.length === 0) w.uint16(0);
  w.uint16(sorted.length);
  for (const [, to] of sorted) w.uint16(to);
  for (const s of sets) w.bytes(s);
  return w.done();
}
