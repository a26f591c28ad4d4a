import { translation } from '../../../../foundations/geometry/affine';
import { distance, type Vec } from '../../../../foundations/geometry/vec';
import { mapGuide } from '../../../../outlines/dress/guides';
import { draft, type ProjectDiff } from '../../changes/diff';
import { newId } from '../../identity';
import { originX } from '../../queries/metrics';
import { projectOf } from '../../newProject';
import type { Doc, GlyphRow, GuideRow, ProjectRow } from '../../schema';
import { guidesOf } from '../../queries/guides';

/** A measure shorter than this, em units, is a press and not a line. */
const LEAST_MEASURE_EM = 4;

type Change = Partial<Pick<GuideRow, 'name' | 'x' | 'y' | 'deg'>>;

/** A guide for all letters (`glyphId` null) or for one. Places are measured from where the letter begins. */
export function addGuide(doc: Doc, glyphId: string | null, line: Change = {}): ProjectDiff | null {
  const name = line.name ?? 'my line';
  const made = { x: 0, y: 300, deg: 0, ...line, id: freeId(doc, glyphId), name };
  return write(doc, glyphId, (all, shift) => [...all, mapGuide(tidy(made), shift)], 'Add a guide');
}

/** Moves, turns or renames a guide; places are measured from where the letter begins. */
export function changeGuide(
  doc: Doc,
  glyphId: string | null,
  id: string,
  change: Change,
): ProjectDiff | null {
  return write(
    doc,
    glyphId,
    (all, shift) => {
      const back = translation(-shift.e, 0);
      return all.map((g) => (g.id === id ? mapGuide(tidy({ ...mapGuide(g, back), ...change }), shift) : g));
    },
    change.name === undefined ? 'Move a guide' : 'Rename a guide',
  );
}

export const removeGuide = (doc: Doc, glyphId: string | null, id: string): ProjectDiff | null =>
  write(doc, glyphId, (all) => all.filter((g) => g.id !== id), 'Take a guide away');

/** A guide of all letters becomes one of this letter alone, or the other way round; it stays where it is seen. */
export function shareGuide(doc: Doc, glyph: GlyphRow, id: string): ProjectDiff | null {
  const guide = guidesOf(doc, glyph).find((g) => g.id === id);
  if (!guide) return null;
  const { own, ...line } = guide;
  const d = draft(doc);
  const project = projectOf(doc);
  const inGlyph = mapGuide(line, translation(originX(glyph), 0));
  const without = (all: readonly GuideRow[]) => all.filter((g) => g.id !== id);
  d.put('project', { ...project, ownLines: own ? [...project.ownLines, line] : without(project.ownLines) });
  d.put('glyphs', { ...glyph, guides: own ? without(glyph.guides) : [...glyph.guides, inGlyph] });
  return d.done(own ? 'Guide for all letters' : 'Guide for this letter alone');
}

/** A straight whose stretches of ink go on being told. `from`, `to`: measured from where the letter begins. */
export function keepMeasure(doc: Doc, glyphId: string, from: Vec, to: Vec): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || distance(from, to) < LEAST_MEASURE_EM) return null;
  const x = originX(glyph);
  const own = (p: Vec) => ({ x: p.x + x, y: p.y });
  const id = newId(doc, 'glyphs', 'measure', (k) => glyph.measures.some((m) => m.id === k));
  const d = draft(doc);
  d.put('glyphs', { ...glyph, measures: [...glyph.measures, { id, from: own(from), to: own(to) }] });
  return d.done('Keep a measure');
}

export function removeMeasure(doc: Doc, glyphId: string, id: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph?.measures.some((m) => m.id === id)) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, measures: glyph.measures.filter((m) => m.id !== id) });
  return d.done('Take a measure away');
}

/** Even steps to draw on: how wide, whether they are seen, whether points go to them. */
export function changeGrid(doc: Doc, change: Partial<ProjectRow['grid']>): ProjectDiff | null {
  const d = draft(doc);
  const project = projectOf(doc);
  d.put('project', { ...project, grid: { ...project.grid, ...change } });
  return d.done('Change the grid');
}

/** Places on hundredths of a unit and angles on tenths of a degree: nobody means more by a line. */
function tidy<G extends GuideRow>(g: G): G {
  const to = (v: number, steps: number) => Math.round(v * steps) / steps;
  return { ...g, x: to(g.x, 100), y: to(g.y, 100), deg: to(g.deg, 10) };
}

function freeId(doc: Doc, glyphId: string | null): string {
  const all = [...projectOf(doc).ownLines, ...Object.values(doc.glyphs).flatMap((g) => g.guides)];
  const taken = new Set(all.map((g) => g.id));
  return newId(doc, 'project', `guide ${glyphId ?? ''}`, (id) => taken.has(id));
}

/** Writes a list of guides; `shift` leads from where the letter begins into its own drawing. */
function write(
  doc: Doc,
  glyphId: string | null,
  to: (all: readonly GuideRow[], shift: ReturnType<typeof translation>) => GuideRow[],
  label: string,
): ProjectDiff | null {
  const d = draft(doc);
  if (glyphId === null) {
    const project = projectOf(doc);
    d.put('project', { ...project, ownLines: to(project.ownLines, translation(0, 0)) });
    return d.done(label);
  }
  const glyph = doc.glyphs[glyphId];
  if (!glyph) return null;
  d.put('glyphs', { ...glyph, guides: to(glyph.guides, translation(originX(glyph), 0)) });
  return d.done(label);
}
