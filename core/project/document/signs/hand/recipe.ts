import type { Hand } from './hand';
import type { Shape } from './shaping';

/** A way to make a letter of others of the same hand: which it needs, and what it does with them. All upright, em units. */
export interface HandRecipe {
  /** Characters that have to be drawn. */
  readonly needs: string;
  readonly make: (hand: Hand) => Shape;
}

/** Ways to make each character, the one that comes nearest first (docs/benchmarks.md, "Drafts of missing letters"). */
export type HandRecipes = Readonly<Record<string, readonly HandRecipe[]>>;

export const way = (needs: string, make: HandRecipe['make']): HandRecipe => ({ needs, make });

/** A run of straight strokes of the hand's pen. */
export const strokeOf = (hand: Hand, ...ends: readonly (readonly [number, number])[]): Shape =>
  hand.pen([
    { closed: false, nodes: ends.map(([x, y]) => ({ x, y, in: null, out: null, kind: 'corner' as const })) },
  ]);
