import { nth } from '../../foundations/lists/nth';
import type { Kerning, Place } from '../opentype/layout/model';
import { readJoins, readMarks } from '../opentype/read/layout/attachments';
import { lookupsOf, readLayout, type ReadLayout } from '../opentype/read/layout/common';
import { kerningOfKern, kerningOfLookups } from '../opentype/read/layout/pairs';
import { carriedRules } from './carriedRules';
import { exchangesOf, ligaturesOf } from '../opentype/read/layout/substitutions';
import type { FontFile } from '../opentype/read/readFont';
import { EXCHANGING, type Rule } from '../../project/document/rows/features';

/** A named place of a glyph, glyphs by index. */
interface ReadAnchor {
  readonly glyph: number;
  readonly name: string;
  readonly at: Place;
}

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
/** Made of the letters and their anchors without rules (compile's planLayout). */
const MADE_ANEW = new Set(['kern', 'mark', 'mkmk', 'curs', 'aalt']);
const TYPE = { cursive: 3, markToBase: 4, markToMark: 6 } as const;

/** `idOf`: the id of a glyph by its index. */
export function readSetting(font: FontFile, idOf: (glyph: number) => string): ReadSetting {
  const table = (tag: 'GSUB' | 'GPOS'): ReadLayout | null => {
    const bytes = font.tables.get(tag);
    return bytes ? readLayout(bytes, tag, font.vary) : null;
  };
  const [gsub, gpos] = [table('GSUB'), table('GPOS')];
  const ruled = gsub ? rulesOf(gsub, idOf) : [];
  const known = new Set([...ruled.flatMap(tagsOf), ...MADE_ANEW]);
  const count = font.contours.length;
  const carried = gsub ? carriedRules(gsub, known, { count, idOf }) : { rules: [], tags: new Set<string>() };
  const rules = [...ruled, ...carried.rules];
  const said = new Set([...known, ...carried.tags]);
  const tags = new Set([...(gsub?.features ?? []), ...(gpos?.features ?? [])].map((f) => f.tag));
  return {
    kerning: kerningOf(font, gpos),
    anchors: gpos ? anchorsOf(font, gpos) : [],
    rules,
    leftOut: [...tags].filter((t) => !said.has(t)).sort(),
  };
}

function kerningOf(font: FontFile, gpos: ReadLayout | null): Kerning {
  const lookups = gpos ? lookupsOf(gpos, 'kern') : [];
  if (gpos && lookups.length > 0) return kerningOfLookups(gpos, lookups, font.contours.length);
  const old = font.tables.get('kern');
  return old ? kerningOfKern(old) : NO_KERNING;
}

/** Anchors of marks and letters; a class of marks is called by where its letters have it, and numbered when several lie there. */
function anchorsOf(font: FontFile, gpos: ReadLayout): ReadAnchor[] {
  const anchors = new Map<string, ReadAnchor>();
  const taken = new Map<string, number>();
  const put = (a: ReadAnchor) => {
    const key = `${a.glyph} ${a.name}`;
    if (!anchors.has(key)) anchors.set(key, a);
  };
  const middle = font.os2.sxHeight / 2;
  const fresh = (ys: readonly number[]): string => {
    const mean = ys.reduce((n, y) => n + y, 0) / Math.max(1, ys.length);
    const name = mean > middle ? 'top' : 'bottom';
    const count = (taken.get(name) ?? 0) + 1;
    taken.set(name, count);
    return count === 1 ? name : `${name}${count}`;
  };
  const markOf = new Map<number, string>();
  for (const [tag, type] of [['mark', TYPE.markToBase], ['mkmk', TYPE.markToMark]] as const)
    for (const lookup of lookupsOf(gpos, tag).filter((l) => l.type === type))
      for (const { at } of lookup.subtables) {
        const { classes, marks, bases } = readMarks(gpos, at);
        for (let c = 0; c < classes; c++) {
          const own = marks.filter((m) => m.markClass === c && !(markOf.has(m.glyph) && type === TYPE.markToBase));
          const known = marks.flatMap((m) => (m.markClass === c ? (markOf.get(m.glyph) ?? []) : []))[0];
          const places = bases.flatMap((b): { glyph: number; at: Place }[] => {
            const at = b.at[c];
            return at ? [{ glyph: b.glyph, at }] : [];
          });
          if (places.length === 0 || (own.length === 0 && known === undefined)) continue;
          const name = known ?? fresh(places.map((p) => p.at.y));
          for (const m of own) {
            if (!markOf.has(m.glyph)) put({ glyph: m.glyph, name: `_${name}`, at: m.at });
            markOf.set(m.glyph, markOf.get(m.glyph) ?? name);
          }
          // Marks stand on marks alone: what isn't one has no such place.
          for (const p of places) if (type === TYPE.markToBase || markOf.has(p.glyph)) put({ ...p, name });
        }
      }
  for (const lookup of lookupsOf(gpos, 'curs').filter((l) => l.type === TYPE.cursive))
    for (const { at } of lookup.subtables)
      for (const { glyph, entry, exit } of readJoins(gpos, at)) {
        if (entry) put({ glyph, name: 'entry', at: entry });
        if (exit) put({ glyph, name: 'exit', at: exit });
      }
  return [...anchors.values()];
} // prettier-ignore

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
  const lookups = lookupsOf(gsub, feature).map((l) => ligaturesOf(gsub, l));
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
