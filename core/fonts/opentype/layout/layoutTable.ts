// OpenType 1.9.1, "Common table formats": script, feature and lookup lists of 'GPOS' and 'GSUB'; extension lookups.
import { ByteWriter } from '../bytes';
import { flagsOf, type MarkSets } from './flags';
import type { FeatureUse, Layout } from './model';
import { FURTHEST, withOffsets } from './offsets';

/** What tells the two tables apart: numbers of their lookup types, that of extension, and how lookups are written. */
export interface TableKind<Kind extends { readonly type: string }> {
  readonly types: Readonly<Record<Kind['type'], number>>;
  readonly extension: number;
  readonly subtablesOf: (lookup: Kind) => Uint8Array[];
}

/** A lookup as it will be written. */
interface MadeLookup {
  readonly type: number;
  /** Flags, and the set of marks that they ask for. */
  readonly flags: readonly number[];
  readonly subtables: readonly Uint8Array[];
}

interface FeatureRecord {
  readonly tag: string;
  readonly lookups: readonly number[];
  readonly params: Uint8Array | null;
}

const NO_REQUIRED_FEATURE = 0xffff;

/** Name ids of labels, by feature tag. */
type LabelIds = ReadonlyMap<string, number>;

/** What a menu says of a feature: OpenType, "ss01 - ss20" and "cv01 - cv99", feature parameters. */
function paramsOf({ tag, label }: FeatureUse, ids: LabelIds): Uint8Array | null {
  const id = ids.get(tag);
  if (!label || id === undefined) return null;
  if (tag.startsWith('ss')) return new ByteWriter().uint16(0).uint16(id).done();
  if (!tag.startsWith('cv')) return null;
  const characters = label.characters ?? [];
  const w = new ByteWriter()
    .uint16(0)
    .uint16(id)
    .uint16(0)
    .uint16(0)
    .uint16(0)
    .uint16(0)
    .uint16(characters.length);
  for (const cp of characters) w.uint8(cp >> 16).uint16(cp & 0xffff);
  return w.done();
}

/** Whether a use is for a script. */
const isFor = (f: FeatureUse, script: string): boolean => f.scripts?.includes(script) ?? true;

/** Languages of a script that have features of their own, or lack some. Without a script nobody's language is known. */
function languagesOf(features: readonly FeatureUse[], script: string): string[] {
  const own = features.filter((f) => (f.scripts ? f.scripts.includes(script) : script !== 'DFLT'));
  return [...new Set(own.flatMap((f) => [...(f.languages ?? []), ...(f.except ?? [])]))].sort();
}

/** What of the features a language has; null = what all have that aren't named. A tag's lookups from several uses are one record. */
function recordsOf(features: readonly FeatureUse[], language: string | null, ids: LabelIds): FeatureRecord[] {
  const own = new Map<string, { lookups: Set<number>; params: Uint8Array | null }>();
  for (const f of features) {
    const here = f.languages
      ? language !== null && f.languages.includes(language)
      : language === null || !f.except?.includes(language);
    if (!here) continue;
    const record = own.get(f.tag) ?? { lookups: new Set<number>(), params: null };
    f.lookups.forEach((l) => record.lookups.add(l));
    record.params ??= paramsOf(f, ids);
    own.set(f.tag, record);
  }
  return [...own]
    .map(([tag, { lookups, params }]) => ({ tag, lookups: [...lookups].sort((a, b) => a - b), params }))
    .sort((a, b) => (a.tag < b.tag ? -1 : a.tag > b.tag ? 1 : 0));
}

/** A count, tags with offsets to their tables, and these; `more`: how much further behind the records they lie, bytes. */
function tagged(tags: readonly string[], tables: readonly Uint8Array[], more: number): Uint8Array {
  const w = new ByteWriter().uint16(tags.length);
  let offset = 2 + 6 * tags.length + more;
  for (const [i, table] of tables.entries()) {
    w.tag(tags[i] ?? '').uint16(offset);
    offset += table.length;
  }
  for (const table of tables) w.bytes(table);
  return w.done();
}

function buildFeatures(features: readonly FeatureRecord[]): Uint8Array {
  const tables = features.map(({ lookups, params }) => {
    const w = new ByteWriter().uint16(params ? 4 + 2 * lookups.length : 0).uint16(lookups.length);
    for (const l of lookups) w.uint16(l);
    return w.bytes(params ?? []).done();
  });
  return tagged(
    features.map((f) => f.tag),
    tables,
    0,
  );
}

function langSys(features: readonly number[]): Uint8Array {
  const w = new ByteWriter().uint16(0).uint16(NO_REQUIRED_FEATURE).uint16(features.length);
  for (const f of features) w.uint16(f);
  return w.done();
}

/** A script: its default language system and those of the languages that differ from it. */
function buildScript(
  byDefault: readonly number[],
  languages: readonly (readonly [string, readonly number[]])[],
) {
  const own = langSys(byDefault);
  const head = 4 + 6 * languages.length;
  const list = tagged(
    languages.map(([tag]) => tag),
    languages.map(([, features]) => langSys(features)),
    2 + own.length,
  );
  // The count and the records stand before the default system, the languages' own behind it.
  const records = 2 + 6 * languages.length;
  return new ByteWriter()
    .uint16(head)
    .bytes(list.subarray(0, records))
    .bytes(own)
    .bytes(list.subarray(records))
    .done();
}

