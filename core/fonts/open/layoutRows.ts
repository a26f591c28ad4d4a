import { nth } from '../../foundations/lists/nth';
import { FLAG } from '../opentype/layout/flags';
import type { Kerning } from '../opentype/layout/model';
import { lookupsOf, readLayout, type ReadFeature, type ReadLayout } from '../opentype/read/layout/common';
import { isPlainKerning } from '../opentype/read/layout/movements';
import { kerningOfKern, kerningOfLookups } from '../opentype/read/layout/pairs';
import { readGdef, type ReadGdef } from '../opentype/read/readGdef';
import { carriedFacts } from './carried/carriedFacts';
import { carriedRules } from './carried/carriedRules';
import { readAnchors, type ReadAnchor, type ReadAnchors } from './readAnchors';
import { exchangesOf, ligaturesOf } from '../opentype/read/layout/substitutions';
import type { FontFile } from '../opentype/read/readFont';
import { EXCHANGING, type Rule } from '../../project/document/rows/features';

/** What is read of a font's layout tables, glyphs by index, and the features that nothing here says. */
export interface ReadSetting {
  readonly kerning: Kerning;
  readonly anchors: readonly ReadAnchor[];
  /** Rules that name glyphs by ids. */
  readonly rules: readonly Rule[];
  readonly leftOut: readonly string[];
}

const NO_KERNING: Kerning = { pairs: [], groups: { left: [], right: [], values: [] } };
const LIGATURES = ['liga', 'clig', 'dlig', 'hlig'] as const;
/** What a font's layout tables say, glyphs by index: read once a font, since looking at it and opening it both ask. */
interface ReadTables {
  readonly gsub: ReadLayout | null;
  readonly gpos: ReadLayout | null;
  readonly gdef: ReadGdef;
  readonly placed: ReadAnchors;
  /** Numbers of the lookups that are kerning as letters have it here. */
  readonly kerned: readonly number[];
  readonly kerning: Kerning;
}

/** What of a font its layout is read of: of features text only that is there. */
export type LayoutSource = Pick<FontFile, 'tables' | 'contours' | 'vary' | 'glyphNames'> & {
  readonly os2: Pick<FontFile['os2'], 'sxHeight'>;
};

const tablesRead = new WeakMap<LayoutSource, ReadTables>();

function tablesOf(font: LayoutSource): ReadTables {
  const known = tablesRead.get(font);
  if (known) return known;
  const table = (tag: 'GSUB' | 'GPOS'): ReadLayout | null => {
    const bytes = font.tables.get(tag);
    return bytes ? readLayout(bytes, tag, font.vary) : null;
  };
  const [gsub, gpos] = [table('GSUB'), table('GPOS')];
  const gdef = readGdef(font.tables.get('GDEF'));
  const kerned = gpos ? plainKerning(gpos) : [];
  const placed = gpos ? readAnchors(gpos, gdef, font.os2.sxHeight / 2) : NO_ANCHORS;
  const made = { gsub, gpos, gdef, placed, kerned, kerning: kerningOf(font, gpos, kerned) };
  tablesRead.set(font, made);
  return made;
}

/** `idOf`: the id of a glyph by its index. */
export function readSetting(font: LayoutSource, idOf: (glyph: number) => string): ReadSetting {
  const { gsub, gpos, gdef, placed, kerned, kerning } = tablesOf(font);
  const shared = { gdef, count: font.contours.length, idOf };
  const ruled = gsub ? rulesOf(gsub, idOf) : [];
  const known = new Set([...ruled.flatMap(tagsOf), 'aalt']);
  const unruled = (f: ReadFeature) => (known.has(f.tag) ? [] : f.lookups);
  const carried = [
    ...(gsub ? [carriedRules({ ...shared, table: 'GSUB', layout: gsub, unsaid: unruled })] : []),
    ...(gpos ? [carriedRules({ ...shared, table: 'GPOS', layout: gpos, unsaid: (f) => unsaidPlaces(f, placed.said, kerned) })] : []),
  ];
  const joined = new Set(ruled.flatMap((r) => (r.kind === 'ligature' && r.feature === 'liga' ? [r.to] : [])));
  const facts = carriedFacts({ font, joined, gdef, idOf, layouts: [gsub, gpos].flatMap((l) => l ?? []) });
  return {
    kerning,
    anchors: placed.anchors,
    rules: [...ruled, ...carried.flatMap((c) => c.rules), ...facts],
    leftOut: [...new Set(carried.flatMap((c) => [...c.leftOut]))].sort(),
  };
} // prettier-ignore

