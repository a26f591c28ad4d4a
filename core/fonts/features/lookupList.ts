import type { FeatureUse, Lookup, Positioning, Substitution } from '../opentype/layout/model';

/** Where a feature's lookups are for: some scripts, some languages, all but some, and what its menu entry says. */
type Where = Pick<FeatureUse, 'scripts' | 'languages' | 'except' | 'label'>;

/** Lookups in the order in which they will be applied, and the features that switch them on. */
export class LookupList<Kind extends Substitution | Positioning> {
  readonly lookups: Lookup<Kind>[] = [];
  readonly features: FeatureUse[] = [];

  /** Puts a lookup behind the others; its number. */
  add(lookup: Lookup<Kind>): number {
    return this.lookups.push(lookup) - 1;
  }

  use(tag: string, lookups: readonly number[], where: Where = {}): void {
    // A language may be named for having nothing of a feature.
    if (lookups.length > 0 || where.languages) this.features.push({ tag, lookups, ...where });
  }
}

export type Substitutions = LookupList<Substitution>;
export type Positionings = LookupList<Positioning>;
