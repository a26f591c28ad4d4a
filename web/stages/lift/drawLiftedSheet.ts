import type { PieceRow } from '../../../core/project/document/schema';
import { median } from '../../../core/foundations/raster/histogram';
import type { Inks } from '../../canvas/inks';
import { fillLayers } from '../../canvas/fillLayers';
import { hasPath, path2dOf } from '../../canvas/path2d';
import { toScreen, type View } from '../../canvas/view';
import type { Deviation } from '../../../core/lifting/find/tracePiece';
import type { SheetImage } from '../../store/pictures';
import { isDoubtful } from '../../../core/project/document/queries/sheets';
import { pieceLabel } from '../../store/selectors';
import type { PieceInk } from '../../store/tracing';
import { drawDeviation, drawPoints } from './drawTrace';
import type { Shown } from './ShowBar';

interface Scene {
  readonly image: SheetImage | null;
  readonly pieces: readonly PieceRow[];
  readonly chosen: string | null;
  readonly shown: Shown;
  readonly inks: ReadonlyMap<string, PieceInk>;
  /** Of the chosen piece, when it is known. */
  readonly deviation: Deviation | null;
  /** Size of the canvas, screen px. */
  readonly width: number;
  readonly height: number;
  readonly night: boolean;
}

const middle = (p: PieceRow) => ({ x: p.box.x + p.box.width / 2, y: p.box.y + p.box.height / 2 });

/** Paths of outlines are made for so long a frame, ms; the rest comes with the next one. */
const PATHS_MS = 10;

/** Tags are left out where most pieces are smaller than this on the screen, px: they would hide what they stand for. */
const TAGGED_PX = 14;

/** Pieces that can be seen, but for those whose paths there was no time to make. */
function drawable(view: View, scene: Scene): { pieces: PieceRow[]; all: boolean } {
  const until = performance.now() + PATHS_MS;
  const seen = scene.pieces.filter(({ box: b }) => {
    const [x, y] = [b.x * view.zoom + view.x, b.y * view.zoom + view.y];
    return x < scene.width && y < scene.height && x + b.width * view.zoom > 0 && y + b.height * view.zoom > 0;
  });
  const pieces = seen.filter((p) => {
    if (hasPath(p.outline)) return true;
    if (performance.now() > until) return false;
    path2dOf(p.outline);
    return true;
  });
  return { pieces, all: pieces.length === seen.length };
}

/**
 * The picture, the traces over it, the thread through the pieces in reading order, and what each is taken for. `true` when
 * some are still to be drawn.
 */
export function drawLiftedSheet(g: CanvasRenderingContext2D, view: View, whole: Scene, inks: Inks): boolean {
  const { pieces, all } = drawable(view, whole);
  const scene = { ...whole, pieces };
  if (scene.shown.halves) drawHalves(g, view, scene, inks);
  else drawTraces(g, view, scene, inks);
  if (!scene.shown.halves) drawThread(g, view, whole.pieces, new Set(pieces));
  const tagged = median(whole.pieces.map((p) => p.box.height)) * view.zoom >= TAGGED_PX;
  for (const p of pieces)
    if (tagged || p.id === scene.chosen || isDoubtful(p)) drawTag(g, view, p, p.id === scene.chosen, inks);
  return !all;
}

function drawTraces(g: CanvasRenderingContext2D, view: View, scene: Scene, inks: Inks): void {
  const { shown } = scene;
  const chosen = scene.pieces.find((p) => p.id === scene.chosen);
  g.save();
  g.translate(view.x, view.y);
  g.scale(view.zoom, view.zoom);
  if (scene.image && shown.picture) drawPicture(g, scene.image, scene.night);
  if (shown.ink) for (const { x, y, image } of scene.inks.values()) g.drawImage(image, x, y);
  if (shown.colours) for (const p of scene.pieces) if (p.state !== 'dropped') fillLayers(g, p.layers);
  if (shown.outline) {
    for (const p of scene.pieces) {
      g.lineWidth = (p.id === scene.chosen ? 1.4 : 0.9) / view.zoom;
      g.strokeStyle =
        p.state === 'dropped'
          ? '#8a8172'
          : p.id === scene.chosen
            ? '#0b6b66'
            : isDoubtful(p)
              ? '#a8321a'
              : '#2b7d78';
      if (!scene.image && p.layers.length === 0 && p.state !== 'dropped') {
        g.fillStyle = inks.ink;
        g.globalAlpha = 0.75;
        g.fill(path2dOf(p.outline));
        g.globalAlpha = 1;
      }
      if (p.id === scene.chosen && !shown.deviation && !shown.points && p.layers.length === 0) {
        g.fillStyle = 'rgba(11, 107, 102, 0.28)';
        g.fill(path2dOf(p.outline));
      }
      g.stroke(path2dOf(p.outline));
    }
  }
  g.restore();
  if (chosen && shown.deviation && scene.deviation) drawDeviation(g, view, scene.deviation, inks);
  if (chosen && shown.points) drawPoints(g, view, chosen, inks);
}

