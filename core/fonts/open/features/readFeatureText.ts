// OpenType feature file specification 1.26 (adobe-type-tools.github.io/afdko, "OpenTypeFeatureFileSpecification").
import type { GlyphKind } from '../../opentype/layout/gdef';
import type { Layout, Positioning, Substitution } from '../../opentype/layout/model';
import {
  LookupBuilder,
  positioningOf,
  substitutionOf,
  tableOf,
  type BuildingOf,
  type BuildingType,
  type Flags,
  type System,
} from './building';
import { Definitions } from './definitions';
import { INCLUDED } from './limits';
import { readPosition } from './positions';
import { readSubstitution } from './substitutions';
import type { RuleTarget } from './ruleTarget';
import { TokenReader, tokensOf } from './tokens';

/** What a features text says, glyphs by index. */
export interface FeatureText {
  readonly gsub: Layout<Substitution>;
  readonly gpos: Layout<Positioning>;
  /** Kinds of glyphs, where the text says them. */
  readonly kinds: ReadonlyMap<number, GlyphKind>;
  /** What menus call features, by tag. */
  readonly labels: ReadonlyMap<string, string>;
  /** Statements that aren't read, in plain words. */
  readonly leftOut: readonly string[];
}

export interface FeatureSource {
  readonly text: string;
  /** A glyph by its name. */
  readonly indexOf: (name: string) => number | undefined;
  /** The text of a file that another one includes, by its path; null = it isn't there. */
  readonly include: (path: string) => string | null;
}

/** So many names are told. */
const MOST_NAMED = 6;
interface Open {
  readonly type: BuildingType;
  readonly building: BuildingOf<BuildingType>;
}

/** FeatureTextError where a text can't be read. */
export function readFeatureText(source: FeatureSource): FeatureText {
  const reader = new FeatureReader(source);
  reader.file(source.text, 0);
  return reader.done();
}

/** A features text while it is read; statements of substitution and position add to it. */
class FeatureReader implements RuleTarget {
  readonly defs: Definitions;
  readonly builder = new LookupBuilder();
  readonly leftOut = new Set<string>();
  private readonly kinds = new Map<number, GlyphKind>();
  private readonly labels = new Map<string, string>();
  /** Lookups of a block by its name. */
  private readonly named = new Map<string, { readonly table: 'GSUB' | 'GPOS'; readonly number: number }>();
  private included = 0;
  private open: Open | null = null;
  private block: string | null = null;
  private tag: string | null = null;
  private flags: Flags = {};
  /** Systems that rules are for now; null = all that the text names. */
  private here: System | null = null;

  constructor(private readonly source: FeatureSource) {
    this.defs = new Definitions(source.indexOf);
  }

  file(text: string, deep: number): void {
    const t = new TokenReader(tokensOf(text));
    while (!t.atEnd) this.statement(t, deep);
  }

  done(): FeatureText {
    const systems = this.allSystems();
    return {
      gsub: this.builder.layout('GSUB', substitutionOf, systems),
      gpos: this.builder.layout('GPOS', positioningOf, systems),
      kinds: this.kinds,
      labels: this.labels,
      leftOut: [...this.leftOut, ...this.missingGlyphs()],
    };
  }

  private missingGlyphs(): string[] {
    const names = [...this.defs.sets.missing];
    const some = names.slice(0, MOST_NAMED).join(', ');
    return names.length > 0 ? [`what its features text says of glyphs that aren’t there (${some}${names.length > MOST_NAMED ? ' …' : ''})`] : [];
  } // prettier-ignore

  private allSystems(): readonly System[] {
    return this.defs.systems.length > 0 ? this.defs.systems : [{ script: 'DFLT', language: 'dflt' }];
  }

  private statement(t: TokenReader, deep: number): void {
    const word = t.next();
    if (word === ';') return;
    if (this.defs.read(word, t)) return;
    switch (word) {
      case 'include':
        return this.include(t, deep);
      case 'feature':
        return this.feature(t, deep);
      case 'lookup':
        return this.lookup(t, deep);
      case 'table':
        return this.table(t);
      case 'lookupflag':
        this.close();
        this.flags = this.defs.readFlags(t);
        return;
      case 'script':
        return this.system({ script: t.next(), language: 'dflt' }, true, t);
      case 'language':
        return this.language(t);
      case 'subtable':
        if (this.open?.building.type === 'pair') this.open.building.pairs.breakTable();
        return t.expect(';');
      case 'sub':
      case 'substitute':
      case 'rsub':
      case 'reversesub':
        return readSubstitution(this, t, { reverse: word.startsWith('r'), ignore: false });
      case 'pos':
      case 'position':
        return readPosition(this, t, false);
      case 'enum':
      case 'enumerate':
        t.next();
        return readPosition(this, t, true);
      case 'ignore':
        return t.next().startsWith('s')
          ? readSubstitution(this, t, { reverse: false, ignore: true })
          : readPosition(this, t, false, true);
      default:
        return this.other(word, t);
    }
  }

