import type { BuildingOf, BuildingType } from './building';
import type { Definitions } from './definitions';
import type { TokenReader } from './tokens';

/** Where statements of substitution and position go. */
export interface RuleTarget {
  readonly defs: Definitions;
  /** The lookup that rules of a type go into now. */
  readonly into: <T extends BuildingType>(type: T) => BuildingOf<T>;
  /** A lookup that only contexts apply, and its number. */
  readonly aside: <T extends BuildingType>(
    type: T,
  ) => { readonly number: number; readonly building: BuildingOf<T> };
  /** The number of a lookup by its name. FeatureTextError where there is none. */
  readonly numberOf: (name: string, t: TokenReader) => number;
}
