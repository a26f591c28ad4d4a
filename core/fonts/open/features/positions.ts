// OpenType feature file specification 1.26, 6 "Glyph positioning (GPOS) rules".
import type { Adjustment, ChainRule, GlyphSet, Place } from '../../opentype/layout/model';
import type { BuildingOf } from './building';
import { readPattern, type ReadPattern } from './pattern';
import { readAnchor, readValue } from './records';
import type { RuleTarget } from './ruleTarget';
import { chainOf } from './substitutions';
import type { TokenReader } from './tokens';

const adjustment = (v: readonly [number, number, number] | null): Adjustment => {
  const [x, y, advance] = v ?? [0, 0, 0];
  return { ...(x ? { x } : {}), ...(y ? { y } : {}), ...(advance ? { advance } : {}) };
};

/** One statement behind its first word; `apart`: classes are pairs of single glyphs. */
export function readPosition(f: RuleTarget, t: TokenReader, apart: boolean, ignore = false): void {
  if (ignore) {
    do f.into('chainPos').rules.push(chainOf(readPattern(f, t), []));
    while (t.take(','));
    return t.expect(';');
  }
  switch (t.peek()) {
    case 'cursive':
      return readCursive(f, t);
    case 'base':
    case 'mark':
    case 'ligature':
      return readMarks(f, t);
    default:
      return readMoved(f, t, apart);
  }
}

function readCursive(f: RuleTarget, t: TokenReader): void {
  t.next();
  const glyphs = f.defs.sets.read(t);
  const [entry, exit] = [readAnchor(t, f.defs.anchors), readAnchor(t, f.defs.anchors)];
  t.expect(';');
  const { joins } = f.into('cursive');
  for (const glyph of glyphs) if (!joins.has(glyph)) joins.set(glyph, { glyph, entry, exit });
}

const MARKS = { base: 'mark', mark: 'markToMark', ligature: 'markToLigature' } as const;

function readMarks(f: RuleTarget, t: TokenReader): void {
  const on = t.next() as keyof typeof MARKS;
  const glyphs = f.defs.sets.read(t);
  const into = f.into(MARKS[on]);
  const letters: Map<string, Place>[] = [new Map<string, Place>()];
  while (!t.take(';')) {
    if (t.take('ligComponent')) {
      letters.push(new Map());
      continue;
    }
    const at = readAnchor(t, f.defs.anchors);
    if (!t.take('mark')) continue;
    const name = t.next().replace(/^@/, '');
    if (at) letters[letters.length - 1]?.set(name, at);
    putClass(f, into, name);
  }
  for (const g of glyphs) {
    const before = into.bases.get(g);
    into.bases.set(g, before ? before.map((places, i) => new Map([...(letters[i] ?? []), ...places])) : letters.map((l) => new Map(l)));
  }
} // prettier-ignore

function putClass(
  f: RuleTarget,
  { marks }: BuildingOf<'mark' | 'markToMark' | 'markToLigature'>,
  name: string,
): void {
  for (const [g, at] of f.defs.markClasses.get(name) ?? [])
    if (!marks.has(g)) marks.set(g, { markClass: name, at });
}

/** Single glyphs, pairs, and movements in their surroundings. */
function readMoved(f: RuleTarget, t: TokenReader, apart: boolean): void {
  const bySets = /^[[@]/.test(t.peek());
  const pattern = readPattern(f, t);
  const last = readValue(t, f.defs.values);
  t.expect(';');
  if (!pattern.isPlain) {
    f.into('chainPos').rules.push(chainOf(pattern, applied(f, pattern, last)));
    return;
  }
  const [first, second] = pattern.input;
  if (first && !second) {
    const { map } = f.into('adjust');
    for (const g of first.set) if (!map.has(g)) map.set(g, adjustment(first.value ?? last));
  } else if (first && second) {
    // A single value behind both is the first one's.
    const own = first.value !== null;
    const places = own ? ([adjustment(first.value), second.value ? adjustment(second.value) : null] as const) : ([adjustment(second.value ?? last), null] as const);
    const { pairs } = f.into('pair');
    const classes = !apart && (bySets || first.set.length > 1 || second.set.length > 1);
    if (classes) pairs.addClasses(first.set, second.set, places);
    else pairs.addGlyphs(first.set, second.set, places);
  }
} // prettier-ignore

/** Lookups that a context applies, those of movements in its midst among them. */
function applied(
  f: RuleTarget,
  { input }: ReadPattern,
  last: readonly [number, number, number] | null,
): ChainRule['apply'] {
  return input.flatMap((p, at) => {
    const named = p.lookups.map((lookup) => ({ at, lookup }));
    const value = p.value ?? (at === input.length - 1 ? last : null);
    return value ? [...named, { at, lookup: moved(f, p.set, value) }] : named;
  });
}

function moved(f: RuleTarget, set: GlyphSet, value: readonly [number, number, number]): number {
  const { number, building } = f.aside('adjust');
  for (const g of set) building.map.set(g, adjustment(value));
  return number;
}
