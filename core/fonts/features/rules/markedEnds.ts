import { translation } from '../../../foundations/geometry/affine';
import { transformContours } from '../../../foundations/geometry/contour';
import { contoursBox } from '../../../foundations/geometry/measure';
import type { ChainRule, GlyphSet } from '../../opentype/layout/model';
import { marksOf } from '../anchors';
import { nearness } from '../clearance';
import type { FontGlyph } from '../fontGlyphs';
import type { Substitutions } from '../lookupList';
import type { EndsRule } from './ends';
import { isHit, originBeside, type EndsScope, type EndSwap } from './hits';

/** Marks at the height at which a letter carries them; glyphs are immutable, so each is moved once. */
const raised = new WeakMap<FontGlyph, Map<number, FontGlyph>>();

function atHeight(mark: FontGlyph, dy: number): FontGlyph {
  const known = raised.get(mark) ?? new Map<number, FontGlyph>();
  raised.set(mark, known);
  const contours = transformContours(mark.contours, translation(0, dy));
  const moved = known.get(dy) ?? { ...mark, contours, box: contoursBox(contours) };
  known.set(dy, moved);
  return moved;
}

/** A letter with a mark on it: both glyphs, and how far the mark's origin lies from the letter's, em units. */
interface Marked {
  readonly base: number;
  readonly mark: number;
  readonly dx: number;
  readonly dy: number;
}

/** All letters with all marks that go onto them. */
function markedLetters({ font }: EndsScope): Marked[] {
  const { marks, bases } = marksOf(font.glyphs, 'letters');
  return bases.flatMap(({ glyph: base, at }) =>
    marks.flatMap(({ glyph: mark, markClass, at: own }) => {
      const place = at[markClass];
      return place ? [{ base, mark, dx: place.x - own.x, dy: place.y - own.y }] : [];
    }),
  );
}

/** Letters with marks whose mark would be hit, as sets of letters for the same marks. */
function hitMarks(
  scope: EndsScope,
  { from, to, despite }: EndSwap,
  side: 'left' | 'right',
  marked: readonly Marked[],
  { gap, reach }: { readonly gap: number | null; readonly reach: number },
): { readonly bases: number[]; readonly marks: number[] }[] {
  const { font } = scope;
  const marksOn = new Map<number, number[]>();
  for (const { base, mark, dx, dy } of marked) {
    if (despite.includes(base)) continue;
    const measure = (drawing: number) =>
      nearness(
        font.at(drawing),
        atHeight(font.at(mark), dy),
        -(originBeside(scope, side, { drawing, other: base, gap }) + dx),
        reach,
      );
    if (isHit(measure(to), measure(from))) marksOn.set(base, [...(marksOn.get(base) ?? []), mark]);
  }
  const sets = new Map<string, { bases: number[]; marks: number[] }>();
  for (const [base, marks] of marksOn) {
    const same = sets.get(marks.join(' ')) ?? { bases: [], marks };
    same.bases.push(base);
    sets.set(marks.join(' '), same);
  }
  return [...sets.values()];
}

/**
 * Drawings for the ends of words taken back where they would hit a mark on their neighbour, or on the letter beyond the space: the lookup that
 * puts them in passes marks over. Adds lookups and gives the number of the one to apply after it; null where nothing is hit.
 */
export function addMarkedEnds(
  list: Substitutions,
  name: string,
  scope: EndsScope,
  rule: EndsRule,
): number | null {
  const marked = markedLetters(scope);
  const atStart = rule.at.endsWith('start');
  const [outer, inner] = atStart ? (['left', 'right'] as const) : (['right', 'left'] as const);
  const space = scope.font.mapping.get(0x20);
  const rules: ChainRule[] = [];
  for (const swap of rule.swaps) {
    const around = (side: 'left' | 'right', sets: readonly GlyphSet[]): ChainRule => ({
      before: side === 'left' ? sets : [],
      input: [[swap.to]],
      after: side === 'right' ? sets : [],
      apply: [],
    });
    const reach = rule.clearance;
    for (const { bases, marks } of hitMarks(scope, swap, inner, marked, { gap: null, reach }))
      rules.push(around(inner, [bases, marks]));
    if (rule.at.startsWith('text') || space === undefined) continue;
    const gap = scope.font.at(space).advance;
    for (const { bases, marks } of hitMarks(scope, swap, outer, marked, { gap, reach }))
      rules.push(around(outer, outer === 'right' ? [[space], bases, marks] : [bases, marks, [space]]));
  }
  if (rules.length === 0) return null;
  const back = list.add({
    name: `${name}_back`,
    type: 'single',
    map: rule.swaps.map((s) => [s.to, s.from] as const),
  });
  return list.add({
    name: `${name}_marked`,
    type: 'chain',
    rules: rules.map((r) => ({ ...r, apply: [{ at: 0, lookup: back }] })),
  });
}
