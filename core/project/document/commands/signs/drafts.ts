import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import type { ComponentRow, Doc } from '../../schema';
import { glyphOfCharacter } from '../lines/seatInto';
import type { Parts } from '../../signs/parts';
import { drawn, recipeFor } from '../../signs/signs';
import { draftable } from '../../queries/glyphs';

/** Makes drafts of signs, as one step. */
export function makeDrafts(doc: Doc, list: string): ProjectDiff | null {
  const d = draft(doc);
  const { lines, unitsPerEm, styleId } = projectOf(doc);
  const parts: Parts = { lines, unitsPerEm, box: (char) => contoursBox(drawn(doc, char)!.contours)! };
  for (const char of draftable(doc, list)) {
    const components: ComponentRow[] = [];
    const contours: Contour[] = [];
    recipeFor(doc, char)!
      .make(parts)
      .forEach(([from, transform], i) => {
        const part = drawn(doc, from)!;
        const id = `c${i + 1}`;
        components.push({ id, glyphId: part.id, transform, mark: null });
        contours.push(...transformContours(part.contours, transform).map((c) => ({ ...c, of: id })));
      });
    d.put('glyphs', {
      ...glyphOfCharacter(d, char.codePointAt(0)!, styleId),
      contours,
      components,
      draft: true,
    });
  }
  return d.done('Make drafts of signs');
}

/** Accepts drafts as they are. */
export function acceptDrafts(doc: Doc, ids: readonly string[]): ProjectDiff | null {
  const d = draft(doc);
  for (const id of ids) {
    const glyph = doc.glyphs[id];
    if (glyph?.draft) d.put('glyphs', { ...glyph, draft: false });
  }
  return d.done(ids.length === 1 ? 'Accept a draft' : 'Accept drafts');
}
