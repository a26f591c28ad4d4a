// OpenType 1.9.1, 'GSUB': single (lookup type 1), alternate (3) and ligature substitution (4).
import { ByteWriter } from '../bytes';
import { buildCoverage } from './coverage';
import { buildLayout, type Feature } from './layoutTable';

/** A run of glyphs that becomes one. Glyph indices; two parts at least. */
export interface Ligature {
  readonly parts: readonly number[];
  readonly glyph: number;
}

/** A set of ligatures by their first glyph, longer ones first: the first that fits is taken. */
function buildSet(ligatures: readonly Ligature[]): Uint8Array {
  const sorted = [...ligatures].sort((a, b) => b.parts.length - a.parts.length);
  const tables = sorted.map(({ parts, glyph }) => {
    const w = new ByteWriter().uint16(glyph).uint16(parts.length);
    for (const p of parts.slice(1)) w.uint16(p);
    return w.done();
  });
  const w = new ByteWriter().uint16(tables.length);
  let offset = 2 + 2 * tables.length;
  for (const t of tables) {
    w.uint16(offset);
    offset += t.length;
  }
  for (const t of tables) w.bytes(t);
  return w.done();
}

/** A set of further drawings of a glyph, asked for by a feature's tag; the first is taken when only "on" is said. */
export interface Alternates {
  readonly tag: string;
  readonly glyph: number;
  readonly drawings: readonly number[];
}

/** A subtable: its head, offsets to sets that follow each other, and the coverage of the glyphs that they are for. */
function withSets(glyphs: readonly number[], sets: readonly Uint8Array[]): Uint8Array {
  let offset = 6 + 2 * sets.length;
  const coverageAt = offset + sets.reduce((n, s) => n + s.length, 0);
  const w = new ByteWriter().uint16(1).uint16(coverageAt).uint16(sets.length);
  for (const s of sets) {
    w.uint16(offset);
    offset += s.length;
  }
  for (const s of sets) w.bytes(s);
  return w.bytes(buildCoverage(glyphs)).done();
}

/** Lookup type 4. */
function buildLigatures(ligatures: readonly Ligature[]): Uint8Array {
  const firsts = [...new Set(ligatures.map((l) => l.parts[0]!))].sort((a, b) => a - b);
  return withSets(
    firsts,
    firsts.map((first) => buildSet(ligatures.filter((l) => l.parts[0] === first))),
  );
}

const byGlyph = (all: readonly Alternates[]) => [...all].sort((a, b) => a.glyph - b.glyph);

/** Lookup type 1, format 2: one drawing for another. */
function buildSingle(all: readonly Alternates[]): Uint8Array {
  const sorted = byGlyph(all);
  const w = new ByteWriter()
    .uint16(2)
    .uint16(6 + 2 * sorted.length)
    .uint16(sorted.length);
  for (const { drawings } of sorted) w.uint16(drawings[0]!);
  return w.bytes(buildCoverage(sorted.map((a) => a.glyph))).done();
}

/** Lookup type 3: a choice of drawings. */
function buildAlternates(all: readonly Alternates[]): Uint8Array {
  const sorted = byGlyph(all);
  const sets = sorted.map(({ drawings }) => {
    const w = new ByteWriter().uint16(drawings.length);
    for (const d of drawings) w.uint16(d);
    return w.done();
  });
  return withSets(
    sorted.map((a) => a.glyph),
    sets,
  );
}

/** The whole table: ligatures under "liga", further drawings under their tags; null without any. */
export function buildGsub(
  ligatures: readonly Ligature[],
  alternates: readonly Alternates[] = [],
): Uint8Array | null {
  const tags = [...new Set(alternates.map((a) => a.tag))];
  const features = tags.map((tag): Feature => {
    const own = alternates.filter((a) => a.tag === tag);
    return own.every((a) => a.drawings.length === 1)
      ? { tag, type: 1, subtables: [buildSingle(own)] }
      : { tag, type: 3, subtables: [buildAlternates(own)] };
  });
  if (ligatures.length > 0) features.push({ tag: 'liga', type: 4, subtables: [buildLigatures(ligatures)] });
  return buildLayout(features.sort((a, b) => (a.tag < b.tag ? -1 : 1)));
}
