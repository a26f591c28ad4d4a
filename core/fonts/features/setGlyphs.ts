import type {
  ChainRule,
  Joins,
  Lookup,
  Marks,
  Positioning,
  ReverseRule,
  Substitution,
} from '../opentype/layout/model';
import type { FontLayout } from './planLayout';
import { kernOf } from './kerning';

/**
 * A line of glyphs as programs set it, for words that are wanted as a drawing: the lookups of features that are used without
 * being asked for, applied as OpenType 1.9.1 says ("Common table formats", "Lookup application"), for writing from left to
 * right in no particular language.
 */

/** A glyph at its place on the line: pen position plus its own offset, em units. */
export interface SetGlyph {
  readonly glyph: number;
  readonly x: number;
  readonly y: number;
  readonly advance: number;
}

const UNASKED = new Set(['ccmp', 'liga', 'clig', 'calt', 'kern', 'mark', 'mkmk', 'curs']);

/** Lookups of both tables by number. */
type Lookups<K> = readonly Lookup<K>[];

/** Numbers of the lookups that are used, in their order. */
const usedBy = (features: FontLayout['gsub']['features'], asked: readonly string[]): number[] =>
  [
    ...new Set(
      features
        .filter((f) => (UNASKED.has(f.tag) || asked.includes(f.tag)) && !f.languages)
        .flatMap((f) => f.lookups),
    ),
  ].sort((a, b) => a - b);

/** Glyphs that a lookup passes over (OpenType 1.9.1, "Common table formats", "Lookup flag"). */
const skippedBy =
  (kinds: FontLayout['kinds']) =>
  (lookup: Lookup<unknown>) =>
  (g: number): boolean => {
    const kind = kinds[g];
    if (kind === 'mark') return (lookup.ignoreMarks ?? false) || (lookup.onlyMarks?.includes(g) === false);
    return (kind === 'base' && lookup.ignoreBases === true) || (kind === 'ligature' && lookup.ignoreLigatures === true);
  }; // prettier-ignore

/** The places of a run that a lookup sees. */
class Seen {
  constructor(
    private readonly run: readonly number[],
    private readonly skips: (glyph: number) => boolean,
  ) {}
  /** The next place that counts, forwards (1) or backwards (-1); -1 at the end. */
  next(from: number, step: 1 | -1): number {
    let at = from + step;
    while (at >= 0 && at < this.run.length && this.skips(this.run[at] ?? 0)) at += step;
    return at < 0 || at >= this.run.length ? -1 : at;
  }
  /** Places of glyphs that fit the sets one after the other; null when one doesn't. */
  fit(from: number, step: 1 | -1, sets: readonly (readonly number[])[]): number[] | null {
    const places: number[] = [];
    let at = from;
    for (const set of sets) {
      at = this.next(at, step);
      if (at < 0 || !set.includes(this.run[at] ?? -1)) return null;
      places.push(at);
    }
    return places;
  }
}

/** The first rule that fits at a place, with the places of its input; null when none does. */
function fitting(rules: readonly ChainRule[], seen: Seen, run: readonly number[], at: number) {
  for (const rule of rules) {
    const [first, ...others] = rule.input;
    if (!first.includes(run[at] ?? -1)) continue;
    const input = seen.fit(at, 1, others);
    if (!input || !seen.fit(at, -1, [...rule.before].reverse())) continue;
    if (seen.fit(input[input.length - 1] ?? at, 1, rule.after)) return { rule, places: [at, ...input] };
  }
  return null;
}

