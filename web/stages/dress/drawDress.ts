import type { PointRef } from '../../../core/document/commands/dressing';
import { originX } from '../../../core/document/metrics';
import type { GlyphRow, Lines, PieceRow } from '../../../core/document/schema';
import { segmentAt, segmentCount, type Contour } from '../../../core/geometry/contour';
import { cubicDerivative, pointOnCubic } from '../../../core/geometry/cubic';
import { unit, type Vec } from '../../../core/geometry/vec';
import { fillLayers } from '../../canvas/fillLayers';
import type { ColourLayer } from '../../../core/geometry/paint';
import type { SheetImage } from '../../store/pictures';
import type { Inks } from '../../canvas/inks';
import { drawFontLines } from '../../canvas/lines';
import { drawHandleMark, drawNodeMark, nodeDirection } from '../../canvas/nodeMarks';
import { path2dOf } from '../../canvas/path2d';
import { toScreen, type View } from '../../canvas/view';

export interface DressScene {
  readonly glyph: GlyphRow;
  readonly placed: readonly Contour[];
  readonly advance: number;
  readonly before: { readonly contours: readonly Contour[]; readonly x: number } | null;
  readonly after: { readonly contours: readonly Contour[]; readonly x: number } | null;
  readonly lines: Lines;
  /** Colour layers, placed like the contours. */
  readonly layers: readonly ColourLayer[];
  readonly selection: readonly PointRef[];
  readonly source: { readonly image: SheetImage; readonly piece: PieceRow } | null;
  /** 0 hides the source picture, 1 shows it at full strength. */
  readonly sourceStrength: number;
  readonly filled: boolean;
  readonly night: boolean;
  readonly frame: { readonly from: Vec; readonly to: Vec } | null;
}

/** Em (y up) to screen. World of this surface: em units with y down. */
const at = (view: View, p: Vec): Vec => toScreen(view, { x: p.x, y: -p.y });

function inEm(g: CanvasRenderingContext2D, view: View, x: number, draw: () => void): void {
  g.save();
  g.translate(view.x, view.y);
  g.scale(view.zoom, -view.zoom);
  g.translate(x, 0);
  draw();
  g.restore();
}

export function drawDress(
  g: CanvasRenderingContext2D,
  view: View,
  width: number,
  scene: DressScene,
  inks: Inks,
): void {
  drawSource(g, view, scene);
  drawFontLines(g, view, width, scene.lines, inks);
  for (const side of [scene.before, scene.after]) {
    if (!side) continue;
    inEm(g, view, side.x, () => {
      g.fillStyle = inks.ink;
      g.globalAlpha = 0.16;
      g.fill(path2dOf(side.contours));
    });
  }
  inEm(g, view, 0, () => {
    g.fillStyle = inks.ink;
    g.globalAlpha = scene.filled ? 0.82 : 0.07;
    if (scene.filled && scene.layers.length > 0) {
      g.globalAlpha = 1;
      fillLayers(g, scene.layers);
    } else g.fill(path2dOf(scene.placed));
    g.globalAlpha = 1;
    g.strokeStyle = inks.ink;
    g.lineWidth = 1.2 / view.zoom;
    g.stroke(path2dOf(scene.placed));
  });
  drawEdges(g, view, scene, inks);
  scene.placed.forEach((c, ci) => drawContourMarks(g, view, c, ci, scene.selection, inks));
  if (scene.frame) {
    const [a, b] = [at(view, scene.frame.from), at(view, scene.frame.to)];
    g.strokeStyle = inks.hand;
    g.setLineDash([4, 3]);
    g.strokeRect(a.x, a.y, b.x - a.x, b.y - a.y);
    g.setLineDash([]);
  }
}

/** The piece of the sheet the letter came from, in its place beneath the outline. */
function drawSource(g: CanvasRenderingContext2D, view: View, scene: DressScene): void {
  const { source, glyph, sourceStrength } = scene;
  if (!source || !glyph.source || sourceStrength === 0) return;
  const t = glyph.source.transform;
  const margin = source.piece.box.height * 0.3;
  const { box } = source.piece;
  inEm(g, view, -originX(glyph), () => {
    g.transform(t.a, t.b, t.c, t.d, t.e, t.f);
    // On light paper the sheet's own ground melts into the bench.
    if (!scene.night) g.globalCompositeOperation = 'multiply';
    g.globalAlpha = sourceStrength;
    const [x, y, w, h] = [box.x - margin, box.y - margin, box.width + 2 * margin, box.height + 2 * margin];
    g.drawImage(source.image, x, y, w, h, x, y, w, h);
  });
}

