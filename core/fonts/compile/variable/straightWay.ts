import { nth } from '../../../foundations/lists/nth';
import type { Kerning } from '../../opentype/layout/model';
import { kernOf } from '../../features/kerning';
import type { Mapping } from '../../opentype/variations/axisTables';
import type { VariableGlyph } from './variableGlyphs';

/** A style counts as lying between its neighbours when nothing in it is further from there than this, em units. */
const WITHIN = 1;

/**
 * Which styles need outlines of their own: one whose points, widths and kerning all lie on the straight way between its neighbours', at one
 * share of it, needs none; where it lies is said by the axis ('avar'). `places`: normalised, the default first. `kept`: numbers of
 * the styles that stay, without the default.
 */
export function onStraightWay(
  places: readonly { readonly at: number }[],
  glyphs: readonly VariableGlyph[],
  kernings: readonly Kerning[],
): { readonly kept: number[]; readonly mappings: Mapping[] } {
  const order = places.map((_, i) => i).sort((a, b) => nth(places, a).at - nth(places, b).at);
  const vectors = places.map((_, m) => numbersOf(m, glyphs, kernings));
  let kept = order;
  let mappings: Mapping[] = [];
  for (const m of order.slice(1, -1)) {
    if (m === 0) continue;
    const fewer = kept.filter((k) => k !== m);
    const lying = mappingsOf(places, order, fewer, vectors);
    if (lying) [kept, mappings] = [fewer, lying];
  }
  return { kept: kept.filter((m) => m !== 0), mappings };
}

/** Where each style lies between those that are kept; null when one lies beside the straight way. */
function mappingsOf(
  places: readonly { readonly at: number }[],
  order: readonly number[],
  kept: readonly number[],
  vectors: readonly Float64Array[],
): Mapping[] | null {
  const mappings: Mapping[] = [];
  for (const m of order) {
    const from = nth(places, m).at;
    if (kept.includes(m)) {
      mappings.push({ from, to: from });
      continue;
    }
    const a = [...kept].reverse().find((k) => nth(places, k).at < from);
    const b = kept.find((k) => nth(places, k).at > from);
    if (a === undefined || b === undefined) return null;
    const share = shareOfWay(nth(vectors, a), nth(vectors, b), nth(vectors, m));
    if (share === null) return null;
    mappings.push({ from, to: nth(places, a).at + share * (nth(places, b).at - nth(places, a).at) });
  }
  return mappings;
}

/** All that varies in a style, in one order for all styles. */
function numbersOf(m: number, glyphs: readonly VariableGlyph[], kernings: readonly Kerning[]): Float64Array {
  const kern = kernOf(nth(kernings, m));
  const sides = (side: 'left' | 'right') => new Set(kernings.flatMap((k) => k.groups[side].flat()));
  const pairs = kernings.flatMap((k) => k.pairs.map((p) => kern(p.left, p.right)));
  const groups = [...sides('left')].flatMap((l) => [...sides('right')].map((r) => kern(l, r)));
  const drawn = glyphs.flatMap((g) => [
    nth(g.versions, m).advance,
    ...nth(g.outlines, m).flatMap((c) => c.flatMap((p) => [p.x, p.y])),
    ...nth(g.versions, m).anchors.flatMap((a) => [a.x, a.y]),
  ]);
  return Float64Array.from([...drawn, ...pairs, ...groups]);
}

/** The share of the way from a to b at which m lies; null when it lies beside it, or nothing moves. */
function shareOfWay(a: Float64Array, b: Float64Array, m: Float64Array): number | null {
  if (a.length !== b.length || a.length !== m.length) return null;
  let [along, whole] = [0, 0];
  a.forEach((v, i) => {
    const way = nth(b, i) - v;
    along += way * (nth(m, i) - v);
    whole += way * way;
  });
  if (whole === 0) return null;
  const share = along / whole;
  if (!(share > 0 && share < 1)) return null;
  const beside = a.some((v, i) => Math.abs(v + share * (nth(b, i) - v) - nth(m, i)) > WITHIN);
  return beside ? null : share;
}
