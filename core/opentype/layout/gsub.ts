// OpenType 1.9.1, 'GSUB': ligature substitution (lookup type 4).
import { ByteWriter } from '../bytes';
import { buildCoverage } from './coverage';
import { buildLayout } from './layoutTable';

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

/** The whole table with feature "liga"; null without ligatures. */
export function buildGsub(ligatures: readonly Ligature[]): Uint8Array | null {
  if (ligatures.length === 0) return null;
  const firsts = [...new Set(ligatures.map((l) => l.parts[0]!))].sort((a, b) => a - b);
  const sets = firsts.map((first) => buildSet(ligatures.filter((l) => l.parts[0] === first)));
  let offset = 6 + 2 * sets.length;
  const coverageAt = offset + sets.reduce((n, s) => n + s.length, 0);
  const w = new ByteWriter().uint16(1).uint16(coverageAt).uint16(sets.length);
  for (const s of sets) {
    w.uint16(offset);
    offset += s.length;
  }
  for (const s of sets) w.bytes(s);
  const subtable = w.bytes(buildCoverage(firsts)).done();
  return buildLayout([{ tag: 'liga', type: 4, subtables: [subtable] }]);
}
