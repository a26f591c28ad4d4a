import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import { glyphsOfRule, type Rule } from '../../rows/features';
import type { Doc } from '../../schema';

/** Puts rules in place of all that the style has, in their order. Null when one names a glyph that isn't there, or nothing changes. */
export function setRules(doc: Doc, rules: readonly Rule[]): ProjectDiff | null {
  if (!rules.every((rule) => glyphsOfRule(rule).every((g) => doc.glyphs[g]))) return null;
  const { styleId } = projectOf(doc);
  const d = draft(doc);
  const before = d.all('features').filter((f) => f.styleId === styleId);
  if (JSON.stringify(before.map((f) => f.rule)) === JSON.stringify(rules)) return null;
  for (const f of before) d.remove('features', f.id);
  rules.forEach((rule, order) =>
    d.put('features', { id: d.newId('features', 'rule'), styleId, order, enabled: true, rule }),
  );
  return d.done('Set rules');
}
