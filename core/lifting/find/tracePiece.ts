import { translation } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { contoursBox, flattenContour } from '../../foundations/geometry/measure';
import { distanceToSegment } from '../../foundations/geometry/cubic';
import type { Vec } from '../../foundations/geometry/vec';
import { centrelineOfField, penRunOutline } from '../../tracing/centreline/traceCentreline';
import { traceColours } from '../../tracing/colour/traceColours';
import { transformPaint, type ColourLayer } from '../../foundations/geometry/paint';
import type { PieceRegion } from './pieceRegion';
import { tracePixelField } from '../../tracing/pixels/tracePixels';
import { readEdges, traceRegion, type InkRegion } from '../../tracing/trace/traceRegion';
import type { TraceSettings } from '../../tracing/trace/settings';

/** How the drawings of a sheet are traced; the document's recipe row fits. */
export type TraceRecipe = TraceSettings & {
  readonly mode: 'outline' | 'pixel' | 'centreline' | 'colour';
  /** Flat colours to tell apart at the most, in colour mode. */
  readonly colours?: number;
};

/** A piece as traced, px of the picture (y down). */
export interface TracedInk {
  readonly outline: Contour[];
  /** Colours from the lowest to the top; empty when it was traced as one ink. */
  readonly layers: ColourLayer[];
}

/**
 * One piece's outline by its recipe, px of the picture (y down). A piece on which no pixel grid can be found is traced as
 * an outline: nothing is lost, and its points show it. `turnRad` is how far the page is turned.
 */
export function tracePiece(region: PieceRegion, recipe: TraceRecipe, turnRad: number): TracedInk {
  const layers = recipe.mode === 'colour' ? traceLayers(region, recipe) : [];
  // The lowest layer reaches below all others: it is the drawing's outline.
  const outline = layers[0] ? [...layers[0].contours] : traceOneInk(region, recipe, turnRad);
  return { outline, layers };
}

function traceLayers(region: PieceRegion, recipe: TraceRecipe): ColourLayer[] {
  if (!region.colours) return [];
  const { crop, palette } = region.colours;
  const traced = traceColours(crop, recipe.colours ?? 6, recipe, palette);
  if (!traced.ok) return [];
  const place = translation(region.x, region.y);
  return traced.value.map(({ paint, contours }) => ({
    paint: transformPaint(paint, place),
    contours: transformContours(contours, place),
  }));
}

function traceOneInk(region: InkRegion, recipe: TraceRecipe, turnRad: number): Contour[] {
  const { field, level, x, y } = region;
  if (recipe.mode === 'pixel') {
    const pixels = tracePixelField(field, 'apart');
    if (pixels.ok) return transformContours(pixels.value.contours, translation(x, y));
  }
  if (recipe.mode === 'centreline') {
    const strokes = centrelineOfField(field, level, { tolerancePx: recipe.tolerancePx });
    if (strokes.length > 0) {
      return transformContours(penRunOutline(strokes, field.width, field.height), translation(x, y));
    }
  }
  return traceRegion(region, recipe, turnRad);
}

/** How far an outline lies from the edge of the ink it was traced from. */
export interface Deviation {
  /** x, y and distance of each edge sample, flat; px of the picture. Distance is positive where the outline lies outside of the ink. */
  readonly samples: Float32Array;
  readonly greatestPx: number;
  readonly meanPx: number;
}

/** Signed distances of the ink's edge from an outline (px of the picture). */
export function deviationOf(region: InkRegion, outline: readonly Contour[]): Deviation {
  const lines = outline.map((c) => flattenContour(c, 0.02));
  const boxes = outline.map((c) => contoursBox([c]));
  const samples: number[] = [];
  let [sum, most, count] = [0, 0, 0];
  for (const { ring } of readEdges(region.field, region.level, region.seeds)) {
    for (let i = 0; i < ring.n; i += 2) {
      const p = { x: ring.xs[i]! + region.x, y: ring.ys[i]! + region.y };
      const off = nearest(p, lines, boxes);
      samples.push(p.x, p.y, off);
      sum += Math.abs(off);
      most = Math.max(most, Math.abs(off));
      count++;
    }
  }
  return { samples: Float32Array.from(samples), greatestPx: most, meanPx: count > 0 ? sum / count : 0 };
}

function nearest(p: Vec, lines: readonly Vec[][], boxes: readonly ReturnType<typeof contoursBox>[]): number {
  let least = Infinity;
  let side = 1;
  lines.forEach((line, k) => {
    const box = boxes[k];
    if (
      !box ||
      p.x < box.xMin - least ||
      p.x > box.xMax + least ||
      p.y < box.yMin - least ||
      p.y > box.yMax + least
    )
      return;
    line.forEach((b, i) => {
      const a = line[(i + line.length - 1) % line.length]!;
      const d = distanceToSegment(p, a, b);
      if (d >= least) return;
      least = d;
      // Ink lies on the left of an outline when y points down: right of it the edge is outside.
      side = (p.x - a.x) * (b.y - a.y) - (p.y - a.y) * (b.x - a.x) > 0 ? -1 : 1;
    });
  });
  return least === Infinity ? 0 : -side * least;
}