/** Applies a substitution at a place of the run; where to go on, or null when it does nothing there. */
function substitute(
  lookups: Lookups<Substitution>,
  number: number,
  run: number[],
  at: number,
  skips: (lookup: Lookup<unknown>) => (glyph: number) => boolean,
): number | null {
  const lookup = lookups[number];
  const glyph = run[at];
  if (!lookup || glyph === undefined) return null;
  switch (lookup.type) {
    case 'single': {
      const to = lookup.map.find(([from]) => from === glyph)?.[1];
      if (to === undefined) return null;
      run[at] = to;
      return at + 1;
    }
    case 'multiple': {
      const to = lookup.map.find(([from]) => from === glyph)?.[1];
      if (!to) return null;
      run.splice(at, 1, ...to);
      return at + to.length;
    }
    case 'alternate':
      return null;
    case 'ligature': {
      const fits = [...lookup.ligatures]
        .sort((a, b) => b.parts.length - a.parts.length)
        .find(({ parts }) => parts.every((p, k) => run[at + k] === p));
      if (!fits) return null;
      run.splice(at, fits.parts.length, fits.glyph);
      return at + 1;
    }
    case 'reverse':
      return null;
    case 'chain': {
      const found = fitting(lookup.rules, new Seen(run, skips(lookup)), run, at);
      if (!found) return null;
      const before = run.length;
      for (const { at: k, lookup: inner } of found.rule.apply)
        substitute(lookups, inner, run, found.places[k] ?? at, skips);
      return (found.places[found.places.length - 1] ?? at) + 1 + run.length - before;
    }
  }
}

/** Exchanges from the end of the run on, by the first rule that fits. */
function exchangeBackwards(rules: readonly ReverseRule[], run: number[], skips: (glyph: number) => boolean): void {
  const seen = new Seen(run, skips);
  for (let at = run.length - 1; at >= 0; at--) {
    const fits = rules.find(
      (r) => r.map.some(([from]) => from === run[at]) && seen.fit(at, -1, [...r.before].reverse()) && seen.fit(at, 1, r.after),
    );
    run[at] = fits?.map.find(([from]) => from === run[at])?.[1] ?? run[at] ?? 0;
  }
} // prettier-ignore

/** Glyphs as substitutions leave them; `asked`: tags of features that are switched on besides those that are used unasked. */
export function substituted(
  { gsub, kinds }: FontLayout,
  glyphs: readonly number[],
  asked: readonly string[] = [],
): number[] {
  const run = [...glyphs];
  const skips = skippedBy(kinds);
  for (const number of usedBy(gsub.features, asked)) {
    const lookup = gsub.lookups[number];
    if (lookup?.type === 'reverse') exchangeBackwards(lookup.rules, run, skips(lookup));
    for (let at = 0; at < run.length;) {
      const glyph = run[at] ?? 0;
      const passed = !lookup || skips(lookup)(glyph);
      at = (passed ? null : substitute(gsub.lookups, number, run, at, skips)) ?? at + 1;
    }
  }
  return run;
}

interface Moved {
  x: number;
  y: number;
  advance: number;
}

/** What positionings make of a run: kerning, joins and movements by neighbours first, marks on their letters last. */
function positioned(
  { gpos, kinds }: FontLayout,
  run: readonly number[],
  advances: readonly number[],
): Moved[] {
  const isMark = (g: number) => kinds[g] === 'mark';
  const out = run.map((g, i): Moved => ({ x: 0, y: 0, advance: isMark(g) ? 0 : (advances[i] ?? 0) }));
  const leads = new Map<number, number>();
  const lookups = usedBy(gpos.features, []).flatMap((number) => gpos.lookups[number] ?? []);
  for (const lookup of lookups) {
    const seen = new Seen(run, skippedBy(kinds)(lookup));
    if (lookup.type === 'pair') kern(kernOf(lookup.kerning), seen, run, out, isMark);
    if (lookup.type === 'cursive') join([lookup.joins, ...(lookup.more ?? [])], seen, run, out, leads);
    if (lookup.type === 'chain') move(gpos.lookups, lookup.rules, seen, run, out);
  }
  // A letter that is joined to another goes up and down with it.
  for (const [i, moved] of out.entries()) moved.y += out[leads.get(i) ?? -1]?.y ?? 0;
  for (const lookup of lookups)
    if (lookup.type === 'mark' || lookup.type === 'markToMark')
      // Of several tables the first that has a place counts: what is put last stays.
      for (const marks of [lookup.marks, ...(lookup.more ?? [])].reverse())
        attach(marks, run, out, lookup.type === 'mark' ? isMark : skippedBy(kinds)(lookup));
  return out;
}

