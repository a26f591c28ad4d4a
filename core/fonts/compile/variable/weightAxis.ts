import { nth } from '../../../foundations/lists/nth';
import { problem, type Problem } from '../../../foundations/problems/problem';
import type { Doc, StyleRow } from '../../../project/document/schema';
import { regionsOf, type Region } from '../../opentype/variations/regions';
import { stylesByWeight } from '../familyStat';

/** A style on the axis; `at`: its normalised place, the default's is 0. */
export interface StylePlace {
  readonly style: StyleRow;
  readonly at: number;
}

/** The weights of a family as an axis. */
export interface WeightAxis {
  /** The style that the font is at first. */
  readonly main: StyleRow;
  /** All styles of the axis by weight, the default among them. */
  readonly places: readonly StylePlace[];
}

/** The weight of a regular style: OpenType, OS/2, usWeightClass. */
const REGULAR = 400;

/** Upright styles if there are two, slanted ones else: one weight each, the earlier of two of the same weight. Others are told. Null without an axis. */
export function weightAxis(doc: Doc): { readonly axis: WeightAxis | null; readonly problems: Problem[] } {
  const all = stylesByWeight(doc);
  const upright = all.filter((s) => !s.italic);
  const kin = upright.length > 1 ? upright : all.filter((s) => s.italic);
  const problems: Problem[] = [];
  const off = (s: StyleRow, reason: 'slant' | 'weight') =>
    problems.push(problem({ code: 'style-off-axis', style: s.name, reason }, 'note'));
  for (const s of all) if (!kin.includes(s)) off(s, 'slant');
  const styles = kin.filter((s) => {
    const first = [...kin]
      .filter((o) => o.weightClass === s.weightClass)
      .sort((a, b) => a.order - b.order)[0];
    if (first !== s) off(s, 'weight');
    return first === s;
  });
  if (styles.length < 2)
    return { axis: null, problems: [problem({ code: 'variable-needs-styles' }, 'error')] };
  const main = styles.reduce((a, b) =>
    Math.abs(b.weightClass - REGULAR) < Math.abs(a.weightClass - REGULAR) ? b : a,
  );
  const [least, most] = [nth(styles, 0).weightClass, nth(styles, styles.length - 1).weightClass];
  const at = ({ weightClass: w }: StyleRow) => {
    if (w === main.weightClass) return 0;
    const span = w < main.weightClass ? main.weightClass - least : most - main.weightClass;
    return (w - main.weightClass) / span;
  };
  return { axis: { main, places: styles.map((style) => ({ style, at: at(style) })) }, problems };
}

/** The regions of the styles that aren't the default, in the order of `others`. */
export const regionsAt = (others: readonly { readonly at: number }[]): Region[] =>
  regionsOf(others.map((o) => o.at));
