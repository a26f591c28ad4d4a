import { EXCHANGING } from '../../project/document/rows/features';
import { partsOfLigature, partsOfVariant } from '../../type/names/nameRules';
import type { Ligature } from '../opentype/layout/model';

/** Further drawings of a glyph, asked for by a feature's tag; the first is taken when only "on" is said. */
export interface Alternates {
  readonly tag: string;
  readonly glyph: number;
  readonly drawings: readonly number[];
}

/** All other drawings of a letter, as a.alt1. */
const OTHERWISE = 'salt';
/** A drawing for some languages, as i.loclTRK: chosen by them and not by people. */
const FOR_LANGUAGE = /^locl([A-Z]{3,4})$/;
/** Drawings that take turns without a rule of their own. */
export const IN_TURN = /^alt\d+$/;

/** Drawings of a letter that lean, by the last part of their names, and which way they are turned: 1 = against the clock. */
export const LEANING = [
  { suffix: 'lean1', way: 1 },
  { suffix: 'lean2', way: -1 },
] as const;

const LEANS = /\.lean[12]$/;
/** What a leaning drawing is called when it stands upright; any other name is its own. */
export const uprightName = (name: string): string => name.replace(LEANS, '');

interface Named {
  readonly name: string;
  readonly codePoints: readonly number[];
}

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

/** A drawing by its name, and what it is a drawing of. */
function* drawingsWith(rows: readonly Named[], suffix: RegExp) {
  const index = indexOf(rows);
  for (const [drawing, row] of rows.entries()) {
    const parts = row.codePoints.length === 0 ? partsOfVariant(row.name) : null;
    const found = parts && suffix.exec(parts.suffix);
    const glyph = parts ? index.get(parts.base) : undefined;
    if (found && glyph !== undefined) yield { glyph, drawing, found };
  }
}

/** Drawings for languages, by OpenType language system tag: i.loclTRK stands for i in Turkish. */
export function languagesByName(rows: readonly Named[]): Map<string, [number, number][]> {
  const out = new Map<string, [number, number][]>();
  for (const { glyph, drawing, found } of drawingsWith(rows, FOR_LANGUAGE)) {
    const tag = found[1] ?? '';
    out.set(tag, [...(out.get(tag) ?? []), [glyph, drawing]]);
  }
  return out;
}

/** Letters with further drawings called alt1, alt2 ..., which take turns with them, in the order of their names. */
export function turnsByName(rows: readonly Named[]): Map<number, number[]> {
  const out = new Map<number, number[]>();
  const all = [...drawingsWith(rows, IN_TURN)];
  const number = (i: number) => Number(/\d+$/.exec(rows[i]?.name ?? '')?.[0]);
  for (const { glyph, drawing } of all.sort((a, b) => number(a.drawing) - number(b.drawing)))
    out.set(glyph, [...(out.get(glyph) ?? []), drawing]);
  return out;
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
    if (FOR_LANGUAGE.test(parts.suffix)) continue;
    const tag = EXCHANGING.test(parts.suffix) ? parts.suffix : OTHERWISE;
    const key = `${tag} ${glyph}`;
    const own = found.get(key) ?? { tag, glyph, drawings: [] };
    own.drawings.push(drawing);
    found.set(key, own);
  }
  return [...found.values()];
}

/** Glyphs that have drawings which lean to either side, with those, in the order of `LEANING`. */
export function leaningByName(rows: readonly Named[]): Map<number, number[]> {
  const index = indexOf(rows);
  return new Map(
    rows.flatMap(({ name }, glyph): [number, number[]][] => {
      const both = LEANING.flatMap(({ suffix }) => index.get(`${name}.${suffix}`) ?? []);
      return both.length === LEANING.length ? [[glyph, both]] : [];
    }),
  );
}
