import { nth } from '../../../foundations/lists/nth';
import type { Carets } from '../../opentype/layout/gdef';
import { caretPlaces } from '../../features/carets';
import type { Kerning, KerningPair, Lookup, Place, Positioning } from '../../opentype/layout/model';
import type { VariationStore } from '../../opentype/variations/variationStore';
import type { FontGlyph } from '../../features/fontGlyphs';
import { kernOf } from '../../features/kerning';

/** Indices of a glyph's group on a side in each style, as one text: glyphs of the same text kern alike in all. */
function refined(groups: readonly (readonly (readonly number[])[])[]): number[][] {
  const keys = new Map<number, string[]>();
  groups.forEach((side, m) =>
    side.forEach((members, g) => {
      for (const glyph of members) {
        const own = keys.get(glyph) ?? groups.map(() => '');
        own[m] = String(g);
        keys.set(glyph, own);
      }
    }),
  );
  const classes = new Map<string, number[]>();
  for (const [glyph, key] of [...keys].sort((a, b) => a[0] - b[0]))
    classes.set(key.join(), [...(classes.get(key.join()) ?? []), glyph]);
  return [...classes.values()];
}

/** Values of groups alone, by glyph. */
const groupsOnly = (k: Kerning) => kernOf({ ...k, pairs: [] });

/**
 * The kerning of several styles as one that varies: groups parted so that each kerns as one in every style, pairs that any style has. The
 * first is the default's; glyph indices are the default's in all. `store`: deltas in the order of the others.
 */
export function varyingKerning(styles: readonly Kerning[], store: VariationStore): Kerning {
  const [left, right] = (['left', 'right'] as const).map((side) =>
    refined(styles.map((k) => k.groups[side])),
  ) as [number[][], number[][]];
  const [first, ...others] = styles.map(groupsOnly) as [
    ReturnType<typeof kernOf>,
    ...ReturnType<typeof kernOf>[],
  ];
  const deltas = (value: number, of: readonly number[]) => store.add(of.map((v) => v - value));
  const cells = left.map((l) => right.map((r) => [nth(l, 0), nth(r, 0)] as const));
  const values = cells.map((row) => row.map(([l, r]) => first(l, r)));
  const vary = cells.map((row, i) =>
    row.map(([l, r], j) =>
      deltas(
        nth(nth(values, i), j),
        others.map((o) => o(l, r)),
      ),
    ),
  );
  const whole = styles.map(kernOf);
  const seen = new Map<string, KerningPair>();
  for (const { left: l, right: r } of styles.flatMap((k) => k.pairs)) {
    const [value, ...rest] = whole.map((of) => of(l, r)) as [number, ...number[]];
    seen.set(`${l} ${r}`, { left: l, right: r, value, varies: deltas(value, rest) });
  }
  return { pairs: [...seen.values()], groups: { left, right, values, vary } };
}

/**
 * The lookups of the default style with anchors that follow the other styles' (`others`: glyphs in the default's order; null = it has none
 * that agrees). Anchors that another style lacks stay.
 */
export function varyingPlaces(
  lookups: readonly Lookup<Positioning>[],
  glyphs: readonly FontGlyph[],
  others: readonly (readonly (FontGlyph | null)[])[],
  store: VariationStore,
): Lookup<Positioning>[] {
  const varied = (glyph: number, place: Place): Place => {
    // Places of lookups are the very anchors of their glyphs.
    const name = glyphs[glyph]?.anchors.find((a) => a === place)?.name;
    const there = others.map((o) => o[glyph]?.anchors.find((a) => a.name === name) ?? place);
    const along = (axis: 'x' | 'y') => store.add(there.map((p) => p[axis] - place[axis]));
    const varies = { x: along('x'), y: along('y') };
    return varies.x || varies.y ? { x: place.x, y: place.y, varies } : place;
  };
  const orNone = (glyph: number, p: Place | null) => (p ? varied(glyph, p) : null);
  return lookups.map((l) => {
    if (l.type === 'cursive')
      return {
        ...l,
        joins: l.joins.map((j) => ({ ...j, entry: orNone(j.glyph, j.entry), exit: orNone(j.glyph, j.exit) })),
      };
    if (l.type !== 'mark' && l.type !== 'markToMark') return l;
    const { marks } = l;
    return {
      ...l,
      marks: {
        ...marks,
        marks: marks.marks.map((m) => ({ ...m, at: varied(m.glyph, m.at) })),
        bases: marks.bases.map((b) => ({ ...b, at: b.at.map((p) => orNone(b.glyph, p)) })),
      },
    };
  });
}

/** Places of the cursor in ligatures that follow the other styles' widths. A ligature that isn't in another style stays as it is. */
export function varyingCarets(
  carets: readonly Carets[],
  others: readonly (readonly (FontGlyph | null)[])[],
  store: VariationStore,
): Carets[] {
  return carets.map((c) => {
    const there = others.map((glyphs) => {
      const whole = [c.glyph, ...c.parts].every((g) => glyphs[g]);
      return whole ? caretPlaces(c, (g) => glyphs[g]?.advance ?? 0) : c.at;
    });
    return { ...c, varies: c.at.map((x, i) => store.add(there.map((t) => (t[i] ?? x) - x))) };
  });
}
