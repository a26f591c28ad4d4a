import type { GlyphRow } from '../../project/document/schema';
import { partsOfLigature, partsOfVariant } from '../../type/names/nameRules';
import type { Alternates, Ligature } from '../opentype/layout/gsub';

/**
 * Features that choose another drawing of a glyph and nothing else (OpenType 1.9.1, "Registered features"): a drawing that is called
 * by one of them, as a.ss01 or one.onum, is found under it.
 */
const CHOSEN_BY =
  /^(ss(0[1-9]|1\d|20)|cv(0[1-9]|[1-9]\d)|salt|swsh|cswh|titl|smcp|c2sc|pcap|c2pc|unic|onum|lnum|pnum|tnum|sups|subs|sinf|ordn|zero|case|hist|cpct)$/;
/** All other drawings of a letter, as a.alt1. */
const OTHERWISE = 'salt';

type Named = Pick<GlyphRow, 'name' | 'codePoints'>;

const indexOf = (rows: readonly Named[]) => new Map(rows.map((g, i) => [g.name, i]));

/** Ligatures by their names: f_i stands for f and i wherever both are in the font. Numbers are places among the rows. */
export function ligaturesByName(rows: readonly Named[]): Ligature[] {
  const index = indexOf(rows);
  return rows.flatMap(({ name, codePoints }, glyph): Ligature[] => {
    if (codePoints.length > 0 || name.includes('.')) return [];
    const parts = partsOfLigature(name)?.map((p) => index.get(p));
    return parts && parts.every((p) => p !== undefined) ? [{ parts: parts as number[], glyph }] : [];
  });
}

/** Further drawings by their names, for what they are drawings of; several under one feature in the order of their names. */
export function drawingsByName(rows: readonly Named[]): Alternates[] {
  const index = indexOf(rows);
  const found = new Map<string, { tag: string; glyph: number; drawings: number[] }>();
  const named = rows
    .map((row, drawing) => ({ row, drawing, parts: partsOfVariant(row.name) }))
    .sort((a, b) => (a.row.name < b.row.name ? -1 : 1));
  for (const { row, drawing, parts } of named) {
    const glyph = parts && row.codePoints.length === 0 ? index.get(parts.base) : undefined;
    if (!parts || glyph === undefined) continue;
    const tag = CHOSEN_BY.test(parts.suffix) ? parts.suffix : OTHERWISE;
    const key = `${tag} ${glyph}`;
    const own = found.get(key) ?? { tag, glyph, drawings: [] };
    own.drawings.push(drawing);
    found.set(key, own);
  }
  return [...found.values()];
}
