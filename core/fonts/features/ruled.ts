import { ruleWith, type Rule } from '../../project/document/rows/features';
import type { Kerning } from '../opentype/layout/model';
import type { FontGlyphs } from './fontGlyphs';

export type RuleOf<K extends Rule['kind']> = Extract<Rule, { readonly kind: K }>;

/** Rules in glyph indices' terms: what names glyphs that aren't in the font is left out. */
export class Ruled {
  constructor(
    private readonly rules: readonly Rule[],
    private readonly font: FontGlyphs,
  ) {}
  /** Index of a glyph; those that aren't in the font are taken out of rules before. */
  readonly at = (id: string): number => this.font.byId.get(id) ?? 0;
  readonly all = (ids: readonly string[]): number[] => ids.map(this.at);
  private readonly known = new Map<Rule['kind'], readonly Rule[]>();
  of<K extends Rule['kind']>(kind: K): readonly RuleOf<K>[] {
    const made = this.known.get(kind) ?? this.rules.flatMap((r) => this.left(r, kind));
    this.known.set(kind, made);
    return made as readonly RuleOf<K>[];
  }
  private left(r: Rule, kind: Rule['kind']): Rule[] {
    const rule = r.kind === kind ? ruleWith(r, (id) => this.font.byId.has(id)) : null;
    return rule ? [rule] : [];
  }
}

/** What lookups are made of. */
export interface LayoutScope {
  readonly font: FontGlyphs;
  readonly ruled: Ruled;
  readonly kerning: Kerning;
  /** OpenType script tags of the font. */
  readonly scripts: readonly string[];
}
