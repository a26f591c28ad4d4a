import type { FontGlyphs } from '../fontGlyphs';
import type { Alternates } from '../byName';
import type { Substitutions } from '../lookupList';
import type { FeatureLabel } from '../../opentype/layout/model';

/** What menus offer in place of a glyph, by feature. */
export interface Exchange {
  readonly tag: string;
  readonly label: string;
  /** Drawings by glyph index. */
  readonly drawings: ReadonlyMap<number, readonly number[]>;
}

/** Exchanges of drawings with feature names and of rules, one for each tag; of two that say the same, the first counts. */
export function exchangesOf(
  named: readonly Alternates[],
  ruled: readonly {
    readonly tag: string;
    readonly label: string;
    readonly swaps: ReadonlyMap<number, readonly number[]>;
  }[],
): Exchange[] {
  const byTag = new Map<string, { label: string; drawings: Map<number, readonly number[]> }>();
  const own = (tag: string) => {
    const made = byTag.get(tag) ?? { label: '', drawings: new Map<number, readonly number[]>() };
    byTag.set(tag, made);
    return made;
  };
  const put = (tag: string, glyph: number, more: readonly number[]) => {
    const { drawings } = own(tag);
    drawings.set(glyph, [...new Set([...(drawings.get(glyph) ?? []), ...more])]);
  };
  for (const { tag, label, swaps } of ruled) {
    for (const [glyph, more] of swaps) put(tag, glyph, more);
    own(tag).label ||= label;
  }
  for (const { tag, glyph, drawings } of named) put(tag, glyph, drawings);
  return [...byTag].map(([tag, e]) => ({ tag, ...e })).sort((a, b) => (a.tag < b.tag ? -1 : 1));
}

/** A lookup for one exchange: single where each glyph has one drawing, a choice otherwise. */
export function addExchange(list: Substitutions, font: FontGlyphs, { tag, label, drawings }: Exchange): void {
  const map = [...drawings];
  const single = map.every(([, to]) => to.length === 1);
  const lookup = single
    ? list.add({
        name: tag,
        type: 'single',
        map: map.flatMap(([from, to]) => to.map((t) => [from, t] as const)),
      })
    : list.add({ name: tag, type: 'alternate', map });
  list.use(tag, [lookup], labelOf(font, tag, label, drawings));
}

function labelOf(
  font: FontGlyphs,
  tag: string,
  text: string,
  drawings: Exchange['drawings'],
): { label?: FeatureLabel } {
  if (text === '' || !/^(ss|cv)/.test(tag)) return {};
  const characters = [...drawings.keys()].flatMap((g) => font.at(g).codePoints.slice(0, 1));
  return { label: tag.startsWith('cv') ? { text, characters } : { text } };
}

/** Access to all drawings of a glyph (OpenType, "aalt"): everything that any exchange offers for it. */
export function addAccess(list: Substitutions, exchanges: readonly Exchange[]): void {
  const all = new Map<number, Set<number>>();
  for (const { drawings } of exchanges)
    for (const [glyph, to] of drawings) {
      const own = all.get(glyph) ?? new Set<number>();
      to.forEach((d) => own.add(d));
      all.set(glyph, own);
    }
  if (all.size === 0) return;
  const map = [...all].map(([glyph, to]) => [glyph, [...to]] as const);
  list.use('aalt', [list.add({ name: 'aalt', type: 'alternate', map })]);
}
