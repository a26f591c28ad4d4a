import { transformContours, type Contour, type Node, type NodeKind } from '../../geometry/contour';
import { contoursBox } from '../../geometry/measure';
import { add, length, scale, sub, unit, type Vec } from '../../geometry/vec';
import { draft, type ProjectDiff } from '../diff';
import { projectOf } from '../newProject';
import type { Doc, GlyphRow } from '../schema';
import { fitCubic } from '../../geometry/fitCubic';
import { pointOnCubic } from '../../geometry/cubic';
import { segmentAt } from '../../geometry/contour';

/** A point of a glyph's outline: an on-curve node or one of its handles. */
export interface PointRef {
  readonly contour: number;
  readonly node: number;
  readonly part: 'node' | 'in' | 'out';
}

/**
 * New contours for a glyph, with its bearings adjusted so that the rest of the letter and its advance width stay
 * where they are: what grows out of the letter hangs over.
 */
function withContours(glyph: GlyphRow, contours: Contour[]): GlyphRow {
  const before = contoursBox(glyph.contours);
  const after = contoursBox(contours);
  const bearings =
    before && after
      ? {
          left: glyph.bearings.left + after.xMin - before.xMin,
          right: glyph.bearings.right + before.xMax - after.xMax,
        }
      : glyph.bearings;
  // The lowest colour lies below all others: it is the outline.
  const layers = glyph.layers.map((l, i) => (i === 0 ? { ...l, contours } : l));
  return { ...glyph, contours, layers, bearings, handEdited: true };
}

function edit(
  doc: Doc,
  glyphId: string,
  label: string,
  change: (cs: Contour[]) => Contour[],
): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph) return null;
  const contours = change([...glyph.contours]);
  if (contours.every((c, i) => c === glyph.contours[i]) && contours.length === glyph.contours.length)
    return null;
  const d = draft(doc);
  d.put('glyphs', withContours(glyph, contours));
  return d.done(label);
}

/** One contour replaced by another drawing of it. */
export const replaceContour = (
  doc: Doc,
  glyphId: string,
  contour: number,
  by: Contour,
  label: string,
): ProjectDiff | null => edit(doc, glyphId, label, (cs) => cs.map((c, i) => (i === contour ? by : c)));

const mapNodes = (c: Contour, change: (n: Node, i: number) => Node): Contour => ({
  ...c,
  nodes: c.nodes.map(change),
});

/** At a smooth point the other handle turns along; at a tangent point the moved handle stays in its line. */
function alignOther(n: Node, moved: 'in' | 'out'): Node {
  const other = moved === 'in' ? 'out' : 'in';
  const handle = n[moved];
  const opposite = n[other];
  if (n.kind !== 'smooth' || !handle || !opposite) return n;
  const away = unit(sub(n, handle));
  return length(away) === 0 ? n : { ...n, [other]: add(n, scale(away, length(sub(opposite, n)))) };
}

/** Moves points by (dx, dy) em units. Nodes take their handles along. Null when nothing moves. */
export function movePoints(
  doc: Doc,
  glyphId: string,
  points: readonly PointRef[],
  by: Vec,
): ProjectDiff | null {
  if (by.x === 0 && by.y === 0) return null;
  return edit(doc, glyphId, 'Move points', (cs) =>
    cs.map((c, ci) => {
      const here = points.filter((p) => p.contour === ci);
      if (here.length === 0) return c;
      return mapNodes(c, (n, ni) => {
        const parts = new Set(here.filter((p) => p.node === ni).map((p) => p.part));
        if (parts.size === 0) return n;
        const shift = (p: Vec | null) => (p ? add(p, by) : null);
        if (parts.has('node')) return { ...n, ...add(n, by), in: shift(n.in), out: shift(n.out) };
        let moved = n;
        for (const part of parts) {
          if (part !== 'node' && moved[part])
            moved = alignOther({ ...moved, [part]: add(moved[part], by) }, part);
        }
        return moved;
      });
    }),
  );
}

/** Makes nodes corner, smooth or tangent; smooth brings the two handles into one line through the node. */
export function setNodeKind(
  doc: Doc,
  glyphId: string,
  points: readonly PointRef[],
  kind: NodeKind,
): ProjectDiff | null {
  return edit(doc, glyphId, `Make ${kind}`, (cs) =>
    cs.map((c, ci) => {
      const nodes = new Set(points.filter((p) => p.contour === ci).map((p) => p.node));
      if (![...nodes].some((i) => c.nodes[i] && c.nodes[i].kind !== kind)) return c;
      return mapNodes(c, (n, i) => (nodes.has(i) && n.kind !== kind ? withKind(c, n, i, kind) : n));
    }),
  );
}

