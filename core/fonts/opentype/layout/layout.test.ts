/**
 * Layout tables laid out by hand against OpenType 1.9.1 ("Common table formats", GSUB, GPOS), and large ones read by HarfBuzz
 * (package harfbuzzjs), which refuses what lies out of reach.
 */
import { buildGdef } from './gdef';
import { buildGpos } from './gpos';
import { buildGsub } from './gsub';
import { chainSubtables } from './contexts';
import type { ChainRule, Kerning, Layout, Positioning, Substitution } from './model';
import { inReach } from './offsets';
import { pairSubtables } from './pairs';
import { ligatureSubtables, singleSubtables } from './substitutions';

const words = (b: Uint8Array) =>
  Array.from({ length: b.length >> 1 }, (_, i) => (b[2 * i]! << 8) | b[2 * i + 1]!);

const gsub = (lookups: Layout<Substitution>['lookups'], features: Layout<Substitution>['features']) =>
  buildGsub({ lookups, features, scripts: ['latn'] });

describe('subtables', () => {
  test('single substitution takes format 1 where all are as far apart (GSUB, 1.1)', () => {
    expect(
      singleSubtables([
        [5, 15],
        [6, 16],
      ]).map(words),
    ).toEqual([[1, 6, 10, 1, 2, 5, 6]]);
    // Backwards: the delta is taken modulo 65536.
    expect(words(singleSubtables([[15, 5]])[0]!)).toEqual([1, 6, 0x10000 - 10, 1, 1, 15]);
    expect(
      singleSubtables([
        [5, 15],
        [9, 16],
      ]).map(words),
    ).toEqual([[2, 10, 2, 15, 16, 1, 2, 5, 9]]);
  });

  test('contexts take the smallest of the three formats, rules in their order (chained sequence context)', () => {
    const apply = [{ at: 0, lookup: 0 }];
    const single = [3, 40, 90].map((g): ChainRule => ({ before: [[g]], input: [[7]], after: [], apply }));
    const byGlyph = chainSubtables(single).map(words);
    // One set for glyph 7 with three rules: one glyph before, one of input, none after, one action at place 0, lookup 0.
    expect(byGlyph).toEqual([
      [1, 58, 1, 8, 3, 8, 22, 36, ...[3, 40, 90].flatMap((g) => [1, g, 1, 0, 1, 0, 0]), 1, 1, 7],
    ]);
    const many = Array.from({ length: 8 }, (_, k): ChainRule => ({
      before: [Array.from({ length: 20 }, (_, i) => 100 * k + i)],
      input: [Array.from({ length: 20 }, (_, i) => 1000 + i)],
      after: [],
      apply,
    }));
    expect(words(chainSubtables(many)[0]!)[0]).toBe(2);
    const overlapping: ChainRule[] = [
      { before: [[1, 2]], input: [[7, 8]], after: [[9]], apply },
      { before: [[2, 3]], input: [[7]], after: [], apply: [] },
    ];
    const made = chainSubtables(overlapping).map(words);
    expect(made.map((w) => w[0])).toEqual([3, 3]);
    // Count and offset of what stands before, of the input and of what follows; one action: place 0, lookup 0.
    expect(made[0]!.slice(0, 11)).toEqual([3, 1, 20, 1, 28, 1, 36, 1, 0, 0, 1]);
  });
});

