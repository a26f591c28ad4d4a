import type { TracedPiece } from '../../find/tracedSheet';
import { contoursBox, type Box } from '../../../foundations/geometry/measure';
import type { DrawnShape, SvgDrawing } from '../../../readers/svg/read/readSvg';
import { svgLayersOf, svgOutline } from '../../../readers/svg/read/svgOutline';
import type { LaidOut } from '../layOut';
import { moveArtwork } from '../readArtwork';
import { characterOfLayer } from './layerNames';
import { rowsOfLayers } from './layerRows';
import { TINY } from '../../../foundations/geometry/tolerance';

/** Height a tall letter gets on the sheet, px. */
const LETTER_PX = 200;
const GAP_PX = 60;
/** A drawing is layered by letters when this share of its shapes lies in layers named after some. */
const IN_LAYERS = 0.8;
/** One layer with a letter's name may be chance: ids of drawing programs are short too. */
const FEWEST = 2;

interface LetterLayer {
  readonly char: string;
  readonly variant: string | null;
  readonly shapes: readonly DrawnShape[];
}

/** Which letter's layer a shape lies in: the outermost that is named after one. */
export function letterOfShape({ groups }: DrawnShape): { char: string; variant: string | null } | null {
  for (const name of groups) {
    const read = characterOfLayer(name);
    if (read) return { char: read.char!, variant: read.variant };
  }
  return null;
}

function letterLayers(shapes: readonly DrawnShape[]): LetterLayer[] {
  const layers = new Map<string, LetterLayer>();
  let inside = 0;
  for (const shape of shapes) {
    const letter = letterOfShape(shape);
    if (!letter) continue;
    inside++;
    const key = `${letter.char}.${letter.variant ?? ''}`;
    layers.set(key, { ...letter, shapes: [...(layers.get(key)?.shapes ?? []), shape] });
  }
  return layers.size >= FEWEST && inside >= IN_LAYERS * shapes.length ? [...layers.values()] : [];
}

/**
 * A drawing whose layers (groups) are named after letters, as a sheet of these: each whole, at one scale, on the line of its row;
 * side by side where all lay in one place. Null when its layers are named otherwise.
 */
export function separateLayers(drawing: SvgDrawing): LaidOut | null {
  const drawn = letterLayers(drawing.shapes).flatMap((layer) => {
    const own: SvgDrawing = { ...drawing, shapes: layer.shapes };
    const outline = svgOutline(own);
    const box = contoursBox(outline);
    return box ? [{ ...layer, outline, layers: svgLayersOf(own), box }] : [];
  });
  if (drawn.length < FEWEST) return null;
  const rows = rowsOfLayers(drawn);
  const heights = drawn.map(({ box }) => box.yMax - box.yMin).sort((a, b) => a - b);
  const k = LETTER_PX / Math.max(heights[Math.floor(0.8 * (heights.length - 1))]!, TINY);
  const left = Math.min(...drawn.map((d) => d.box.xMin));
  const top = Math.min(...drawn.map((d) => d.box.yMin));
  const dy = GAP_PX - k * top;
  const pieces: TracedPiece[] = [];
  let widest = 0;
  rows.forEach(({ members, footY, stacked }, row) => {
    let x = GAP_PX;
    for (const i of members) {
      const { box, char, variant, ...layer } = drawn[i]!;
      const dx = stacked ? x - k * box.xMin : GAP_PX - k * left;
      const moved = moveArtwork(layer, k, dx, dy);
      const at = contoursBox(moved.outline) as Box;
      pieces.push({
        box: { x: at.xMin, y: at.yMin, width: at.xMax - at.xMin, height: at.yMax - at.yMin },
        seeds: [],
        cuts: [],
        order: pieces.length,
        row,
        baselineY: k * footY + dy,
        char,
        variant,
        name: null,
        confidence: 1,
        unread: pieces.length === 0 ? drawing.notUnderstood : [],
        ...moved,
      });
      x += at.xMax - at.xMin + GAP_PX;
      widest = Math.max(widest, at.xMax + GAP_PX);
    }
  });
  const bottom = Math.max(...pieces.map((p) => p.box.y + p.box.height));
  return {
    skewRad: 0,
    capHeightPx: 0,
    specksDropped: 0,
    printedLines: 0,
    pieces,
    widthPx: Math.ceil(widest),
    heightPx: Math.ceil(bottom + GAP_PX),
  };
}
