import { projectOf } from '../../core/project/document/newProject';
import { advanceOf, placedContours } from '../../core/project/document/queries/metrics';
import type { Doc, GlyphRow } from '../../core/project/document/schema';
import { compose, scaling, translation } from '../../core/foundations/geometry/affine';
import { transformContours } from '../../core/foundations/geometry/contour';
import { contoursBox } from '../../core/foundations/geometry/measure';
import { pathData } from '../../core/readers/svg/pathData';

/** A few of a project's letters, for the list of projects: path data in em units, y down, and where they lie. */
export interface ProjectPicture {
  readonly d: string;
  readonly viewBox: string;
}

/** Letters that tell one hand from another soonest; what is there of them is shown, else what comes first. */
const TELLING = 'RagneBdkyQ&';
const MOST_LETTERS = 5;
/** A picture longer than this isn't kept: the list of projects has to be light. */
const MOST_CHARACTERS = 12_000;

/** Edits that leave the letters alone don't draw them again. */
let last: { readonly of: readonly GlyphRow[]; readonly made: ProjectPicture | null } | null = null;

/** The letters to show, in the order of `TELLING`. */
function letters(doc: Doc): GlyphRow[] {
  const { styleId } = projectOf(doc);
  const drawn = Object.values(doc.glyphs).filter(
    (g) => g.styleId === styleId && g.codePoints.length > 0 && g.contours.some((c) => c.closed),
  );
  const byChar = new Map(drawn.map((g) => [String.fromCodePoint(g.codePoints[0]!), g]));
  const telling = [...TELLING].flatMap((c) => byChar.get(c) ?? []);
  return [...new Set([...telling, ...drawn])].slice(0, MOST_LETTERS);
}

/** A picture of a project by a few of its letters; null while none is drawn. */
export function pictureOfProject(doc: Doc): ProjectPicture | null {
  const of = letters(doc);
  if (last?.of.length === of.length && of.every((g, i) => g === last!.of[i])) return last.made;
  const made = pictureOf(of);
  last = { of, made };
  return made;
}

function pictureOf(glyphs: readonly GlyphRow[]): ProjectPicture | null {
  let x = 0;
  const placed = glyphs.flatMap((glyph) => {
    const at = compose(translation(x, 0), scaling(1, -1));
    x += advanceOf(glyph);
    return transformContours(placedContours(glyph), at);
  });
  const box = contoursBox(placed);
  const d = pathData(placed, 0);
  if (!box || d.length > MOST_CHARACTERS) return null;
  const [left, top] = [Math.floor(box.xMin), Math.floor(box.yMin)];
  return { d, viewBox: `${left} ${top} ${Math.ceil(box.xMax) - left} ${Math.ceil(box.yMax) - top}` };
}
