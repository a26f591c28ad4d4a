import { translation } from '../../../foundations/geometry/affine';
import { mapGuide } from '../../../outlines/dress/guides';
import { projectOf } from '../newProject';
import type { Doc, GlyphRow, GuideRow } from '../schema';
import { originX } from './metrics';

/** A guide as a letter's bench shows it: measured from where the letter begins; `own` ones belong to that letter alone. */
export type ShownGuide = GuideRow & { readonly own: boolean };

/** The font's guides and the letter's own. */
export function guidesOf(doc: Doc, glyph: GlyphRow): ShownGuide[] {
  const shift = translation(-originX(glyph), 0);
  return [
    ...projectOf(doc).ownLines.map((g) => ({ ...g, own: false })),
    ...glyph.guides.map((g) => ({ ...mapGuide(g, shift), own: true })),
  ];
}
