import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import { rulesInOrder } from '../../queries/forms';
import { glyphsOfRule, ruleWith, type Rule } from '../../rows/features';
import type { Doc } from '../../schema';

const allThere = (doc: Doc, rule: Rule): boolean => glyphsOfRule(rule).every((g) => doc.glyphs[g]);

/** Puts rules in place of all that the style has, in their order. Null when one names a glyph that isn't there, or nothing changes. */
export function setRules(doc: Doc, rules: readonly Rule[]): ProjectDiff | null {
  if (!rules.every((rule) => allThere(doc, rule))) return null;
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

/** A further rule behind the others of the style. Null when it names a glyph that isn't there. */
export function addRule(doc: Doc, rule: Rule): ProjectDiff | null {
  if (!allThere(doc, rule)) return null;
  const d = draft(doc);
  const order = Math.max(-1, ...rulesInOrder(doc).map((f) => f.order)) + 1;
  const { styleId } = projectOf(doc);
  d.put('features', { id: d.newId('features', `rule ${order}`), styleId, order, enabled: true, rule });
  return d.done('Add a rule');
}

/** Another rule in a rule's place. Null when nothing changes, or it names a glyph that isn't there. */
export function changeRule(doc: Doc, ruleId: string, rule: Rule): ProjectDiff | null {
  const row = doc.features[ruleId];
  if (!row || !allThere(doc, rule) || JSON.stringify(row.rule) === JSON.stringify(rule)) return null;
  const d = draft(doc);
  d.put('features', { ...row, rule });
  return d.done('Change a rule');
}

/** A rule left in the project but out of the font, or in it again. */
export function switchRule(doc: Doc, ruleId: string, enabled: boolean): ProjectDiff | null {
  const row = doc.features[ruleId];
  if (!row || row.enabled === enabled) return null;
  const d = draft(doc);
  d.put('features', { ...row, enabled });
  return d.done(enabled ? 'Switch a rule on' : 'Switch a rule off');
}

export function removeRule(doc: Doc, ruleId: string): ProjectDiff | null {
  const d = draft(doc);
  if (doc.features[ruleId]) d.remove('features', ruleId);
  return d.done('Remove a rule');
}

/** A rule one place earlier (-1) or later (1): of two that want the same letter, the earlier has it. Null at the end. */
export function moveRule(doc: Doc, ruleId: string, by: -1 | 1): ProjectDiff | null {
  const rows = rulesInOrder(doc);
  const at = rows.findIndex((f) => f.id === ruleId);
  const [row, other] = [rows[at], rows[at + by]];
  if (!row || !other) return null;
  const d = draft(doc);
  const moved = rows.map((f) => (f === row ? other : f === other ? row : f));
  moved.forEach((f, order) => d.put('features', { ...f, order }));
  return d.done('Order rules');
}

/** A form taken out of a rule; a rule that says nothing without it goes. */
export function takeFromRule(doc: Doc, ruleId: string, glyphId: string): ProjectDiff | null {
  const row = doc.features[ruleId];
  if (!row || !glyphsOfRule(row.rule).includes(glyphId)) return null;
  const d = draft(doc);
  const rule = ruleWith(row.rule, (id) => id !== glyphId);
  if (rule) d.put('features', { ...row, rule });
  else d.remove('features', ruleId);
  return d.done('Change a rule');
}