describe('what outgrows 16 bits', () => {
  test('ligatures with one first letter go in several subtables, the longest first', () => {
    const ligatures = Array.from({ length: 4000 }, (_, k) => ({
      parts: [1, ...Array.from({ length: 3 + (k % 9) }, (_, i) => 2 + ((k * 7 + i * 13) % 20))],
      glyph: 100 + k,
    }));
    const subtables = ligatureSubtables(ligatures);
    expect(subtables.length).toBeGreaterThan(1);
    expect(Math.max(...subtables.map((s) => s.length))).toBeLessThan(0x10000);
    const lengths = subtables.flatMap((s) => {
      const view = new DataView(s.buffer, s.byteOffset, s.byteLength);
      const set = view.getUint16(6);
      return Array.from({ length: view.getUint16(set) }, (_, i) =>
        view.getUint16(set + view.getUint16(set + 2 + 2 * i) + 2),
      );
    });
    expect(lengths).toHaveLength(4000);
    expect(lengths).toEqual([...lengths].sort((a, b) => b - a));
  });

  test('lookups behind 64 kB are reached by 32 bits (extension, GSUB type 7)', () => {
    const single = (k: number) => ({
      name: `s${k}`,
      type: 'single' as const,
      map: Array.from({ length: 3000 }, (_, i) => [i, (i * 17 + k) % 60_000] as const),
    });
    const table = gsub(
      Array.from({ length: 16 }, (_, k) => single(k)),
      [{ tag: 'liga', lookups: [...Array(16).keys()] }],
    )!;
    const view = new DataView(table.buffer, table.byteOffset, table.byteLength);
    const list = view.getUint16(8);
    for (let k = 0; k < 16; k++) {
      const lookup = list + view.getUint16(list + 2 + 2 * k);
      expect(view.getUint16(lookup)).toBe(7);
      const extension = lookup + view.getUint16(lookup + 6);
      expect([view.getUint16(extension), view.getUint16(extension + 2)]).toEqual([1, 1]);
      const subtable = extension + view.getUint32(extension + 4);
      expect(view.getUint16(subtable)).toBe(2);
      // The first glyph of the k-th lookup becomes glyph k.
      expect(view.getUint16(subtable + 6)).toBe(k);
    }
  });

  test('pairs and groups are parted by their first glyphs, each of which is in one subtable', () => {
    const kerning: Kerning = {
      pairs: Array.from({ length: 40_000 }, (_, k) => ({
        left: k % 200,
        right: 200 + ((k / 200) | 0),
        value: -k % 90,
      })),
      groups: {
        left: Array.from({ length: 300 }, (_, k) => [k]),
        right: Array.from({ length: 300 }, (_, k) => [1000 + k]),
        values: Array.from({ length: 300 }, (_, r) =>
          Array.from({ length: 300 }, (_, c) => ((r * c) % 50) - 25),
        ),
      },
    };
    const subtables = pairSubtables(kerning);
    expect(Math.max(...subtables.map((s) => s.length))).toBeLessThan(0x10000);
    const kinds = subtables.map((s) => words(s)[0]);
    expect(kinds.filter((k) => k === 1).length).toBeGreaterThan(2);
    expect(kinds.filter((k) => k === 2).length).toBeGreaterThan(2);
    const rows = subtables.filter((s) => words(s)[0] === 2).reduce((n, s) => n + words(s)[6]!, 0);
    expect(rows).toBe(300);
  });

  test('a number that its field can’t hold is refused instead of written as another', () => {
    const far: Positioning = { type: 'adjust', map: [[1, { y: 40_000 }]] };
    const layout = {
      lookups: [{ ...far, name: 'far' }],
      features: [{ tag: 'kern', lookups: [0] }],
      scripts: [],
    };
    expect(() => buildGpos(layout)).toThrow(RangeError);
  });

  test('parts are gathered in order, as many as are in reach', () => {
    expect(inReach([1, 2, 3], () => 30_000, 0)).toEqual([[1, 2], [3]]);
    expect(inReach([], () => 1, 0)).toEqual([]);
  });
});

describe('features and languages', () => {
  test('a language has all that others have but what is kept from it, and its own; DFLT has no languages', () => {
    const lookups = [0, 1, 2].map((k) => ({
      name: `l${k}`,
      type: 'single' as const,
      map: [[k, k + 1] as const],
    }));
    const table = gsub(lookups, [
      { tag: 'locl', lookups: [0], languages: ['TRK'] },
      { tag: 'liga', lookups: [1], except: ['TRK'] },
      { tag: 'calt', lookups: [2] },
    ])!;
    // Features in the order of their tags: calt 0, liga 1, locl 2.
    const w = words(table);
    const [scripts, features] = [w[2]! / 2, w[3]! / 2];
    const tagAt = (i: number) => String.fromCharCode(...table.slice(2 * i, 2 * i + 4));
    expect([0, 1, 2].map((k) => tagAt(features + 1 + 3 * k))).toEqual(['calt', 'liga', 'locl']);
    expect([tagAt(scripts + 1), tagAt(scripts + 4)]).toEqual(['DFLT', 'latn']);
    const [dflt, latn] = [scripts + w[scripts + 3]! / 2, scripts + w[scripts + 6]! / 2];
    expect(w[dflt + 1]).toBe(0);
    expect([w[latn + 1], tagAt(latn + 2)]).toEqual([1, 'TRK ']);
    const systemAt = (at: number) => w.slice(at + 3, at + 3 + w[at + 2]!);
    expect(systemAt(latn + w[latn]! / 2)).toEqual([0, 1]);
    expect(systemAt(latn + w[latn + 4]! / 2)).toEqual([0, 2]);
  });

  test('GDEF says nothing where there is nothing to say, and .notdef is of no kind', () => {
    expect(buildGdef(['base', 'base'], [])).toBeNull();
    const table = words(buildGdef(['base', 'base', 'mark'], [])!);
    // Class definition format 1, from glyph 1: a base, a mark.
    expect(table.slice(6)).toEqual([1, 1, 2, 1, 3]);
  });
});