/** Where the letter begins and ends: two thin uprights with feet. */
function drawEdges(g: CanvasRenderingContext2D, view: View, scene: DressScene, inks: Inks): void {
  g.strokeStyle = inks.rule;
  g.lineWidth = 1;
  for (const x of [0, scene.advance]) {
    const top = at(view, { x, y: scene.lines.ascender });
    const foot = at(view, { x, y: scene.lines.descender });
    g.beginPath();
    g.moveTo(Math.round(top.x) + 0.5, top.y);
    g.lineTo(Math.round(foot.x) + 0.5, foot.y);
    g.stroke();
  }
}

function drawContourMarks(
  g: CanvasRenderingContext2D,
  view: View,
  c: Contour,
  contour: number,
  selection: readonly PointRef[],
  inks: Inks,
): void {
  const picked = new Set(selection.filter((s) => s.contour === contour).map((s) => s.node));
  const n = c.nodes.length;
  c.nodes.forEach((node, i) => {
    if (!picked.has(i) && !picked.has((i + 1) % n) && !picked.has((i + n - 1) % n)) return;
    for (const part of ['in', 'out'] as const) {
      const end = node[part];
      if (end) drawHandleMark(g, at(view, node), at(view, end), inks, isPicked(selection, contour, i, part));
    }
  });
  drawLocks(g, view, c, inks);
  c.nodes.forEach((node, i) => {
    const em = nodeDirection(c, i);
    drawNodeMark(
      g,
      at(view, node),
      { x: em.x, y: -em.y },
      node.kind,
      inks,
      isPicked(selection, contour, i, 'node'),
    );
  });
  const first = c.nodes[0];
  if (first) drawFlag(g, at(view, first), nodeDirection(c, 0), inks);
}

/** Locked segments are drawn double: a second line beside the first. */
function drawLocks(g: CanvasRenderingContext2D, view: View, c: Contour, inks: Inks): void {
  g.strokeStyle = inks.hand;
  g.lineWidth = 1;
  c.nodes.forEach((node, i) => {
    if (!node.locked || i >= segmentCount(c)) return;
    const cubic = segmentAt(c, i);
    g.beginPath();
    for (let k = 0; k <= 24; k++) {
      const p = at(view, pointOnCubic(cubic, k / 24));
      const d = unit(cubicDerivative(cubic, Math.min(0.999, Math.max(0.001, k / 24))));
      // To the right of travel: outside of the ink when y points up.
      g.lineTo(p.x + d.y * 4, p.y + d.x * 4);
    }
    g.stroke();
  });
}

const isPicked = (selection: readonly PointRef[], contour: number, node: number, part: PointRef['part']) =>
  selection.some((s) => s.contour === contour && s.node === node && s.part === part);

/** A small flag at the start of a contour that shows which way it runs. */
function drawFlag(g: CanvasRenderingContext2D, p: Vec, em: Vec, inks: Inks): void {
  const d = { x: em.x, y: -em.y };
  const side = { x: d.y, y: -d.x };
  const root = { x: p.x + side.x * 8, y: p.y + side.y * 8 };
  const top = { x: p.x + side.x * 18, y: p.y + side.y * 18 };
  g.strokeStyle = inks.hand;
  g.fillStyle = inks.hand;
  g.lineWidth = 1;
  g.beginPath();
  g.moveTo(root.x, root.y);
  g.lineTo(top.x, top.y);
  g.stroke();
  g.beginPath();
  g.moveTo(top.x, top.y);
  g.lineTo(top.x + d.x * 8 - side.x * 3, top.y + d.y * 8 - side.y * 3);
  g.lineTo(top.x - side.x * 6, top.y - side.y * 6);
  g.closePath();
  g.fill();
}
