import { z } from 'zod';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import { projectOf } from '../../project/document/newProject';
import { glyphsOfRule, renamedRule, rule, type Rule } from '../../project/document/rows/features';
import type { Doc } from '../../project/document/schema';

/** A file of rules: the same form as a project's, with glyphs by their names. */
const ruleFile = z.object({ rules: z.array(rule) });

/** Where in the file something is wrong, as people read it: "rules 2, swaps 1, from". */
const placeOf = (path: readonly PropertyKey[]): string =>
  path
    .map((p) => (typeof p === 'number' ? ` ${p + 1}` : `, ${String(p)}`))
    .join('')
    .replace(/^, /, '');

/**
 * Reads rules for a project's style from JSON. Problems: `rules-unreadable` for what is no JSON or not of the form, with the
 * place; `rule-glyph-unknown` for a name that no glyph has.
 */
export function readRuleFile(doc: Doc, text: string): Result<readonly Rule[]> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return fail({ code: 'rules-unreadable', where: '', reason: error instanceof Error ? error.message : '' });
  }
  const read = ruleFile.safeParse(json);
  if (!read.success) {
    const [issue] = read.error.issues;
    return fail({
      code: 'rules-unreadable',
      where: placeOf(issue?.path ?? []),
      reason: issue?.message ?? '',
    });
  }
  const { styleId } = projectOf(doc);
  const ids = new Map(
    Object.values(doc.glyphs).flatMap((g) => (g.styleId === styleId ? [[g.name, g.id]] : [])),
  );
  for (const [i, r] of read.data.rules.entries()) {
    const unknown = glyphsOfRule(r).find((name) => !ids.has(name));
    if (unknown !== undefined) return fail({ code: 'rule-glyph-unknown', rule: i + 1, glyph: unknown });
  }
  return ok(read.data.rules.map((r) => renamedRule(r, (name) => ids.get(name) ?? name)));
}

/** A project's rules as such a file. */
export function writeRuleFile(doc: Doc, rules: readonly Rule[]): string {
  const named = rules.map((r) => renamedRule(r, (id) => doc.glyphs[id]?.name ?? id));
  return `${JSON.stringify({ rules: named }, null, 2)}\n`;
}
