import type {
  Adjustment,
  ChainRule,
  FeatureUse,
  GlyphSet,
  Joins,
  Layout,
  Ligature,
  Lookup,
  Place,
  Positioning,
  ReverseRule,
  Substitution,
} from '../../opentype/layout/model';
import { MOST_AT_ONCE } from './limits';
import { PairBuilder } from './pairClasses';

/** What a lookup passes over, as a statement of the text says it. */
export type Flags = Omit<Lookup<unknown>, 'name'>;

/** Where marks of classes, by the classes' names, meet glyphs: places by letter of a ligature, one for others. */
interface MarkPlaces {
  readonly marks: Map<number, { readonly markClass: string; readonly at: Place }>;
  readonly bases: Map<number, Map<string, Place>[]>;
}

/** A lookup while its statements are read. */
export type Building =
  | { readonly type: 'single'; readonly map: Map<number, number> }
  | { readonly type: 'multiple'; readonly map: Map<number, readonly number[]> }
  | { readonly type: 'alternate'; readonly map: Map<number, readonly number[]> }
  | { readonly type: 'ligature'; readonly ligatures: Ligature[] }
  | { readonly type: 'reverse'; readonly rules: ReverseRule[] }
  | { readonly type: 'chainSub'; readonly rules: ChainRule[] }
  | { readonly type: 'chainPos'; readonly rules: ChainRule[] }
  | { readonly type: 'adjust'; readonly map: Map<number, Adjustment> }
  | { readonly type: 'pair'; readonly pairs: PairBuilder }
  | { readonly type: 'cursive'; readonly joins: Map<number, Joins> }
  | ({ readonly type: 'mark' } & MarkPlaces)
  | ({ readonly type: 'markToMark' } & MarkPlaces)
  | ({ readonly type: 'markToLigature' } & MarkPlaces);
export type BuildingType = Building['type'];
export type BuildingOf<T extends BuildingType> = Extract<Building, { readonly type: T }>;

export const tableOf = (type: BuildingType): 'GSUB' | 'GPOS' =>
  ['single', 'multiple', 'alternate', 'ligature', 'reverse', 'chainSub'].includes(type) ? 'GSUB' : 'GPOS';

function begun(type: BuildingType): Building {
  switch (type) {
    case 'single':
      return { type, map: new Map() };
    case 'multiple':
    case 'alternate':
      return { type, map: new Map() };
    case 'ligature':
      return { type, ligatures: [] };
    case 'reverse':
      return { type, rules: [] };
    case 'chainSub':
    case 'chainPos':
      return { type, rules: [] };
    case 'adjust':
      return { type, map: new Map() };
    case 'pair':
      return { type, pairs: new PairBuilder() };
    case 'cursive':
      return { type, joins: new Map() };
    case 'mark':
    case 'markToMark':
    case 'markToLigature':
      return { type, marks: new Map(), bases: new Map() };
  }
}

/** Marks by number of their class, and places of letters in the classes' order. */
function numbered({ marks, bases }: MarkPlaces) {
  const names = [...new Set([...marks.values()].map((m) => m.markClass))].sort();
  const at = (places: ReadonlyMap<string, Place>) => names.map((n) => places.get(n) ?? null);
  return {
    classes: names.length,
    marks: [...marks].map(([glyph, m]) => ({ glyph, markClass: names.indexOf(m.markClass), at: m.at })),
    bases: [...bases].map(([glyph, letters]) => ({ glyph, at: letters.map(at) })),
  };
}

export function substitutionOf(b: Building): Substitution | null {
  switch (b.type) {
    case 'single':
      return { type: 'single', map: [...b.map] };
    case 'multiple':
    case 'alternate':
      return { type: b.type, map: [...b.map] };
    case 'ligature':
      // Of those that begin alike the longest is tried first (feature file specification, 5.d).
      return {
        type: 'ligature',
        ligatures: [...b.ligatures].sort((x, y) => y.parts.length - x.parts.length),
      };
    case 'reverse':
      return { type: 'reverse', rules: b.rules };
    case 'chainSub':
      return { type: 'chain', rules: b.rules };
    default:
      return null;
  }
}

