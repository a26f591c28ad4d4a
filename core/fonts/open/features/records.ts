// OpenType feature file specification 1.26, 2.e "Numbers and values": anchors, value records, and what patterns hold.
import type { GlyphSet, Place } from '../../opentype/layout/model';
import type { TokenReader } from './tokens';

/** Movement along the line, across it, and of the advance, em units. */
export type Value = readonly [number, number, number];

/** An anchor; null for none. */
export function readAnchor(t: TokenReader, known: ReadonlyMap<string, Place>): Place | null {
  t.expect('<');
  t.expect('anchor');
  if (t.take('NULL')) return (t.expect('>'), null);
  if (!/^-?\d/.test(t.peek())) {
    const at = known.get(t.next());
    t.expect('>');
    return at ?? null;
  }
  const at = { x: t.number(), y: t.number() };
  while (!t.take('>')) t.next();
  return at;
}

/** A value record as movement along, across, and of the advance; null where none stands here, or where it is said to be none. */
export function readValue(t: TokenReader, known: ReadonlyMap<string, Value>): Value | null {
  if (/^-?\d/.test(t.peek())) return [0, 0, t.number()];
  if (t.peek() !== '<' || t.peek(1) === 'anchor') return null;
  t.next();
  if (t.take('NULL')) return (t.expect('>'), null);
  if (!/^-?\d/.test(t.peek())) {
    const value = known.get(t.next());
    t.expect('>');
    return value ?? null;
  }
  const [x, y, advance] = [t.number(), t.number(), t.number()];
  t.number();
  // Corrections for coarse screens follow, which aren't kept.
  while (!t.take('>')) t.next();
  return [x, y, advance];
}

/** Sets of a pattern in which some are marked as what is changed. */
export interface Pattern {
  readonly before: readonly GlyphSet[];
  readonly input: readonly PatternPlace[];
  readonly after: readonly GlyphSet[];
}

/** A set with the lookups that are applied there, and how it is moved. */
export interface PatternPlace {
  readonly set: GlyphSet;
  readonly lookups: readonly number[];
  readonly value: Value | null;
}
