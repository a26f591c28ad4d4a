import type { ChainRule } from '../../opentype/layout/model';
import type { Substitutions } from '../lookupList';

/** Drawings beside certain neighbours, glyph indices; null = stays as it is. Adds lookups and gives the number of the one to apply. */
export function addBeside(
  list: Substitutions,
  name: string,
  {
    before,
    swaps,
    after,
  }: {
    readonly before: readonly (readonly number[])[];
    readonly swaps: readonly { readonly from: number; readonly to: number | null }[];
    readonly after: readonly (readonly number[])[];
  },
): number {
  const stay = swaps.filter((s) => s.to === null).map((s) => s.from);
  const map = swaps.flatMap((s) => (s.to === null || stay.includes(s.from) ? [] : [[s.from, s.to] as const]));
  const rules: ChainRule[] = [];
  if (stay.length > 0) rules.push({ before, input: [stay], after, apply: [] });
  if (map.length > 0) {
    const lookup = list.add({ name: `${name}_drawings`, type: 'single', map });
    rules.push({ before, input: [map.map(([from]) => from)], after, apply: [{ at: 0, lookup }] });
  }
  return list.add({ name, type: 'chain', rules });
}