export function positioningOf(b: Building): Positioning | null {
  switch (b.type) {
    case 'adjust':
      return { type: 'adjust', map: [...b.map] };
    case 'pair':
      return { type: 'pairTables', tables: b.pairs.tables() };
    case 'cursive':
      return { type: 'cursive', joins: [...b.joins.values()] };
    case 'chainPos':
      return { type: 'chain', rules: b.rules };
    case 'mark':
    case 'markToMark': {
      const { classes, marks, bases } = numbered(b);
      const single = bases.map(({ glyph, at }) => ({ glyph, at: at[0] ?? [] }));
      return { type: b.type, marks: { classes, marks, bases: single } };
    }
    case 'markToLigature': {
      const { classes, marks, bases } = numbered(b);
      return { type: 'markToLigature', marks: { classes, marks, ligatures: bases } };
    }
    default:
      return null;
  }
}

/** A script and language that features are for. */
export interface System {
  readonly script: string;
  readonly language: string;
}

interface Use extends System {
  readonly table: 'GSUB' | 'GPOS';
  readonly tag: string;
  readonly lookups: number[];
}

interface Held {
  readonly building: Building;
  readonly flags: Flags;
}

/** All lookups of a text by table, and which features of which scripts and languages have them. */
export class LookupBuilder {
  private readonly lookups: Record<'GSUB' | 'GPOS', Held[]> = { GSUB: [], GPOS: [] };
  /** Numbers of lookups by table, tag, script and language; "dflt" = all languages without an entry of their own. */
  private readonly uses = new Map<string, Use>();

  /** A new lookup; its number in its table. */
  add<T extends BuildingType>(type: T, flags: Flags): { readonly number: number; readonly building: BuildingOf<T> } {
    const building = begun(type) as BuildingOf<T>;
    const number = this.lookups[tableOf(type)].push({ building, flags }) - 1;
    return { number, building };
  } // prettier-ignore

  use(table: 'GSUB' | 'GPOS', tag: string, system: System, numbers: readonly number[]): void {
    const { script, language } = system;
    const key = `${table} ${tag} ${script} ${language}`;
    const own = this.uses.get(key) ?? { table, tag, script, language, lookups: [] };
    this.uses.set(key, own);
    for (const n of numbers) if (!own.lookups.includes(n)) own.lookups.push(n);
  } // prettier-ignore

  /** Rules of a feature are for one system from here on: what its script has by default, where a language inherits that, and nothing else. */
  begin(tag: string, { script, language }: System, inherits: boolean): void {
    for (const table of ['GSUB', 'GPOS'] as const) {
      if (![...this.uses.values()].some((u) => u.table === table && u.tag === tag)) continue;
      const byDefault = this.uses.get(`${table} ${tag} ${script} dflt`);
      const lookups = (language === 'dflt' || inherits) && byDefault ? [...byDefault.lookups] : [];
      this.uses.set(`${table} ${tag} ${script} ${language}`, { table, tag, script, language, lookups });
    }
  }

  layout<Kind extends Substitution | Positioning>(
    table: 'GSUB' | 'GPOS',
    made: (b: Building) => Kind | null,
    systems: readonly System[],
  ): Layout<Kind> {
    const lookups = this.lookups[table].flatMap(({ building, flags }, i) => {
      const does = made(building);
      return does ? [{ ...does, ...flags, name: `text_${i + 1}` }] : [];
    });
    const own = [...this.uses.values()].filter((u) => u.table === table);
    // A language that any feature names has what is said for it alone.
    const named = (script: string) =>
      [...new Set([...own, ...systems].flatMap((u) => (u.script === script && u.language !== 'dflt' ? [u.language] : [])))];
    const features = own.flatMap((u): FeatureUse[] => {
      const where = { tag: u.tag, lookups: u.lookups, scripts: [u.script] };
      if (u.language !== 'dflt') return [{ ...where, languages: [u.language] }];
      return u.lookups.length > 0 ? [{ ...where, except: named(u.script) }] : [];
    });
    const scripts = [...new Set([...systems, ...own].map((s) => s.script))].filter((s) => s !== 'DFLT');
    return { lookups, features, scripts };
  } // prettier-ignore
}

/** Every choice of one glyph a set. RangeError for more than a font would have. */
export function choices(sets: readonly GlyphSet[]): number[][] {
  const count = sets.reduce((n, set) => n * set.length, 1);
  if (count > MOST_AT_ONCE) throw new RangeError(`a statement that makes ${count} ligatures`);
  return sets.reduce<number[][]>((all, set) => all.flatMap((run) => set.map((g) => [...run, g])), [[]]);
}
