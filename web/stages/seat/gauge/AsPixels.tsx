import { useEffect, useMemo, useRef } from 'react';
import { counted } from '../../../../core/foundations/problems/counted';
import { greyEdges } from '../../../../core/project/document/commands/icons/evenness';
import { compose, scaling, translation } from '../../../../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../core/foundations/geometry/contour';
import { contoursBox, flattenContour } from '../../../../core/foundations/geometry/measure';
import { polygonCoverage } from '../../../../core/foundations/raster/coverage';
import { advanceOf, placedContours } from '../../../../core/project/document/queries/metrics';
import type { GlyphRow } from '../../../../core/project/document/schema';
import type { PixelEdge } from '../../../../core/type/seat/pixelEdges';

/** Width of the picture, CSS px. */
const SHOWN_PX = 224;
/** Curves are drawn as chords within this, px of the design size. */
const FLAT_PX = 0.02;

/** Which pixels are shown: columns from the origin, rows from the upper one (up from the baseline) to the lower. */
interface Field {
  readonly columns: number;
  readonly top: number;
  readonly bottom: number;
}

/** Draws outlines (em units) as a screen does, each pixel by how much of it is covered. */
function paint(
  canvas: HTMLCanvasElement,
  contours: readonly Contour[],
  px: number,
  { columns, top, bottom }: Field,
) {
  const context = canvas.getContext('2d');
  if (!context) return;
  const rows = top - bottom;
  const map = compose(translation(0, top), scaling(1 / px, -1 / px));
  const polygons = transformContours(contours, map).map((c) => flattenContour(c, FLAT_PX));
  const part = polygonCoverage(polygons, columns, rows);
  const image = context.createImageData(columns, rows);
  part.data.forEach((share, i) => {
    const at = 4 * ((part.y + Math.floor(i / part.width)) * columns + part.x + (i % part.width));
    image.data[at + 3] = Math.round(255 * share);
  });
  context.clearRect(0, 0, columns, rows);
  context.putImageData(image, 0, 0);
}

/** Lines between pixels, the baseline among them, and edges that come out grey. Px, y down from the baseline. */
function Lines({ columns, top, bottom, edges }: Field & { readonly edges: readonly PixelEdge[] }) {
  return (
    <svg
      viewBox={`0 ${-top} ${columns} ${top - bottom}`}
      style={{ position: 'absolute', inset: 0 }}
      aria-hidden
      fill="none"
    >
      <path
        d={[
          ...Array.from({ length: columns + 1 }, (_, x) => `M${x} ${-top}V${-bottom}`),
          ...Array.from({ length: top - bottom + 1 }, (_, y) => `M0 ${y - top}H${columns}`),
        ].join('')}
        stroke="var(--chakra-colors-rule)"
        strokeWidth={0.03}
      />
      <path d={`M0 0H${columns}`} stroke="var(--chakra-colors-hand)" strokeWidth={0.08} />
      <path
        d={edges.map(({ from, to }) => `M${from.x} ${-from.y}L${to.x} ${-to.y}`).join('')}
        stroke="var(--chakra-colors-snag)"
        strokeWidth={0.16}
      />
    </svg>
  );
}

/** An icon as a screen draws it at a design size, each pixel large, with its grey edges marked. `px`: em units of a pixel. */
export function AsPixels({ glyph, px }: { readonly glyph: GlyphRow; readonly px: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const contours = useMemo(() => placedContours(glyph), [glyph]);
  const box = contoursBox(contours);
  const columns = Math.max(1, Math.ceil(advanceOf(glyph) / px));
  const [top, bottom] = [Math.ceil((box?.yMax ?? 0) / px) + 1, Math.floor((box?.yMin ?? 0) / px) - 1];
  useEffect(() => {
    if (canvas.current) paint(canvas.current, contours, px, { columns, top, bottom });
  }, [contours, columns, top, bottom, px]);
  const edges = greyEdges(glyph, px);
  const inPx = edges.map((e) => ({
    ...e,
    from: { x: e.from.x / px, y: e.from.y / px },
    to: { x: e.to.x / px, y: e.to.y / px },
  }));
  const height = ((top - bottom) * SHOWN_PX) / columns;
  return (
    <div style={{ position: 'relative', width: SHOWN_PX, height }}>
      <canvas
        ref={canvas}
        width={columns}
        height={top - bottom}
        role="img"
        aria-label={`${glyph.name} in pixels, ${counted(edges.length, 'grey edge')}`}
        style={{ width: '100%', height: '100%', imageRendering: 'pixelated' }}
      />
      <Lines columns={columns} top={top} bottom={bottom} edges={inPx} />
    </div>
  );
}
