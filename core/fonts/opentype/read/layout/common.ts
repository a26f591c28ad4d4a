// OpenType 1.9.1, "Common table formats": script, feature and lookup lists, coverage and class tables, read.
import { nth } from '../../../../foundations/lists/nth';
import { FLAG } from '../../layout/flags';
import { ByteReader } from '../byteReader';
import type { Vary } from '../readRegions';

/** A subtable of a lookup, extensions followed; `at` within the table's bytes. */
interface ReadSubtable {
  readonly type: number;
  readonly at: number;
}

export interface ReadLookup {
  readonly type: number;
  readonly flags: number;
  /** Number of the set of marks that it sees alone. */
  readonly markSet: number | null;
  readonly subtables: readonly ReadSubtable[];
}

/** A feature as some language system of some script switches it on; `language`: its tag without blanks, null = all languages without a system of their own. */
export interface ReadFeature {
  readonly script: string;
  readonly language: string | null;
  readonly tag: string;
  readonly lookups: readonly number[];
}

export interface ReadLayout {
  readonly bytes: Uint8Array;
  /** Script tags, with and without features. */
  readonly scripts: readonly string[];
  readonly lookups: readonly ReadLookup[];
  readonly features: readonly ReadFeature[];
  /** What values of a variable font vary by at the place that is read; null at its default. */
  readonly vary: Vary | null;
}

/** Lookup types that only point to others: GSUB 7, GPOS 9. */
const EXTENSION = { GSUB: 7, GPOS: 9 } as const;
const NO_FEATURE = 0xffff;

/** A layout table's lists. RangeError where it is cut off. */
export function readLayout(bytes: Uint8Array, table: 'GSUB' | 'GPOS', vary: Vary | null = null): ReadLayout {
  const r = new ByteReader(bytes, 4);
  const [scriptsAt, featuresAt, lookupsAt] = [r.uint16(), r.uint16(), r.uint16()];
  const list = new ByteReader(bytes, lookupsAt);
  const lookups = list
    .list(list.uint16(), () => lookupsAt + list.uint16())
    .map((at) => readLookup(bytes, at, EXTENSION[table]));
  const s = new ByteReader(bytes, scriptsAt);
  const scripts = tagged(scriptsAt, s).map((t) => t.tag);
  return { bytes, vary, scripts, lookups, features: readFeatures(bytes, scriptsAt, featuresAt) };
}

function readLookup(bytes: Uint8Array, at: number, extension: number): ReadLookup {
  const r = new ByteReader(bytes, at);
  const [type, flags] = [r.uint16(), r.uint16()];
  const places = r.list(r.uint16(), () => at + r.uint16());
  const markSet = (flags & FLAG.markSet) !== 0 ? r.uint16() : null;
  const subtables = places.map((from): ReadSubtable => {
    if (type !== extension) return { type, at: from };
    const e = new ByteReader(bytes, from + 2);
    return { type: e.uint16(), at: from + e.uint32() };
  }); // prettier-ignore
  return { type: subtables[0]?.type ?? type, flags, markSet, subtables };
}

/** Tags with where their tables stand. */
const tagged = (from: number, r: ByteReader) =>
  r.list(r.uint16(), () => ({ tag: r.tag(), at: from + r.uint16() }));

function readFeatures(bytes: Uint8Array, scriptsAt: number, featuresAt: number): ReadFeature[] {
  const f = new ByteReader(bytes, featuresAt);
  const features = f.list(f.uint16(), () => ({ tag: f.tag(), at: featuresAt + f.uint16() })).map(({ tag, at }) => {
    const r = new ByteReader(bytes, at + 2);
    return { tag, lookups: r.list(r.uint16(), () => r.uint16()) };
  }); // prettier-ignore
  return tagged(scriptsAt, new ByteReader(bytes, scriptsAt)).flatMap(({ tag: script, at }) => {
    const r = new ByteReader(bytes, at);
    const plain = r.uint16();
    const systems: { language: string | null; at: number }[] = tagged(at, r).map((s) => ({ language: s.tag.trim(), at: s.at }));
    if (plain !== 0) systems.unshift({ language: null, at: at + plain });
    return systems.flatMap((s) => {
      const l = new ByteReader(bytes, s.at + 2);
      const required = l.uint16();
      const own = l.list(l.uint16(), () => l.uint16());
      return (required === NO_FEATURE ? own : [required, ...own]).flatMap((i) => {
        const feature = features[i];
        return feature ? [{ script, language: s.language, ...feature }] : [];
      });
    });
  });
} // prettier-ignore

/** More glyphs than a font can have: what a damaged table's ranges could ask for. */
const MOST_GLYPHS = 0x10000;

/** Glyphs of ranges with what each range says. RangeError when they are more than a font has. */
function spread<T>(ranges: readonly (readonly [number, number, T])[]): (readonly [number, T])[] {
  const total = ranges.reduce((n, [from, to]) => n + Math.max(0, to - from + 1), 0);
  if (total > MOST_GLYPHS) throw new RangeError(`ranges of ${total} glyphs`);
  return ranges.flatMap(([from, to, says]) =>
    Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => [from + i, says] as const),
  );
}

const ranges = (r: ByteReader, count: number) =>
  spread(r.list(count, () => [r.uint16(), r.uint16(), r.uint16()] as const));

/** Reads what stands at a place once: rules of a big font point to the same tables thousands of times. */
function oncePerPlace<T>(read: (bytes: Uint8Array, at: number) => T): (bytes: Uint8Array, at: number) => T {
  const known = new WeakMap<Uint8Array, Map<number, { readonly value: T }>>();
  return (bytes, at) => {
    const places = known.get(bytes) ?? new Map<number, { readonly value: T }>();
    known.set(bytes, places);
    const there = places.get(at) ?? { value: read(bytes, at) };
    places.set(at, there);
    return there.value;
  };
}

/** Glyphs of a coverage table, in the order of their coverage index. */
export const readCoverage = oncePerPlace((bytes, at): readonly number[] => {
  const r = new ByteReader(bytes, at);
  const format = r.uint16();
  const count = r.uint16();
  if (format === 1) return r.list(count, () => r.uint16());
  return ranges(r, count).map(([glyph]) => glyph);
});

/** Classes of glyphs; those that aren't in it have class 0. */
export const readClasses = oncePerPlace((bytes, at): ReadonlyMap<number, number> => {
  const r = new ByteReader(bytes, at);
  const format = r.uint16();
  if (format === 1) {
    const first = r.uint16();
    return new Map(r.list(r.uint16(), () => r.uint16()).map((c, i) => [first + i, c]));
  }
  return new Map(ranges(r, r.uint16()));
});

/** Lookups that a feature uses in any script and language, in their order. */
export const lookupsOf = (layout: ReadLayout, tag: string): ReadLookup[] =>
  [...new Set(layout.features.flatMap((f) => (f.tag === tag ? f.lookups : [])))]
    .sort((a, b) => a - b)
    .flatMap((i) => (i < layout.lookups.length ? [nth(layout.lookups, i)] : []));