function withKind(c: Contour, n: Node, i: number, kind: NodeKind): Node {
  if (kind !== 'smooth') return { ...n, kind };
  const count = c.nodes.length;
  const before = c.nodes[(i + count - 1) % count]!;
  const after = c.nodes[(i + 1) % count]!;
  // A side without a handle gets one at a third of the way, so that it can be smooth at all.
  const inHandle = n.in ?? add(n, scale(sub(before, n), 1 / 3));
  const outHandle = n.out ?? add(n, scale(sub(after, n), 1 / 3));
  const along = unit(sub(unit(sub(outHandle, n)), unit(sub(inHandle, n))));
  if (length(along) === 0) return { ...n, kind };
  return {
    ...n,
    kind,
    in: add(n, scale(along, -length(sub(inHandle, n)))),
    out: add(n, scale(along, length(sub(outHandle, n)))),
  };
}

/**
 * Contours of another drawing (px, y down) added to a glyph: as high as the letter, or as a capital when it is empty,
 * standing where it stands, so that they never land out of sight.
 */
export function pasteContours(doc: Doc, glyphId: string, drawing: readonly Contour[]): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const from = contoursBox(drawing);
  if (!glyph || !from) return null;
  const own = contoursBox(glyph.contours);
  const [foot, top] = own ? [own.yMin, own.yMax] : [0, projectOf(doc).lines.capHeight];
  const k = (top - foot) / Math.max(from.yMax - from.yMin, 1e-9);
  const left = own ? own.xMin : 0;
  const place = { a: k, b: 0, c: 0, d: -k, e: left - k * from.xMin, f: foot + k * from.yMax };
  return edit(doc, glyphId, 'Paste a drawing', (cs) => [...cs, ...transformContours(drawing, place)]);
}

/** Locks the segments of a stretch against refitting, or frees them. `segments` are named by their first node. */
export const lockSegments = (
  doc: Doc,
  glyphId: string,
  contour: number,
  segments: readonly number[],
  locked: boolean,
): ProjectDiff | null =>
  edit(doc, glyphId, locked ? 'Lock a stretch' : 'Free a stretch', (cs) =>
    cs.map((c, ci) => {
      const here = new Set(
        ci === contour ? segments.filter((i) => (c.nodes[i]?.locked ?? false) !== locked) : [],
      );
      if (here.size === 0) return c;
      return mapNodes(c, (n, i) => {
        if (!here.has(i)) return n;
        const { locked: _, ...free } = n;
        return locked ? { ...free, locked } : free;
      });
    }),
  );

/** Deletes nodes; the curve between the neighbours is fitted anew to keep its shape. Contours under 2 nodes go. */
export function deleteNodes(doc: Doc, glyphId: string, points: readonly PointRef[]): ProjectDiff | null {
  return edit(doc, glyphId, 'Delete points', (cs) =>
    cs
      .map((c, ci) => {
        const nodes = [...new Set(points.filter((p) => p.contour === ci).map((p) => p.node))];
        // From the last to the first, so that earlier indices stay right.
        return nodes.sort((a, b) => b - a).reduce(withoutNode, c);
      })
      .filter((c) => c.nodes.length >= 2),
  );
}

function withoutNode(c: Contour, i: number): Contour {
  const count = c.nodes.length;
  if (!c.nodes[i] || count <= 2) return { ...c, nodes: c.nodes.filter((_, k) => k !== i) };
  const h = (i + count - 1) % count;
  const j = (i + 1) % count;
  const nodes = [...c.nodes];
  const straight = !c.nodes[h]!.out && !c.nodes[i]!.in && !c.nodes[i]!.out && !c.nodes[j]!.in;
  const open = !c.closed && (i === 0 || i === count - 1);
  if (!straight && !open) {
    const [first, second] = [segmentAt(c, h), segmentAt(c, i)];
    const along = (from: Vec, to: Vec) => unit(sub(to, from));
    const points = [first, second].flatMap((s) =>
      Array.from({ length: 12 }, (_, k) => pointOnCubic(s, (k + 0.5) / 12)),
    );
    const { cubic } = fitCubic(
      first.p0,
      along(first.p0, length(sub(first.p1, first.p0)) > 0 ? first.p1 : first.p2),
      along(second.p3, length(sub(second.p2, second.p3)) > 0 ? second.p2 : second.p1),
      second.p3,
      Float64Array.from(points, (p) => p.x),
      Float64Array.from(points, (p) => p.y),
    );
    nodes[h] = { ...nodes[h]!, out: { x: cubic.p1.x, y: cubic.p1.y } };
    nodes[j] = { ...nodes[j]!, in: { x: cubic.p2.x, y: cubic.p2.y } };
  }
  nodes.splice(i, 1);
  return { ...c, nodes };
}

/** Hands the outline back to the tracer: the traced shape again, and later traces take effect. */
export function releaseHandEdits(doc: Doc, glyphId: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph?.handEdited || !glyph.source) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, handEdited: false });
  return d.done('Let the trace lead again');
}