const NO_ANCHORS: ReadAnchors = { anchors: [], said: new Set() };
/** Features whose lookups are made anew of letters, their anchors and their kerning (features' planLayout). */
const OF_LETTERS = new Set(['mark', 'mkmk', 'curs']);

const unsaidPlaces = (
  f: ReadFeature,
  said: ReadonlySet<number>,
  kerned: readonly number[],
): readonly number[] => {
  if (f.tag === 'kern') return f.lookups.filter((l) => !kerned.includes(l));
  return OF_LETTERS.has(f.tag) ? f.lookups.filter((l) => !said.has(l)) : f.lookups;
};

/** Numbers of the lookups that are kerning as letters have it here. */
const plainKerning = (gpos: ReadLayout): number[] =>
  [...new Set(gpos.features.flatMap((f) => (f.tag === 'kern' ? f.lookups : [])))]
    .sort((a, b) => a - b)
    .filter((i) => {
      const l = gpos.lookups[i];
      return l !== undefined && isPlainKerning(gpos, l);
    });

function kerningOf(font: LayoutSource, gpos: ReadLayout | null, kerned: readonly number[]): Kerning {
  const lookups = kerned.flatMap((i) => gpos?.lookups[i] ?? []);
  if (gpos && lookups.length > 0) return kerningOfLookups(gpos, lookups, font.contours.length);
  if (gpos?.features.some((f) => f.tag === 'kern')) return NO_KERNING;
  const old = font.tables.get('kern');
  return old ? kerningOfKern(old) : NO_KERNING;
}

const tagsOf = (r: Rule): string[] =>
  r.kind === 'ligature' || r.kind === 'exchange' ? [r.feature] : r.kind === 'language' ? ['locl'] : [];

/** Rules of features that rules say wholly; the others are carried as they are. */
function rulesOf(gsub: ReadLayout, idOf: (glyph: number) => string): Rule[] {
  const tags = [...new Set(gsub.features.map((f) => f.tag))].sort();
  return [
    ...LIGATURES.flatMap((feature) => ligatureRules(gsub, feature, idOf)),
    ...tags.filter((t) => EXCHANGING.test(t)).flatMap((feature) => exchangeRule(gsub, feature, idOf)),
    ...languageRules(gsub, idOf),
  ];
}

function ligatureRules(gsub: ReadLayout, feature: (typeof LIGATURES)[number], idOf: (glyph: number) => string): Rule[] {
  const found = lookupsOf(gsub, feature);
  // Rules see all glyphs between the letters that they join.
  if (found.some((l) => (l.flags & ~FLAG.rightToLeft) !== 0)) return [];
  const lookups = found.map((l) => ligaturesOf(gsub, l));
  if (lookups.some((l) => l === null || l.some((one) => one.parts.length < 2))) return [];
  return lookups.flatMap((l) => l ?? []).map(({ parts, glyph }): Rule => ({ kind: 'ligature', parts: parts.map(idOf), to: idOf(glyph), feature }));
} // prettier-ignore

/** Drawings of a feature; none where it does something that a rule doesn't say. */
function exchangeRule(gsub: ReadLayout, feature: string, idOf: (glyph: number) => string): Rule[] {
  const lookups = lookupsOf(gsub, feature).map((l) => exchangesOf(gsub, l));
  const swaps = new Map(lookups.flatMap((l) => [...(l ?? [])]));
  if (swaps.size === 0 || lookups.some((l) => l === null)) return [];
  const made = [...swaps].map(([from, to]) => ({ from: idOf(from), to: to.map(idOf) }));
  return [{ kind: 'exchange', feature, label: '', swaps: made }];
}

/** What single languages exchange, by their tags; none where more than that is done for languages. */
function languageRules(gsub: ReadLayout, idOf: (glyph: number) => string): Rule[] {
  const uses = gsub.features.filter((f) => f.tag === 'locl');
  const swapsOf = new Map<string, Map<number, number>>();
  for (const f of uses) {
    const language = f.language?.trim() ?? '';
    const swaps = swapsOf.get(language) ?? new Map<number, number>();
    swapsOf.set(language, swaps);
    for (const l of f.lookups) {
      const exchanges = exchangesOf(gsub, nth(gsub.lookups, l));
      if (!exchanges || !/^[A-Z]{3,4}$/.test(language)) return [];
      for (const [from, to] of exchanges) swaps.set(from, nth(to, 0));
    }
  }
  return [...swapsOf].flatMap(([language, swaps]): Rule[] => {
    const made = [...swaps].map(([from, to]) => ({ from: idOf(from), to: idOf(to) }));
    return made.length === 0 ? [] : [{ kind: 'language', languages: [language], swaps: made }];
  });
}
