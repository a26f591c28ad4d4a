import { idFor } from '../../project/document/identity';
import type { Doc } from '../../project/document/schema';
import type { ReadSetting } from './layoutRows';

interface SettingOf {
  readonly projectId: string;
  readonly styleId: string;
  readonly idOf: (glyph: number) => string;
  /** Ids of the glyphs that there are. */
  readonly ids: ReadonlySet<string>;
}

/** Kerning, its groups and rules as rows. */
export function settingRows(
  { projectId, styleId, idOf, ids }: SettingOf,
  { kerning, rules }: ReadSetting,
): Pick<Doc, 'kerning' | 'groups' | 'features'> {
  const groups = (['left', 'right'] as const).flatMap((side) =>
    kerning.groups[side].map((members, i) => ({
      id: idFor(projectId, 'groups', `${side} ${i}`),
      styleId,
      side,
      glyphIds: members.map(idOf).filter((g) => ids.has(g)),
      fitted: false,
    })),
  );
  const groupOf = (side: 'left' | 'right', i: number) => idFor(projectId, 'groups', `${side} ${i}`);
  const between = [
    ...kerning.groups.values.flatMap((row, i) =>
      row.flatMap((value, j) => (value === 0 ? [] : [{ left: groupOf('left', i), right: groupOf('right', j), value }])),
    ),
    ...kerning.pairs
      .map((p) => ({ left: idOf(p.left), right: idOf(p.right), value: p.value }))
      .filter((p) => ids.has(p.left) && ids.has(p.right)),
  ].map((k) => ({ ...k, id: idFor(projectId, 'kerning', `${k.left} ${k.right}`), styleId, fitted: false }));
  const features = rules.map((rule, order) => ({ id: idFor(projectId, 'features', `${order}`), styleId, order, enabled: true, rule }));
  const byId = <T extends { readonly id: string }>(rows: readonly T[]) => Object.fromEntries(rows.map((r) => [r.id, r]));
  return { kerning: byId(between), groups: byId(groups), features: byId(features) };
} // prettier-ignore