/** Strokes that go on from a letter into the next: where one goes out, the other comes in. */
function join(
  tables: readonly (readonly Joins[])[],
  seen: Seen,
  run: readonly number[],
  out: Moved[],
  leads: Map<number, number>,
): void {
  for (const i of run.keys()) {
    const next = seen.next(i, 1);
    const meeting = tables.flatMap((joins) => {
      const exit = joins.find((j) => j.glyph === run[i])?.exit;
      const entry = joins.find((j) => j.glyph === run[next])?.entry;
      return exit && entry ? [{ exit, entry }] : [];
    })[0];
    const [from, to] = [out[i], out[next]];
    if (!meeting || !from || !to) continue;
    const { exit, entry } = meeting;
    from.advance = exit.x + from.x;
    const into = entry.x + to.x;
    to.advance -= into;
    to.x -= into;
    to.y = exit.y - entry.y;
    leads.set(next, i);
  }
}

function kern(
  kernings: (left: number, right: number) => number,
  seen: Seen,
  run: readonly number[],
  out: Moved[],
  isMark: (g: number) => boolean,
): void {
  for (const [i, glyph] of run.entries()) {
    const next = isMark(glyph) ? -1 : seen.next(i, 1);
    const moved = out[i];
    if (next >= 0 && moved) moved.advance += kernings(glyph, run[next] ?? -1);
  }
}

function move(
  lookups: Lookups<Positioning>,
  rules: readonly ChainRule[],
  seen: Seen,
  run: readonly number[],
  out: Moved[],
): void {
  for (const i of run.keys()) {
    const found = fitting(rules, seen, run, i);
    for (const { at, lookup } of found?.rule.apply ?? []) {
      const inner = lookups[lookup];
      const place = found?.places[at] ?? i;
      const moved = out[place];
      const by = inner?.type === 'adjust' ? inner.map.find(([g]) => g === run[place])?.[1] : undefined;
      if (!moved || !by) continue;
      moved.x += by.x ?? 0;
      moved.y += by.y ?? 0;
      moved.advance += by.advance ?? 0;
    }
  }
}

/** Marks on the letter or mark before them, where both have the place. `passes`: glyphs between that aren't looked at. */
function attach(
  { marks, bases }: Marks,
  run: readonly number[],
  out: Moved[],
  passes: (g: number) => boolean,
): void {
  for (const [i, glyph] of run.entries()) {
    const mark = marks.find((m) => m.glyph === glyph);
    let base = i - 1;
    while (base >= 0 && passes(run[base] ?? 0)) base--;
    const at = bases.find((b) => b.glyph === run[base])?.at[mark?.markClass ?? -1];
    const [moved, under] = [out[i], out[base]];
    if (!mark || !at || !moved || !under) continue;
    const between = out.slice(base, i).reduce((n, m) => n + m.advance, 0);
    moved.x = under.x + at.x - mark.at.x - between;
    moved.y = under.y + at.y - mark.at.y;
  }
}

/** Sets glyphs on a line from x = 0. `advanceOf`: advance width of a glyph, em units. */
export function setGlyphs(
  layout: FontLayout,
  glyphs: readonly number[],
  advanceOf: (glyph: number) => number,
): SetGlyph[] {
  const run = substituted(layout, glyphs);
  let pen = 0;
  return positioned(layout, run, run.map(advanceOf)).map(({ x, y, advance }, i) => {
    const set = { glyph: run[i] ?? 0, x: pen + x, y, advance };
    pen += advance;
    return set;
  });
}
