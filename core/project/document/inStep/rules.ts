import type { Draft } from '../changes/diff';
import { glyphsOfRule, ruleWith } from '../rows/features';

/** Rules without the glyphs that aren't kept; one that says nothing without them goes too. How many rules changed. */
export function pruneRules(d: Draft, kept: (glyphId: string) => boolean): number {
  const torn = d.all('features').filter((f) => !glyphsOfRule(f.rule).every(kept));
  for (const f of torn) {
    const rule = ruleWith(f.rule, kept);
    if (rule) d.put('features', { ...f, rule });
    else d.remove('features', f.id);
  }
  return torn.length;
}