/** Features of a script, by number: what all its languages have, and what single ones have instead. */
interface ScriptUses {
  readonly script: string;
  readonly byDefault: readonly number[];
  readonly languages: readonly (readonly [string, readonly number[]])[];
}

const buildScripts = (scripts: readonly ScriptUses[]): Uint8Array =>
  tagged(
    scripts.map((s) => s.script),
    scripts.map((s) => buildScript(s.byDefault, s.languages)),
    0,
  );

function lookupTable(
  type: number,
  [flags = 0, ...set]: readonly number[],
  subtables: readonly Uint8Array[],
): Uint8Array {
  const w = new ByteWriter().uint16(type).uint16(flags).uint16(subtables.length);
  const behind = new ByteWriter();
  for (const s of set) behind.uint16(s);
  return w.bytes(withOffsets(6, subtables, behind.done())).done();
}

/** Lookups one after the other; when that lies out of reach of 16 bits, their subtables follow them, found by 32 bits. */
function buildLookups(lookups: readonly MadeLookup[], extensionType: number): Uint8Array {
  const size = lookups.reduce((n, l) => n + 10 + l.subtables.reduce((m, s) => m + s.length + 2, 0), 2);
  if (size <= FURTHEST) {
    const tables = lookups.map((l) => lookupTable(l.type, l.flags, l.subtables));
    return new ByteWriter().uint16(tables.length).bytes(withOffsets(2, tables)).done();
  }
  const EXTENSION = 8;
  const headOf = (l: MadeLookup) => 6 + 2 * (l.flags.length - 1) + (2 + EXTENSION) * l.subtables.length;
  const start = 2 + lookups.reduce((n, l) => n + 2 + headOf(l), 0);
  let [at, behind] = [2 + 2 * lookups.length, start];
  const tables = lookups.map((l) => {
    const first = at + 6 + 2 * (l.flags.length - 1) + 2 * l.subtables.length;
    const extensions = l.subtables.map((s, k) => {
      const record = new ByteWriter()
        .uint16(1)
        .uint16(l.type)
        .uint32(behind - (first + EXTENSION * k));
      behind += s.length;
      return record.done();
    });
    at += headOf(l);
    return lookupTable(extensionType, l.flags, extensions);
  });
  const w = new ByteWriter().uint16(tables.length).bytes(withOffsets(2, tables));
  for (const s of lookups.flatMap((l) => l.subtables)) w.bytes(s);
  return w.done();
}

/** What lookups and features are told by elsewhere in the font. */
export interface LayoutNames {
  readonly labels?: LabelIds;
  /** Sets of marks by number, as 'GDEF' has them. */
  readonly markSets?: MarkSets;
}

/** Records of features in the order of their tags, and which of them each script and language has. */
function featuresOf(
  { features, scripts }: Pick<Layout<unknown>, 'features' | 'scripts'>,
  labels: LabelIds,
): { readonly records: readonly FeatureRecord[]; readonly scripts: readonly ScriptUses[] } {
  const all: FeatureRecord[] = [];
  const numbersOf = (script: string, language: string | null) =>
    recordsOf(features.filter((f) => isFor(f, script)), language, labels).map((r) => {
      const known = all.findIndex((a) => a.tag === r.tag && a.lookups.join() === r.lookups.join());
      return known >= 0 ? known : all.push(r) - 1;
    }); // prettier-ignore
  const found = ['DFLT', ...[...new Set(scripts)].filter((s) => s !== 'DFLT').sort()].map((script) => ({
    script,
    byDefault: numbersOf(script, null),
    languages: languagesOf(features, script).map((tag) => [tag, numbersOf(script, tag)] as const),
  }));
  const inOrder = [...all.entries()].sort(([i, a], [j, b]) =>
    a.tag < b.tag ? -1 : a.tag > b.tag ? 1 : i - j,
  );
  const placeOf = new Map(inOrder.map(([number], place) => [number, place]));
  const places = (numbers: readonly number[]) =>
    numbers.map((n) => placeOf.get(n) ?? 0).sort((a, b) => a - b);
  return {
    records: inOrder.map(([, record]) => record),
    scripts: found.map((s) => ({
      ...s,
      byDefault: places(s.byDefault),
      languages: s.languages.map(([tag, numbers]) => [tag, places(numbers)] as const),
    })),
  };
}

/**
 * A whole layout table; null when no lookup does anything. Lookups keep their numbers, so that rules may point at them.
 * RangeError when something lies out of reach: nothing that can't be read is ever written.
 */
export function buildLayout<Kind extends { readonly type: string }>(
  layout: Layout<Kind>,
  table: TableKind<Kind>,
  { labels = new Map(), markSets = [] }: LayoutNames = {},
): Uint8Array | null {
  if (layout.features.length === 0) return null;
  const lookups = layout.lookups.map((l) => ({
    type: table.types[l.type as Kind['type']],
    flags: flagsOf(l, markSets),
    subtables: table.subtablesOf(l),
  }));
  const { records, scripts: uses } = featuresOf(layout, labels);
  const scripts = buildScripts(uses);
  const features = buildFeatures(records);
  return new ByteWriter()
    .uint16(1)
    .uint16(0)
    .uint16(10)
    .uint16(10 + scripts.length)
    .uint16(10 + scripts.length + features.length)
    .bytes(scripts)
    .bytes(features)
    .bytes(buildLookups(lookups, table.extension))
    .done();
}
