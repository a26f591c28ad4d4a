import { problem, type Problem } from '../../foundations/problems/problem';
import { projectOf } from '../../project/document/newProject';
import { isInFont } from '../../project/document/queries/inFont';
import { glyphsOfRule, ruleWith, type Rule } from '../../project/document/rows/features';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { partsOfVariant } from '../../type/names/nameRules';
import { IN_TURN } from '../features/byName';
import { explainRule } from '../features/explain';

/** What goes wrong when a text is set: no space, rules that nothing comes of, kerning that nobody can have meant. */
export function checkSetting(doc: Doc): Problem[] {
  const inFont = new Map(Object.values(doc.glyphs).flatMap((g) => (isInFont(g) ? [[g.id, g]] : [])));
  const letters = [...inFont.values()].some((g) => g.codePoints.length > 0 && g.contours.length > 0);
  const hasSpace = [...inFont.values()].some((g) => g.codePoints.includes(0x20));
  return [
    ...(letters && !hasSpace ? [problem({ code: 'space-missing' }, 'warning')] : []),
    ...idleRules(doc, inFont),
    ...wideKerning(doc),
  ];
}

function idleRules(doc: Doc, inFont: ReadonlyMap<string, GlyphRow>): Problem[] {
  const named = (id: string) => doc.glyphs[id]?.name ?? id;
  const turning = [...inFont.values()].some((g) => IN_TURN.test(partsOfVariant(g.name)?.suffix ?? ''));
  const idle = (r: Rule) =>
    ruleWith(r, (id) => inFont.has(id)) === null || (r.kind === 'turns' && r.letters === null && !turning);
  return Object.values(doc.features)
    .filter((f) => f.enabled && idle(f.rule))
    .map(({ rule }) => {
      const lacking = glyphsOfRule(rule)
        .filter((id) => !inFont.has(id))
        .map(named);
      return problem({ code: 'rule-idle', rule: explainRule(rule, named), lacking }, 'warning');
    });
}

/** More than an em of kerning takes a letter past its neighbour (common practice, no published source). */
function wideKerning(doc: Doc): Problem[] {
  const { unitsPerEm } = projectOf(doc);
  const side = (id: string) =>
    doc.glyphs[id]?.name ?? doc.glyphs[doc.groups[id]?.glyphIds[0] ?? '']?.name ?? id;
  return Object.values(doc.kerning)
    .filter((k) => Math.abs(k.value) > unitsPerEm)
    .map(({ left, right, value }) =>
      problem({ code: 'kerning-wide', left: side(left), right: side(right), value }, 'warning'),
    );
}
