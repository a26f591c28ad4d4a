import { removeGlyphs } from '../../core/project/document/commands/glyphs/removing';
import { NOTDEF } from '../../core/project/document/newProject';
import type { GlyphRow } from '../../core/project/document/schema';
import { useDoc, useProject } from '../store/projectStore';
import { InkButton } from '../ui/InkButton';

/** Takes a glyph out of the project; undo brings it back. */
export function RemoveGlyph({ glyph }: { glyph: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <InkButton
      tip={
        glyph.name === NOTDEF
          ? 'Every font has this sign'
          : `Take ${glyph.name} out of the font, with its kerning; undo brings it back`
      }
      disabled={glyph.name === NOTDEF}
      color="snag"
      mt="3"
      onClick={() => commit(removeGlyphs(doc, [glyph.id]))}
    >
      Remove this glyph
    </InkButton>
  );
}
