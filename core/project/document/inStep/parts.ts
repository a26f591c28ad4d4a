import { translation } from '../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import { markPlace } from '../commands/glyphs/markPlace';
import { withOutline } from '../commands/outline/edit';
import { applyDiff, draft, mergeDiffs, type ProjectDiff } from '../changes/diff';
import { projectOf } from '../newProject';
import type { ComponentRow, Doc, GlyphRow } from '../schema';

/** A letter whose parts are drawn as those are now; marks that nobody moved find their place anew. */
function redrawn(glyph: GlyphRow, doc: Doc): GlyphRow {
  let contours = [...glyph.contours];
  const components: ComponentRow[] = [];
  let below: Contour[] = [];
  for (const component of glyph.components) {
    const part = doc.glyphs[component.glyphId];
    if (!part) {
      components.push(component);
      continue;
    }
    let { transform } = component;
    if (component.mark !== null && below.length > 0) {
      const anchors = components.length === 1 ? (doc.glyphs[components[0]!.glyphId]?.anchors ?? []) : [];
      const to = markPlace({ contours: below, anchors }, part, component.mark, projectOf(doc).lines.xHeight);
      transform = translation(to.x, to.y);
    }
    const fresh = transformContours(part.contours, transform).map((c) => ({ ...c, of: component.id }));
    const at = contours.findIndex((c) => c.of === component.id);
    contours = contours.filter((c) => c.of !== component.id);
    contours.splice(at < 0 ? contours.length : at, 0, ...fresh);
    below = [...below, ...fresh];
    components.push({ ...component, transform });
  }
  return { ...withOutline(glyph, contours), components };
}

/**
 * The same edit with every letter redrawn whose parts it changes, letters made of those letters included. Letters whose part
 * is removed keep its outline as their own. Costs nothing when no glyph of the edit is a part.
 */
export function partsInStep(doc: Doc, diff: ProjectDiff): ProjectDiff {
  const wanted = new Set(diff.changes.flatMap((c) => (c.table === 'glyphs' ? [c.id] : [])));
  if (wanted.size === 0) return diff;
  const linked = Object.values(doc.glyphs).some((g) => g.components.some((c) => wanted.has(c.glyphId)));
  const fresh = diff.changes.some(
    (c) => c.table === 'glyphs' && ((c.after as GlyphRow | null)?.components.length ?? 0) > 0,
  );
  if (!linked && !fresh) return diff;
  let made = diff;
  let round = [...wanted];
  // As deep as parts of parts go; a ring can't arise, and if one did it would end here.
  for (let depth = 0; depth < 8 && round.length > 0; depth++) {
    const now = applyDiff(doc, made);
    const d = draft(now);
    const next: string[] = [];
    for (const g of Object.values(now.glyphs)) {
      const touched = g.components.filter((c) => round.includes(c.glyphId));
      if (touched.length === 0) continue;
      const gone = touched.filter((c) => !now.glyphs[c.glyphId]).map((c) => c.id);
      const freed: GlyphRow = {
        ...g,
        components: g.components.filter((c) => !gone.includes(c.id)),
        contours: g.contours.map((c) =>
          c.of !== undefined && gone.includes(c.of) ? { ...c, of: undefined } : c,
        ),
      };
      d.put('glyphs', redrawn(freed, now));
      next.push(g.id);
    }
    const step = d.done(diff.label);
    if (!step) break;
    made = mergeDiffs(made, step);
    round = next;
  }
  return made;
}
