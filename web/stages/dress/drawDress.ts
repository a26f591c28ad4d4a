import type { PointRef } from '../../../core/project/document/commands/outline';
import type { GlyphRow, Lines, PieceRow, ProjectRow } from '../../../core/project/document/schema';
import { nibMap, type PenShape } from '../../../core/outlines/dress/grow';
import type { GuideLine } from '../../../core/outlines/dress/guides';
import type { Guide } from '../../../core/outlines/dress/snapping';
import type { Affine } from '../../../core/foundations/geometry/affine';
import { countNodes, type Contour, type Node } from '../../../core/foundations/geometry/contour';
import type { ColourLayer } from '../../../core/foundations/geometry/paint';
import type { Vec } from '../../../core/foundations/geometry/vec';
import type { ChordGrid } from '../../../core/outlines/outline/flat';
import { fillLayers } from '../../canvas/fillLayers';
import type { Inks } from '../../canvas/inks';
import { drawFontLines } from '../../canvas/lines';
import { path2dOf } from '../../canvas/path2d';
import { emAt as at, type View } from '../../canvas/view';
import type { SheetImage } from '../../store/pictures';
import type { HeldGuide } from '../../tools/dress/scene';
import type { Ahead } from '../../tools/dress/drawTool';
import { drawAhead } from './drawAhead';
import { drawGrid, drawGuideLines, drawMeasures, type ShownGuides } from './drawGuideLines';
import { drawMarks } from './drawMarks';
import { drawTurnFrame } from './drawTurnFrame';
import { drawAnchors, drawComb, drawDeviation, drawGuides, drawRuler } from './drawSeeing';

/** Of more moving points than this the marks are left out while they move: each has a shape of its own to draw. */
export const MOST_MARKED = 300;

interface Beside {
  readonly contours: readonly Contour[];
  readonly x: number;
}

/** Drawings kept as pictures and parts that have none, in the space of the glyph's own contours. */
interface Pictured {
  readonly pictures: readonly { readonly image: CanvasImageSource; readonly map: Affine }[];
  readonly plain: readonly Contour[];
}

/** Everything to be seen on the bench; contours stand as they do in the font (origin at 0), em units, y up. */
export interface DressPicture {
  readonly glyph: GlyphRow;
  /** x of the glyph's own drawing that lies at 0. */
  readonly originX: number;
  readonly outline: readonly Contour[];
  /** The drawing whose points are shown: the outline, a skeleton's lines, or a colour. */
  readonly worked: readonly Contour[];
  /** Set while lines are worked on: how the pen runs along them. */
  readonly pen: PenShape | null;
  readonly layers: readonly ColourLayer[];
  /** What is shown instead of the ink where drawings are kept as pictures; null where they aren't. */
  readonly pictured: Pictured | null;
  readonly advance: number;
  readonly before: Beside | null;
  readonly after: Beside | null;
  readonly lines: Lines;
  readonly selection: readonly PointRef[];
  readonly source: { readonly image: SheetImage; readonly piece: PieceRow } | null;
  /** A font's letter behind this one, its origin at 0, and how strong it is shown, 0 to 1. */
  readonly underlay: { readonly contours: readonly Contour[]; readonly strength: number } | null;
  /** 0 hides the source picture, 1 shows it at full strength. */
  readonly sourceStrength: number;
  readonly filled: boolean;
  readonly night: boolean;
  readonly comb: boolean;
  /** The source's edges, when distances from them are shown. */
  readonly edges: ChordGrid | null;
  /** What a clean-up that is tried would leave. */
  readonly tried: readonly Contour[] | null;
  readonly anchors: readonly { readonly name: string; readonly x: number; readonly y: number }[];
  /** Whether a frame with grips stands round what is chosen. */
  readonly turning: boolean;
  readonly guides: ShownGuides;
  readonly grid: ProjectRow['grid'];
  readonly measures: GlyphRow['measures'];
  /** Places of snags, while one is cleaning. */
  readonly snags: readonly Vec[];
}

