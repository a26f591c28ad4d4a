import { MOST_AT_ONCE } from './limits';
import type { GlyphSet, PairPlaces, PairTable } from '../../opentype/layout/model';

const keyOf = (set: GlyphSet): string => [...new Set(set)].sort((a, b) => a - b).join();

/** Sets of one side of a table, which are either the same or have no glyph in common. */
class Side {
  readonly sets: GlyphSet[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly taken = new Set<number>();

  fits(set: GlyphSet): boolean {
    return this.numbers.has(keyOf(set)) || !set.some((g) => this.taken.has(g));
  }
  numberOf(set: GlyphSet): number {
    const key = keyOf(set);
    const known = this.numbers.get(key);
    if (known !== undefined) return known;
    this.numbers.set(key, this.sets.push([...new Set(set)]));
    for (const g of set) this.taken.add(g);
    return this.sets.length;
  }
}

/**
 * Pairs of a lookup as tables (feature file specification, 6.b.iii): single pairs first, then pairs of classes, in one table as long as classes don't
 * overlap and nobody asks for another.
 */
export class PairBuilder {
  private readonly glyphs = new Map<string, readonly [number, number, ...PairPlaces]>();
  private readonly parts: { both: boolean; left: Side; right: Side; values: Map<string, PairPlaces> }[] = [];
  private broken = true;

  addGlyphs(left: GlyphSet, right: GlyphSet, places: PairPlaces): void {
    if (left.length * right.length > MOST_AT_ONCE)
      throw new RangeError(`a statement that makes ${left.length * right.length} pairs`);
    for (const l of left)
      for (const r of right)
        if (!this.glyphs.has(`${l} ${r}`)) this.glyphs.set(`${l} ${r}`, [l, r, ...places]);
  }

  addClasses(left: GlyphSet, right: GlyphSet, places: PairPlaces): void {
    let part = this.parts[this.parts.length - 1];
    const both = places[1] !== null;
    if (this.broken || part?.both !== both || !part.left.fits(left) || !part.right.fits(right)) {
      part = { both, left: new Side(), right: new Side(), values: new Map() };
      this.parts.push(part);
      this.broken = false;
    }
    const key = `${part.left.numberOf(left)} ${part.right.numberOf(right)}`;
    if (!part.values.has(key)) part.values.set(key, places);
  }

  breakTable(): void {
    this.broken = true;
  }

  tables(): PairTable[] {
    // A second glyph that is moved can't begin the next pair: tables have all such pairs or none.
    const single = [false, true].flatMap((both): PairTable[] => {
      const pairs = [...this.glyphs.values()].filter((p) => (p[3] !== null) === both);
      return pairs.length > 0 ? [{ by: 'glyphs', pairs }] : [];
    });
    const classes = this.parts.map(({ both, left, right, values }): PairTable => {
      const none: PairPlaces = [{}, both ? {} : null];
      const at = (i: number, j: number) => values.get(`${i} ${j}`) ?? none;
      const rows = Array.from({ length: left.sets.length + 1 }, (_, i) =>
        Array.from({ length: right.sets.length + 1 }, (_, j) => at(i, j)),
      );
      return { by: 'classes', covered: left.sets.flat(), left: left.sets, right: right.sets, values: rows };
    });
    return [...single, ...classes];
  }
} // prettier-ignore
