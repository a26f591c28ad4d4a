// OpenType 1.9.1, 'GDEF' 1.0: what kind each glyph is, and where the cursor stands in ligatures.
import { ByteWriter } from '../bytes';
import { buildClassDef, buildCoverage } from './coverage';
import { withOffsets } from './offsets';

export type GlyphKind = 'base' | 'ligature' | 'mark';
const CLASS: Readonly<Record<GlyphKind, number>> = { base: 1, ligature: 2, mark: 3 };

/** Where the cursor stops inside a ligature, em units from where it begins; glyphs by index. */
export interface Carets {
  readonly glyph: number;
  readonly at: readonly number[];
}

function caretList(carets: readonly Carets[]): Uint8Array {
  const sorted = [...carets].sort((a, b) => a.glyph - b.glyph);
  const ligatures = sorted.map(({ at }) => {
    const values = at.map((x) => new ByteWriter().uint16(1).int16(x).done());
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

/** The whole table; null when there is neither a mark nor a caret. `kinds`: by glyph index, .notdef first. */
export function buildGdef(kinds: readonly GlyphKind[], carets: readonly Carets[]): Uint8Array | null {
  if (carets.length === 0 && !kinds.includes('mark')) return null;
  const classes = buildClassDef(new Map(kinds.map((k, i) => [i, i === 0 ? 0 : CLASS[k]])));
  const head = 12;
  return new ByteWriter()
    .uint16(1)
    .uint16(0)
    .uint16(head)
    .uint16(0)
    .uint16(carets.length > 0 ? head + classes.length : 0)
    .uint16(0)
    .bytes(classes)
    .bytes(carets.length > 0 ? caretList(carets) : [])
    .done();
}