/** What changes with every move of the pointer. */
export interface LivePicture {
  readonly worked: readonly Contour[] | null;
  readonly anchor: { readonly name: string; readonly to: Vec } | null;
  readonly guide: { readonly guide: HeldGuide; readonly line: GuideLine } | null;
  readonly frame: readonly Vec[] | null;
  readonly line: { readonly from: Vec; readonly to: Vec; readonly kind: 'cut' | 'measure' } | null;
  readonly guides: readonly Guide[];
  readonly pointer: Vec | null;
  /** What the pen would do where the pointer is, and the node that it goes on from. */
  readonly ahead: (Ahead & { readonly from: Node | null }) | null;
}

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
  height: number,
  still: DressPicture,
  live: LivePicture,
  inks: Inks,
): void {
  const worked = live.worked ?? still.worked;
  // While the outline itself is being changed it is what is filled.
  const outline = live.worked && still.worked === still.outline ? live.worked : still.outline;
  const moving = live.worked ? worked.filter((c, i) => c !== still.worked[i]) : [];
  if (live.worked)
    g.drawImage(stillLayer(view, width, height, still, live.worked, inks), 0, 0, width, height);
  else drawStill(g, view, width, height, still, inks);
  inEm(g, view, 0, () => drawInk(g, view, still, live, outline, moving, inks));
  if (still.tried) drawTried(g, view, still.tried, inks);
  if (still.comb) drawComb(g, view, worked, inks);
  if (still.edges) drawDeviation(g, view, outline, still.edges, inks);
  if (!still.tried && countNodes(moving) <= MOST_MARKED)
    drawMarks(g, view, live.worked ? moving : worked, selectionOn(still, live), inks);
  drawGuideLines(g, view, width, height, still.guides, live.guide, inks);
  drawMeasures(g, view, still.measures, still.originX, outline, inks);
  drawSnagPlaces(g, view, live.worked ? [] : still.snags, inks);
  drawAnchors(g, view, still.anchors, live.anchor, inks);
  drawGuides(g, view, width, height, live.guides, live.pointer, inks);
  if (live.ahead) drawAhead(g, view, live.ahead, inks);
  if (live.line) drawRuler(g, view, live.line, outline, inks);
  if (live.frame) drawFrame(g, view, live.frame, inks);
  if (still.turning) drawTurnFrame(g, view, worked, still.selection, inks);
}

/** The chosen points, numbered among the contours that are being moved. */
function selectionOn(still: DressPicture, live: LivePicture): readonly PointRef[] {
  if (!live.worked) return still.selection;
  const numbers = new Map<number, number>();
  live.worked.forEach((c, i) => c !== still.worked[i] && numbers.set(i, numbers.size));
  return still.selection.flatMap((s) => {
    const contour = numbers.get(s.contour);
    return contour === undefined ? [] : [{ ...s, contour }];
  });
}

/** What lies beneath the letter and beside it. */
function drawStill(
  g: CanvasRenderingContext2D,
  view: View,
  width: number,
  height: number,
  still: DressPicture,
  inks: Inks,
): void {
  drawSource(g, view, still);
  drawGrid(g, view, width, height, still.grid, inks);
  drawFontLines(g, view, width, still.lines, inks);
  for (const side of [still.before, still.after]) {
    if (!side) continue;
    inEm(g, view, side.x, () => {
      g.fillStyle = inks.ink;
      g.globalAlpha = 0.16;
      g.fill(path2dOf(side.contours));
    });
  }
  const { underlay } = still;
  if (underlay)
    inEm(g, view, 0, () => {
      g.fillStyle = inks.hand;
      g.globalAlpha = underlay.strength;
      g.fill(path2dOf(underlay.contours));
    });
  drawEdges(g, view, still, inks);
}

interface Layer {
  readonly of: DressPicture;
  readonly view: View;
  readonly moving: string;
  readonly canvas: HTMLCanvasElement;
}
let layer: Layer | null = null;

/** Everything that a drag leaves as it is, drawn once when the drag begins: what moves is drawn over it. */
function stillLayer(
  view: View,
  width: number,
  height: number,
  still: DressPicture,
  worked: readonly Contour[],
  inks: Inks,
): HTMLCanvasElement {
  const rest = still.worked.filter((c, i) => c === worked[i]);
  const moving = still.worked.map((c, i) => (c === worked[i] ? '' : i)).join();
  if (layer?.of === still && layer.view === view && layer.moving === moving) return layer.canvas;
  const ratio = devicePixelRatio || 1;
  const canvas = layer?.canvas ?? document.createElement('canvas');
  canvas.width = Math.round(width * ratio);
  canvas.height = Math.round(height * ratio);
  const g = canvas.getContext('2d')!;
  g.setTransform(ratio, 0, 0, ratio, 0, 0);
  drawStill(g, view, width, height, still, inks);
  inEm(g, view, 0, () => {
    g.strokeStyle = inks.ink;
    g.lineWidth = 1.2 / view.zoom;
    g.stroke(path2dOf(rest));
  });
  drawMarks(g, view, rest, [], inks);
  layer = { of: still, view, moving, canvas };
  return canvas;
}

