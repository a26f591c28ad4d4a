import { scaling } from '../../../../foundations/geometry/affine';
import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import type { Doc } from '../../schema';
import { mapGlyph } from '../outline/scaling';
import { iconsOf } from '../../queries/glyphs';

/**
 * The whole font larger or smaller in its em: letters, lines, white, kerning and how letters were placed; icons keep their
 * size. Sheets seated anew come out at the new size too. One step.
 */
export function scaleFont(doc: Doc, factor: number): ProjectDiff | null {
  if (!(factor > 0) || Math.abs(factor - 1) < 1e-6) return null;
  const d = draft(doc);
  const project = projectOf(doc);
  const scaled = (v: number) => Math.round(v * factor);
  const { xHeight, capHeight, ascender, descender } = project.lines;
  d.put('project', {
    ...project,
    lines: {
      xHeight: scaled(xHeight),
      capHeight: scaled(capHeight),
      ascender: scaled(ascender),
      descender: scaled(descender),
    },
    overshoot: project.overshoot * factor,
    ownLines: project.ownLines.map((l) => ({ ...l, x: l.x * factor, y: l.y * factor })),
  });
  const icons = new Set(iconsOf(doc).map((g) => g.id));
  for (const g of Object.values(doc.glyphs)) {
    if (icons.has(g.id)) continue;
    // Shared parts are scaled once, where they are drawn: only their places in a letter are stretched.
    const components = g.components.map((c) => ({
      ...c,
      transform: { ...c.transform, e: c.transform.e * factor, f: c.transform.f * factor },
    }));
    d.put('glyphs', {
      ...mapGlyph(g, scaling(factor, factor)),
      components,
      bearings: { left: g.bearings.left * factor, right: g.bearings.right * factor },
      placing: g.placing && { ...g.placing, lift: g.placing.lift * factor },
    });
  }
  for (const k of Object.values(doc.kerning)) d.put('kerning', { ...k, value: Math.round(k.value * factor) });
  for (const s of Object.values(doc.sheets))
    if (s.seating.emPx !== null)
      d.put('sheets', { ...s, seating: { ...s.seating, emPx: s.seating.emPx / factor } });
  return d.done('Scale the whole font');
}
