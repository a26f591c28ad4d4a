import { nearness } from '../clearance';
import type { FontGlyphs } from '../fontGlyphs';

/** More of an outline within reach than this, em units, than with the plain drawing: the two would hit each other. */
const TOUCH = 30;

export interface EndsScope {
  readonly font: FontGlyphs;
  /** Kerning of a pair, em units, by glyph index. */
  readonly kern: (left: number, right: number) => number;
  /** Further drawings that may take the place of a glyph later, by glyph index. */
  readonly turned: ReadonlyMap<number, readonly number[]>;
  readonly ignoreMarks: boolean;
}

/** A drawing for an end, and the neighbours that don't keep it out. Glyph indices. */
export interface EndSwap {
  readonly from: number;
  readonly to: number;
  readonly despite: readonly number[];
}

/**
 * Glyphs that may not stand there because the other drawing would come nearer to them than the plain one does. `gap`: white
 * between the two besides their own, em units.
 */
export function hitBy(
  scope: EndsScope,
  { from, to, despite }: EndSwap,
  side: 'left' | 'right',
  candidates: readonly number[],
  { gap, reach }: { readonly gap: number | null; readonly reach: number },
): number[] {
  const { font, turned } = scope;
  const measure = (drawing: number, other: number) =>
    nearness(font.at(drawing), font.at(other), -originBeside(scope, side, { drawing, other, gap }), reach);
  const hits = (other: number) => isHit(measure(to, other), measure(from, other));
  return candidates.filter((c) => !despite.includes(c) && [c, ...(turned.get(c) ?? [])].some(hits));
}

/** Whether the other drawing comes nearer than the plain one does; em units of outline within reach. */
export const isHit = (now: number, plain: number): boolean => now > TOUCH && now > plain + TOUCH;

/** Where a neighbour begins, seen from the drawing's origin, em units; `gap`: white between the two besides their own, null = their kerning. */
export function originBeside(
  { font, kern }: EndsScope,
  side: 'left' | 'right',
  { drawing, other, gap }: { readonly drawing: number; readonly other: number; readonly gap: number | null },
): number {
  return side === 'right'
    ? font.at(drawing).advance + (gap ?? kern(drawing, other))
    : -(gap ?? kern(other, drawing)) - font.at(other).advance;
}

/** Two glyphs in a row, the nearer first, of which the further one would be hit. */
export interface HitBeyond {
  readonly nearer: readonly number[];
  readonly further: readonly number[];
}

/**
 * The same for the glyph beyond the neighbour, where a drawing reaches over that: which of them may not stand behind which neighbours. Those that
 * keep it out by themselves are left out by who asks. Glyph indices; `gap` as above.
 */
export function hitBeyond(
  scope: EndsScope,
  { from, to }: EndSwap,
  side: 'left' | 'right',
  nearer: readonly number[],
  { gap, reach }: { readonly gap: number | null; readonly reach: number },
): HitBeyond[] {
  const { font, kern, turned } = scope;
  const sets = new Map<string, { nearer: number[]; further: number[] }>();
  for (const first of nearer) {
    const beside = (drawing: number) => originBeside(scope, side, { drawing, other: first, gap });
    const measure = (drawing: number, other: number) => {
      const at = beside(drawing);
      const origin =
        side === 'right'
          ? at + font.at(first).advance + kern(first, other)
          : at - kern(other, first) - font.at(other).advance;
      return nearness(font.at(drawing), font.at(other), -origin, reach);
    };
    if (!reachesOver(font, to, side, { from: beside(to), over: font.at(first).advance, reach })) continue;
    const further = font.glyphs.flatMap((_, other) =>
      other > 0 && [other, ...(turned.get(other) ?? [])].some((o) => isHit(measure(to, o), measure(from, o)))
        ? [other]
        : [],
    );
    if (further.length === 0) continue;
    const key = further.join(' ');
    const same = sets.get(key) ?? { nearer: [], further };
    same.nearer.push(first);
    sets.set(key, same);
  }
  return [...sets.values()];
}

/** Whether a drawing's ink reaches beyond its neighbour. `from`: where the neighbour begins, `over`: how wide it is. */
function reachesOver(
  font: FontGlyphs,
  drawing: number,
  side: 'left' | 'right',
  { from, over, reach }: { readonly from: number; readonly over: number; readonly reach: number },
): boolean {
  const { box } = font.at(drawing);
  if (!box) return false;
  return side === 'right' ? box.xMax + reach > from + over : box.xMin - reach < from;
}