function drawInk(
  g: CanvasRenderingContext2D,
  view: View,
  still: DressPicture,
  live: LivePicture,
  outline: readonly Contour[],
  moving: readonly Contour[],
  inks: Inks,
): void {
  // Of very many moving points either the ink or the line is drawn: both together miss frames.
  const many = countNodes(moving) > MOST_MARKED;
  g.fillStyle = inks.ink;
  g.strokeStyle = inks.ink;
  g.globalAlpha = still.filled ? 0.82 : 0.07;
  if (still.pen && live.worked) {
    // A pen's run is shown by the canvas's own while lines are dragged; the exact outline follows when they are let go.
    g.lineWidth = still.pen.width;
    g.lineCap = still.pen.ends === 'flat' ? 'butt' : still.pen.ends;
    g.lineJoin = still.pen.joins === 'round' ? 'round' : 'miter';
    g.globalAlpha = still.filled ? 0.82 : 0.14;
    strokeByNib(g, path2dOf(live.worked), still.pen);
    g.globalAlpha = 1;
    return;
  }
  if (still.filled && still.pictured) drawPictured(g, still.pictured, still.originX);
  else if (still.filled && still.layers.length > 0) {
    g.globalAlpha = 1;
    fillLayers(g, still.layers);
  } else if (!many || still.filled) g.fill(path2dOf(outline));
  g.globalAlpha = still.pen ? 0.4 : 1;
  g.lineWidth = 1.2 / view.zoom;
  // While something is dragged the rest is stroked already, on the layer beneath.
  const stroked = live.worked && outline === live.worked ? moving : outline;
  if (!many || !still.filled) g.stroke(path2dOf(stroked));
  g.globalAlpha = 1;
  if (still.worked !== still.outline) {
    g.strokeStyle = inks.hand;
    g.stroke(path2dOf(live.worked ?? still.worked));
  }
}

function drawPictured(g: CanvasRenderingContext2D, { pictures, plain }: Pictured, originX: number): void {
  g.save();
  g.translate(-originX, 0);
  g.fill(path2dOf(plain));
  g.globalAlpha = 1;
  for (const { image, map } of pictures) {
    g.save();
    g.transform(map.a, map.b, map.c, map.d, map.e, map.f);
    g.drawImage(image, 0, 0);
    g.restore();
  }
  g.restore();
}

/** The canvas's own stroke, seen through the nib. */
function strokeByNib(g: CanvasRenderingContext2D, path: Path2D, pen: PenShape): void {
  const nib = nibMap(pen);
  const seen = new Path2D();
  seen.addPath(path, new DOMMatrix([nib.a, nib.b, nib.c, nib.d, nib.e, nib.f]).inverse());
  g.save();
  g.transform(nib.a, nib.b, nib.c, nib.d, nib.e, nib.f);
  g.stroke(seen);
  g.restore();
}

/** The outline that a clean-up would leave, over the one there is, with its points. */
function drawTried(g: CanvasRenderingContext2D, view: View, tried: readonly Contour[], inks: Inks): void {
  inEm(g, view, 0, () => {
    g.strokeStyle = inks.hand;
    g.lineWidth = 2 / view.zoom;
    g.stroke(path2dOf(tried));
  });
  drawMarks(g, view, tried, [], inks);
}

/** The piece of the sheet the letter came from, in its place beneath the outline. */
function drawSource(g: CanvasRenderingContext2D, view: View, scene: DressPicture): void {
  const { source, glyph, sourceStrength } = scene;
  if (!source || !glyph.source || sourceStrength === 0) return;
  const t = glyph.source.transform;
  const margin = source.piece.box.height * 0.3;
  const { box } = source.piece;
  inEm(g, view, -scene.originX, () => {
    g.transform(t.a, t.b, t.c, t.d, t.e, t.f);
    // On light paper the sheet's own ground melts into the bench.
    if (!scene.night) g.globalCompositeOperation = 'multiply';
    g.globalAlpha = sourceStrength;
    const [x, y, w, h] = [box.x - margin, box.y - margin, box.width + 2 * margin, box.height + 2 * margin];
    g.drawImage(source.image, x, y, w, h, x, y, w, h);
  });
}

/** Where the letter begins and ends: two thin uprights with feet. */
function drawEdges(g: CanvasRenderingContext2D, view: View, scene: DressPicture, inks: Inks): void {
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

/** Snags are ringed with a dashed line, so that they are seen whatever lies there. */
function drawSnagPlaces(g: CanvasRenderingContext2D, view: View, places: readonly Vec[], inks: Inks): void {
  g.strokeStyle = inks.snag;
  g.lineWidth = 2;
  g.setLineDash([4, 3]);
  for (const place of places) {
    const p = at(view, place);
    g.beginPath();
    g.arc(p.x, p.y, 15, 0, 2 * Math.PI);
    g.stroke();
  }
  g.setLineDash([]);
}

function drawFrame(g: CanvasRenderingContext2D, view: View, frame: readonly Vec[], inks: Inks): void {
  const points = frame.map((p) => at(view, p));
  g.strokeStyle = inks.hand;
  g.lineWidth = 1;
  g.setLineDash([4, 3]);
  g.beginPath();
  if (points.length === 2) {
    const [a, b] = points as [Vec, Vec];
    g.rect(a.x, a.y, b.x - a.x, b.y - a.y);
  } else points.forEach((p) => g.lineTo(p.x, p.y));
  g.closePath();
  g.stroke();
  g.setLineDash([]);
}
