// OpenType 1.9.1, 'GDEF' 1.0: what kind each glyph is, and where the cursor stands in ligatures; 1.3: how places vary.
import { ByteWriter } from '../bytes';
import { buildClassDef, buildCoverage } from './coverage';
import { withOffsets } from './offsets';
import { variationIndex, type VarIndex } from '../variations/variationStore';

export type GlyphKind = 'base' | 'ligature' | 'mark';
const CLASS: Readonly<Record<GlyphKind, number>> = { base: 1, ligature: 2, mark: 3 };

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

/**
 * The whole table; null when there is neither a mark nor a caret nor a place that varies. `kinds`: by glyph index, .notdef first.
 * `places`: the item variation store that anchors and kerning of a variable font point into.
 */
export function buildGdef(
  kinds: readonly GlyphKind[],
  carets: readonly Carets[],
  places: Uint8Array | null = null,
): Uint8Array | null {
  if (carets.length === 0 && !kinds.includes('mark') && !places) return null;
  const classes = buildClassDef(new Map(kinds.map((k, i) => [i, i === 0 ? 0 : CLASS[k]])));
  const cursors = carets.length > 0 ? caretList(carets) : null;
  const head = places ? 18 : 12;
  const w = new ByteWriter()
    .uint16(1)
    .uint16(places ? 3 : 0)
    .uint16(head)
    .uint16(0)
    .uint16(cursors ? head + classes.length : 0)
    .uint16(0);
  if (places) w.uint16(0).uint32(head + classes.length + (cursors?.length ?? 0));
  return w
    .bytes(classes)
    .bytes(cursors ?? [])
    .bytes(places ?? [])
    .done();
}
