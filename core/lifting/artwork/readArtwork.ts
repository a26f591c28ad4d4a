import { scaling, translation } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { contoursBox, type Box } from '../../foundations/geometry/measure';
import { transformPaint, type ColourLayer } from '../../foundations/geometry/paint';
import { fail, ok, problem, type Result } from '../../foundations/problems/problem';
import { readSvg, type SvgDrawing } from '../../readers/svg/read/readSvg';
import { svgLayersOf, svgOutline } from '../../readers/svg/read/svgOutline';

/** A vector drawing as one outline, px of its document (y down). */
export interface Artwork {
  readonly outline: readonly Contour[];
  readonly layers: readonly ColourLayer[];
  /** The document's own frame. */
  readonly board: { readonly width: number; readonly height: number };
  readonly box: Box;
  /** What of the drawing was not understood and is missing. */
  readonly notUnderstood: readonly string[];
}

/** An SVG file's text to its merged outline; what was not understood comes as a warning. */
export function readArtwork(text: string, file: string): Result<Artwork> {
  const drawing = readSvg(text);
  return drawing.ok ? artworkOf(drawing.value, file) : drawing;
}

/** A drawing's shapes as their merged outline. */
export function artworkOf(drawing: SvgDrawing, file: string): Result<Artwork> {
  const outline = svgOutline(drawing);
  const box = contoursBox(outline);
  if (!box) return fail({ code: 'svg-empty' }, { file });
  const { width, height, notUnderstood } = drawing;
  const warnings =
    notUnderstood.length > 0
      ? [problem({ code: 'svg-partly', what: notUnderstood }, 'warning', { file })]
      : [];
  const layers = svgLayersOf(drawing);
  return ok({ outline, layers, board: { width, height }, box, notUnderstood }, warnings);
}

/** What a clipboard may hold of a drawing: an SVG document, or bare path data. Null when it is neither. */
export function pastedSvg(text: string): string | null {
  const plain = text.trim();
  if (/<svg[\s>]/.test(plain)) return plain.slice(plain.search(/<(\?xml|svg)/));
  if (!/^[Mm]\s*[-+.\d][-+.,\d\sa-zA-Z]*$/.test(plain)) return null;
  return `<svg xmlns="http://www.w3.org/2000/svg"><path d="${plain}"/></svg>`;
}

/** The same drawing moved and scaled evenly. */
export function moveArtwork(
  a: Pick<Artwork, 'outline' | 'layers'>,
  k: number,
  dx: number,
  dy: number,
): Pick<Artwork, 'outline' | 'layers'> {
  const place = (contours: readonly Contour[]) =>
    transformContours(transformContours(contours, scaling(k)), translation(dx, dy));
  return {
    outline: place(a.outline),
    layers: a.layers.map((l) => ({
      paint: transformPaint(transformPaint(l.paint, scaling(k)), translation(dx, dy)),
      contours: place(l.contours),
    })),
  };
}