function drawPicture(g: CanvasRenderingContext2D, image: SheetImage, night: boolean): void {
  g.globalAlpha = night ? 0.85 : 1;
  g.drawImage(image, 0, 0);
  g.globalAlpha = 1;
}

/** Before on the left, after on the right of the bench's middle, with a line between. */
function drawHalves(g: CanvasRenderingContext2D, view: View, scene: Scene, inks: Inks): void {
  const middleX = Math.round(scene.width / 2);
  const half = (x: number, width: number, draw: () => void) => {
    g.save();
    g.beginPath();
    g.rect(x, 0, width, 1e5);
    g.clip();
    g.translate(view.x, view.y);
    g.scale(view.zoom, view.zoom);
    draw();
    g.restore();
  };
  const { image } = scene;
  if (image) half(0, middleX, () => drawPicture(g, image, scene.night));
  half(middleX, scene.width - middleX, () => {
    for (const p of scene.pieces) {
      if (p.state === 'dropped') continue;
      g.fillStyle = inks.ink;
      if (p.layers.length > 0) fillLayers(g, p.layers);
      else g.fill(path2dOf(p.outline));
    }
  });
  g.fillStyle = inks.hand;
  g.fillRect(middleX - 0.5, 0, 1, 1e5);
}

/** A thin thread from letter to letter; it jumps from row to row with a fainter line. */
function drawThread(
  g: CanvasRenderingContext2D,
  view: View,
  pieces: readonly PieceRow[],
  seen: ReadonlySet<PieceRow>,
): void {
  const kept = pieces.filter((p) => p.state !== 'dropped');
  const [along, jumps] = [new Path2D(), new Path2D()];
  kept.forEach((p, i) => {
    const next = kept[i + 1];
    if (!next || !(seen.has(p) || seen.has(next))) return;
    const [a, b] = [toScreen(view, middle(p)), toScreen(view, middle(next))];
    const path = next.row === p.row ? along : jumps;
    path.moveTo(a.x, a.y);
    path.lineTo(b.x, b.y);
  });
  g.save();
  g.strokeStyle = '#9a6b1f';
  g.lineWidth = 1;
  g.globalAlpha = 0.75;
  g.stroke(along);
  g.globalAlpha = 0.25;
  g.setLineDash([3, 5]);
  g.stroke(jumps);
  g.restore();
}

/** The suggested character on a small tag above the piece: dashed when doubtful, struck through when dropped. */
function drawTag(g: CanvasRenderingContext2D, view: View, p: PieceRow, chosen: boolean, inks: Inks): void {
  const at = toScreen(view, { x: p.box.x + p.box.width / 2, y: p.box.y });
  const label = pieceLabel(p) ?? '?';
  const text = p.state === 'dropped' ? 'x' : label.length > 14 ? `${label.slice(0, 13)}…` : label;
  g.save();
  g.font = "bold 12px 'Atkinson Hyperlegible', sans-serif";
  const width = g.measureText(text).width + 8;
  const doubtful = p.state !== 'dropped' && isDoubtful(p);
  g.fillStyle = chosen ? inks.hand : inks.sheet;
  g.strokeStyle = doubtful ? inks.snag : inks.rule;
  g.setLineDash(doubtful ? [3, 2] : []);
  g.beginPath();
  g.rect(at.x - width / 2, at.y - 20, width, 16);
  g.fill();
  g.stroke();
  g.fillStyle = chosen ? inks.paper : doubtful ? inks.snag : inks.ink;
  g.textAlign = 'center';
  g.fillText(text, at.x, at.y - 8);
  g.restore();
}
