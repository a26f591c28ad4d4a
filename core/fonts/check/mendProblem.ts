import { counted } from '../../foundations/problems/counted';
import type { Problem } from '../../foundations/problems/problem';
import { draft, type ProjectDiff } from '../../project/document/changes/diff';
import { removeCodePoint } from '../../project/document/commands/glyphs/codePoints';
import { removeGlyphs } from '../../project/document/commands/glyphs/removing';
import { mendOne } from '../../project/document/commands/outline/cleaning';
import { outlineOf } from '../../project/document/commands/outline/edit';
import { acceptUnread } from '../../project/document/commands/pieces/named';
import { setBearings } from '../../project/document/commands/spacing/bearings';
import { dropKerning } from '../../project/document/commands/spacing/kerning';
import { glyphNamed, idFor } from '../../project/document/identity';
import { editAll } from '../../project/document/inStep/edit';
import { projectOf, standingGlyphs } from '../../project/document/newProject';
import { inStyle, ofWhole, stylesInOrder } from '../../project/document/queries/styles';
import type { Doc, GlyphRow } from '../../project/document/schema';

/** What one press does about a problem. */
export interface Mend {
  readonly label: string;
  /** Nobody could want it otherwise: done with all other safe ones at once. */
  readonly safe: boolean;
  /** The edit on the view of the problem’s style; null when the problem is gone. */
  readonly make: (doc: Doc) => ProjectDiff | null;
}

/** White at both sides of a letter whose bearings passed each other, em units (common practice, no published source). */
const WHITE = 50;

const ofGlyph =
  (p: Problem, make: (doc: Doc, glyph: GlyphRow) => ProjectDiff | null) =>
  (doc: Doc): ProjectDiff | null => {
    const glyph = p.place.glyph === undefined ? undefined : glyphNamed(doc, p.place.glyph);
    return glyph ? make(doc, glyph) : null;
  };

/** One contour of a glyph mended as a snag of this kind. */
const ofContour = (p: Problem, kind: 'open' | 'tiny') =>
  ofGlyph(p, (doc, { id, contours }) => {
    const contour = p.place.contour ?? -1;
    const at = contours[contour]?.nodes[0];
    return at ? mendOne(doc, outlineOf(id), { kind, contour, node: null, at, amount: 0 }) : null;
  });

function addSpace(doc: Doc): ProjectDiff | null {
  const { id, styleId, lines } = projectOf(doc);
  const d = draft(doc);
  for (const g of standingGlyphs(
    (name) => idFor(id, 'glyphs', `${styleId} ${name}`),
    lines.capHeight,
    styleId,
  ))
    if (
      g.codePoints.length > 0 &&
      !Object.values(doc.glyphs).some((o) => o.codePoints.includes(g.codePoints[0] ?? 0))
    )
      d.put('glyphs', { ...g, id: d.newId('glyphs', g.name) });
  return d.done('Add a space');
}

/** What can be done about a problem by itself; null where somebody has to. */
export function mendOf(p: Problem): Mend | null {
  switch (p.code) {
    case 'contour-open':
      return { label: 'Close it', safe: true, make: ofContour(p, 'open') };
    case 'contour-tiny':
      return { label: 'Drop it', safe: true, make: ofContour(p, 'tiny') };
    case 'space-missing':
      return { label: 'Add a space', safe: true, make: addSpace };
    case 'glyph-empty':
      return { label: 'Remove it', safe: false, make: ofGlyph(p, (doc, { id }) => removeGlyphs(doc, [id])) };
    case 'advance-negative':
      return {
        label: `White of ${WHITE} u`,
        safe: false,
        make: ofGlyph(p, (doc, { id }) => setBearings(doc, id, { left: WHITE, right: WHITE })),
      };
    case 'code-point-taken':
      return {
        label: `Leave it to ${p.other}`,
        safe: false,
        make: ofGlyph(p, (doc, { id }) => removeCodePoint(doc, id, p.codePoint)),
      };
    case 'kerning-wide':
      return { label: 'Take the kerning out', safe: false, make: (doc) => dropWide(doc, p.value) };
    case 'svg-partly':
      return {
        label: 'It is right as it is',
        safe: false,
        make: ofGlyph(p, (doc, { source }) => source && acceptUnread(doc, source.pieceId)),
      };
    default:
      return null;
  }
}

function dropWide(doc: Doc, value: number): ProjectDiff | null {
  const row = Object.values(doc.kerning).find((k) => k.value === value);
  return row ? dropKerning(doc, row.left, row.right) : null;
}

/** A mend as an edit of the whole document, in the style that the problem is of. */
const inItsStyle =
  (p: Problem, make: Mend['make']) =>
  (whole: Doc): ProjectDiff | null => {
    const style = stylesInOrder(whole).find((s) => s.name === p.place.style);
    const diff = make(inStyle(whole, style?.id ?? projectOf(whole).styleId));
    return diff && ofWhole(whole, diff);
  };

/** A problem mended, as an edit of the whole document; null when nothing can be done, or it is gone. */
export const mendProblem = (whole: Doc, p: Problem): ProjectDiff | null => {
  const mend = mendOf(p);
  return mend && inItsStyle(p, mend.make)(whole);
};

/** All problems mended that nobody could want otherwise, as one edit of the whole document; null when there is none. */
export function mendSafely(whole: Doc, problems: readonly Problem[]): ProjectDiff | null {
  // The last contours of a glyph first: those before them keep their places.
  const safe = problems
    .filter((p) => mendOf(p)?.safe)
    .sort((a, b) => (b.place.contour ?? 0) - (a.place.contour ?? 0));
  const commands = safe.map((p) => (doc: Doc) => mendProblem(doc, p));
  return editAll(whole, `Mend ${counted(safe.length, 'snag')}`, commands)?.diff ?? null;
}
