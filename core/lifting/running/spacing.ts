import { median } from '../../foundations/raster/histogram';
import { boxRight } from '../../foundations/raster/picture';
import type { TextSpot } from './lattice';
import { SPACING } from './parameters';
import type { WrittenPiece } from './readText';

/** White at the sides of a character as the hand leaves it, px; negative where letters lie over each other. */
export interface WrittenBearings {
  readonly left: number;
  readonly right: number;
}

export interface WrittenSpacing {
  readonly bearings: ReadonlyMap<string, WrittenBearings>;
  /** Advance of the space between words beside those bearings, px; null where no two words stand in one row. */
  readonly wordPx: number | null;
}

interface Pair {
  readonly left: string;
  readonly right: string;
  readonly gap: number;
  readonly words: boolean;
}

/** Neighbours of the text that stand in one row, and the white between their ink. */
function pairsOf(pieces: readonly WrittenPiece[], spots: readonly TextSpot[]): Pair[] {
  const inOrder = [...pieces].sort((a, b) => a.order - b.order);
  return inOrder.flatMap((b, k) => {
    const a = inOrder[k - 1];
    const sure = a && Math.min(a.confidence, b.confidence) >= SPACING.sure;
    if (!a || !sure || b.order !== a.order + 1 || a.row !== b.row) return [];
    const gap = b.box.x - boxRight(a.box);
    return [{ left: a.char, right: b.char, gap, words: spots[b.order]?.starts ?? false }];
  });
}

/**
 * Bearings by which letters stand as far from each other as they were written: least squares over all neighbours within words, drawn
 * towards half the usual gap where few were seen (ridge regression, A. Hoerl, R. Kennard, Technometrics 12 (1970)), solved side by side. Small letters come nearer by
 * `overlapPx`: other drawings of a joined hand meet too.
 */
export function spacingAsWritten(
  pieces: readonly WrittenPiece[],
  spots: readonly TextSpot[],
  overlapPx = 0,
): WrittenSpacing {
  const pairs = pairsOf(pieces, spots);
  const within = pairs.filter((p) => !p.words);
  const half = within.length > 0 ? median(within.map((p) => p.gap)) / 2 : 0;
  const characters = [...new Set(pieces.map((p) => p.char))];
  const left = new Map(characters.map((c) => [c, half]));
  const right = new Map(characters.map((c) => [c, half]));
  const solve = (side: Map<string, number>, own: 'left' | 'right', other: (p: Pair) => number) => {
    for (const c of characters) {
      const rests = within.filter((p) => p[own] === c).map((p) => p.gap - other(p));
      const sum = rests.reduce((a, b) => a + b, 0);
      side.set(c, (sum + SPACING.drawn * half) / (rests.length + SPACING.drawn));
    }
  };
  for (let round = 0; round < SPACING.rounds; round++) {
    solve(right, 'left', (p) => left.get(p.right) ?? half);
    solve(left, 'right', (p) => right.get(p.left) ?? half);
  }
  const bearings = new Map(
    characters.map((c) => {
      const nearer = /\p{Ll}/u.test(c) ? overlapPx : 0;
      return [c, { left: left.get(c) ?? half, right: (right.get(c) ?? half) - nearer }];
    }),
  );
  const between = pairs
    .filter((p) => p.words)
    .map((p) => p.gap - (bearings.get(p.left)?.right ?? half) - (bearings.get(p.right)?.left ?? half));
  return { bearings, wordPx: between.length > 0 ? median(between) : null };
}
