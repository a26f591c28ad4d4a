import { translation } from '../../../../foundations/geometry/affine';
import { type ProjectDiff, draft } from '../../changes/diff';
import { projectOf } from '../../newProject';
import { smallToMake } from '../../queries/glyphs';
import type { Doc } from '../../schema';
import { glyphOfCharacter } from '../lines/seatInto';
import { glyphOfCodePoint } from '../../queries/lookups';

/** Small letters as shared parts of their capitals, following when those change. One step. */
export function smallFromCapitals(doc: Doc): ProjectDiff | null {
  const d = draft(doc);
  const { styleId } = projectOf(doc);
  for (const char of smallToMake(doc)) {
    const capital = glyphOfCodePoint(doc, char.toUpperCase().codePointAt(0)!)!;
    d.put('glyphs', {
      ...glyphOfCharacter(d, char.codePointAt(0)!, styleId),
      contours: capital.contours.map((c) => ({ ...c, of: 'c1' })),
      components: [{ id: 'c1', glyphId: capital.id, transform: translation(0, 0), mark: null }],
      anchors: capital.anchors,
      bearings: capital.bearings,
      spacing: 'fitted',
      follows: { left: capital.id, right: capital.id },
    });
  }
  return d.done('Make small letters of capitals');
}
