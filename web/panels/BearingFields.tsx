import { setBearings } from '../../core/document/commands/fitting';
import type { GlyphRow } from '../../core/document/schema';
import { useDoc, useProject } from '../store/projectStore';
import { NumberField } from '../ui/NumberField';

/** Both side bearings of a glyph, typed; values that would pass each other are refused by the command. */
export function BearingFields({ glyph }: { glyph: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <>
      <NumberField
        label="Left bearing"
        unit="u"
        value={glyph.bearings.left}
        onChange={(left) => commit(setBearings(doc, glyph.id, { left }))}
      />
      <NumberField
        label="Right bearing"
        unit="u"
        value={glyph.bearings.right}
        onChange={(right) => commit(setBearings(doc, glyph.id, { right }))}
      />
    </>
  );
}
