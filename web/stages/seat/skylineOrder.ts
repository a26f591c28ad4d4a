import type { Standing } from '../../../core/type/seat/standing';
import { amountOf } from '../../text/standing';

export type SkylineOrder = 'alphabet' | 'height' | 'outliers';

/** Letters as the skyline shows them; they come in alphabetical order. */
export function inOrder(all: readonly Standing[], order: SkylineOrder): readonly Standing[] {
  if (order === 'height') return [...all].sort((a, b) => b.top - b.bottom - (a.top - a.bottom));
  const out = (s: Standing) => Number(s.fault !== null);
  if (order === 'outliers') return [...all].sort((a, b) => out(b) - out(a) || amountOf(b) - amountOf(a));
  return all;
}

/** Letters from one to another in the order they stand in, both included. */
export function through(standings: readonly Standing[], from: string | undefined, to: string): string[] {
  const at = (id: string | undefined) => standings.findIndex((s) => s.id === id);
  const [a, b] = [at(from), at(to)];
  return standings.slice(Math.max(0, Math.min(a, b)), Math.max(a, b) + 1).map((s) => s.id);
}
