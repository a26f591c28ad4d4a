import type { Positioning, Substitution } from '../opentype/layout/model';
import type { FontLayout } from './planLayout';

/** How many glyphs at the most are looked at together: OpenType, OS/2, usMaxContext. */
export function longestContext({ gsub, gpos }: FontLayout): number {
  const lengthOf = (l: Substitution | Positioning): number => {
    switch (l.type) {
      case 'ligature':
        return Math.max(0, ...l.ligatures.map((x) => x.parts.length));
      case 'chain':
        return Math.max(0, ...l.rules.map((r) => r.input.length + r.after.length));
      case 'reverse':
        return Math.max(0, ...l.rules.map((r) => 1 + r.after.length));
      case 'pair':
      case 'pairTables':
      case 'cursive':
      case 'mark':
      case 'markToLigature':
      case 'markToMark':
        return 2;
      default:
        return 1;
    }
  };
  return [...gsub.lookups, ...gpos.lookups].reduce((most, l) => Math.max(most, lengthOf(l)), 0);
}
