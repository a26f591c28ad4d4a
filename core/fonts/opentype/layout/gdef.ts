// OpenType 1.9.1, 'GDEF' 1.0: what kind each glyph is, and where the cursor stands in ligatures; 1.3: how places vary.
import { ByteWriter } from '../bytes';
import { buildClassDef, buildCoverage } from './coverage';
import type { MarkSets } from './flags';
import { withOffsets } from './offsets';
import { variationIndex, type VarIndex } from '../variations/variationStore';

export type GlyphKind = 'none' | 'base' | 'ligature' | 'mark';
const CLASS: Readonly<Record<GlyphKind, number>> = { none: 0, base: 1, ligature: 2, mark: 3 };

/** Where the cursor stops inside a ligature, em units from where it begins; glyphs by index. */
export interface Carets {
  readonly glyph: number;
  readonly at: readonly number[];
  /** Letters that the ligature stands for. */
  readonly parts: readonly number[];
  /** Deltas of each place in a variable font; null = it stays. */
  readonly varies?: readonly (VarIndex | null)[];
}

/** A place of the cursor: format 1, or format 3 where it follows the axis of a variable font. */
function caretValue(x: number, varies: VarIndex | null): Uint8Array {
  if (!varies) return new ByteWriter().uint16(1).int16(x).done();
  return new ByteWriter().uint16(3).int16(x).uint16(6).bytes(variationIndex(varies)).done();
}

function caretList(carets: readonly Carets[]): Uint8Array {
  const sorted = [...carets].sort((a, b) => a.glyph - b.glyph);
  const ligatures = sorted.map(({ at, varies }) => {
    const values = at.map((x, i) => caretValue(x, varies?.[i] ?? null));
    return new ByteWriter().uint16(values.length).bytes(withOffsets(2, values)).done();
  });
  const head = 4;
  const coverageAt = head + ligatures.reduce((n, l) => n + l.length + 2, 0);
  return new ByteWriter()
    .uint16(coverageAt)
    .uint16(ligatures.length)
    .bytes(withOffsets(head, ligatures))
    .bytes(buildCoverage(sorted.map((c) => c.glyph)))
    .done();
}

/** Sets of marks that lookups ask for, by number (format 1). */
function markGlyphSets(sets: MarkSets): Uint8Array {
  const coverages = sets.map((s) => buildCoverage([...s].sort((a, b) => a - b)));
  const w = new ByteWriter().uint16(1).uint16(sets.length);
  let at = 4 + 4 * sets.length;
  for (const c of coverages) {
    w.uint32(at);
    at += c.length;
  }
  for (const c of coverages) w.bytes(c);
  return w.done();
}

/** What the table holds besides kinds and carets. */
export interface GdefMore {
  /** The item variation store that anchors and kerning of a variable font point into. */
  readonly places?: Uint8Array | null;
  readonly markSets?: MarkSets;
}

/** The whole table; null when there is neither a mark nor a caret nor anything more. `kinds`: by glyph index, .notdef first. */
export function buildGdef(
  kinds: readonly GlyphKind[],
  carets: readonly Carets[],
  { places = null, markSets = [] }: GdefMore = {},
): Uint8Array | null {
  const isPlain = !kinds.includes('mark') && !kinds.includes('ligature');
  if (carets.length === 0 && isPlain && !places && markSets.length === 0) return null;
  const classes = buildClassDef(new Map(kinds.map((k, i) => [i, i === 0 ? 0 : CLASS[k]])));
  const cursors = carets.length > 0 ? caretList(carets) : null;
  const sets = markSets.length > 0 ? markGlyphSets(markSets) : null;
  const [minor, head] = places ? [3, 18] : sets ? [2, 14] : [0, 12];
  const parts = [classes, cursors, sets, places];
  let at = head;
  const [atClasses = 0, atCursors = 0, atSets = 0, atPlaces = 0] = parts.map((p) => {
    const here = p ? at : 0;
    at += p?.length ?? 0;
    return here;
  });
  const w = new ByteWriter().uint16(1).uint16(minor).uint16(atClasses).uint16(0).uint16(atCursors).uint16(0);
  if (minor >= 2) w.uint16(atSets);
  if (minor >= 3) w.uint32(atPlaces);
  for (const p of parts) w.bytes(p ?? []);
  return w.done();
}