  /** Statements that say nothing of lookups. */
  private other(word: string, t: TokenReader): void {
    if (word === 'featureNames' && this.tag) {
      const label = /^"(.*)"$/.exec(nameWithin(t) ?? '')?.[1];
      if (label) this.labels.set(this.tag, label);
      return;
    }
    if (!['cvParameters', 'parameters', 'sizemenuname', 'name', 'anon', 'anonymous', 'variation', 'conditionset', 'feature'].includes(word))
      throw t.error(`“${word}” is no statement that is known`);
    if (word !== 'name') this.leftOut.add(`“${word}” in its features text`);
    t.skipStatement();
  } // prettier-ignore

  private include(t: TokenReader, deep: number): void {
    t.expect('(');
    let path = '';
    while (t.peek() !== ')') path += t.next();
    t.expect(')');
    t.take(';');
    const may = deep < INCLUDED.deepest && ++this.included <= INCLUDED.most;
    const text = may ? this.source.include(path) : null;
    if (text === null) this.leftOut.add(`${path}, which its features text includes`);
    else this.file(text, deep + 1);
  }

  private feature(t: TokenReader, deep: number): void {
    const tag = t.next();
    t.take('useExtension');
    if (t.take(';')) return;
    t.expect('{');
    [this.tag, this.here, this.flags] = [tag.padEnd(4), null, {}];
    this.close();
    while (!t.take('}')) this.statement(t, deep);
    this.close();
    [this.tag, this.here, this.flags] = [null, null, {}];
    t.next();
    t.expect(';');
  }

  private lookup(t: TokenReader, deep: number): void {
    const name = t.next();
    if (t.take(';')) {
      const known = this.named.get(name);
      if (!known) throw t.error(`the lookup ${name} is not defined`);
      this.close();
      this.use(known.table, known.number);
      return;
    }
    t.take('useExtension');
    t.expect('{');
    const flags = this.flags;
    this.close();
    this.block = name;
    while (!t.take('}')) this.statement(t, deep);
    this.close();
    this.block = null;
    // Outside of features, flags count within their block alone.
    this.flags = this.tag === null ? {} : flags;
    t.next();
    t.expect(';');
  }

  /** The table of kinds is read; others are the font's own facts. */
  private table(t: TokenReader): void {
    const name = t.next();
    t.expect('{');
    while (!t.take('}')) {
      if (t.next() !== 'GlyphClassDef') {
        t.skipStatement();
        continue;
      }
      for (const kind of ['base', 'ligature', 'mark', 'none'] as const) {
        if (this.defs.sets.begins(t)) for (const g of this.defs.sets.read(t)) this.kinds.set(g, kind);
        if (!t.take(',')) break;
      }
      t.expect(';');
    }
    if (name !== 'GDEF') this.leftOut.add(`the table ${name} in its features text`);
    t.next();
    t.expect(';');
  }

  private language(t: TokenReader): void {
    const language = t.next();
    const excluded = ['exclude_dflt', 'excludeDFLT'].includes(t.peek());
    if (excluded || /^include/.test(t.peek())) t.next();
    t.take('required');
    this.system({ script: this.here?.script ?? 'DFLT', language }, !excluded, t);
  }

  /** From here on rules are for one system; a language has what all others have, unless that is said. */
  private system(system: System, inherits: boolean, t: TokenReader): void {
    t.expect(';');
    this.close();
    if (this.tag !== null) this.builder.begin(this.tag, system, inherits);
    this.here = system;
  }

  /** The lookup that rules of a type go into now. */
  into<T extends BuildingType>(type: T): BuildingOf<T> {
    if (this.open?.type === type) return this.open.building as BuildingOf<T>;
    const goesOn = this.block !== null && this.open !== null;
    const { number, building } = this.builder.add(type, this.flags);
    this.open = { type, building };
    const table = tableOf(type);
    if (this.block !== null && !goesOn) this.named.set(this.block, { table, number });
    this.use(table, number);
    return building;
  }

  /** A lookup that only contexts apply; its number. */
  aside<T extends BuildingType>(type: T): { readonly number: number; readonly building: BuildingOf<T> } {
    return this.builder.add(type, this.flags);
  }

  numberOf(name: string, t: TokenReader): number {
    const known = this.named.get(name);
    if (!known) throw t.error(`the lookup ${name} is not defined`);
    return known.number;
  }

  private close(): void {
    this.open = null;
  }

  private use(table: 'GSUB' | 'GPOS', number: number): void {
    if (this.tag === null) return;
    for (const system of this.here ? [this.here] : this.allSystems())
      this.builder.use(table, this.tag, system, [number]);
  }
}

/** The first name of a block of names. */
function nameWithin(t: TokenReader): string | null {
  t.expect('{');
  let found: string | null = null;
  for (let deep = 1; deep > 0;) {
    const word = t.next();
    if (word === '{') deep++;
    if (word === '}') deep--;
    if (word.startsWith('"')) found ??= word;
  }
  t.expect(';');
  return found;
}
