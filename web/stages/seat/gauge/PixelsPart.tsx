import { Text } from '@chakra-ui/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { counted } from '../../../../core/foundations/problems/counted';
import { greyEdges, pixelOf, putOnPixels } from '../../../../core/project/document/commands/icons/evenness';
import { iconsByName } from '../../../../core/project/document/commands/icons/iconNames';
import { compose, scaling, translation } from '../../../../core/foundations/geometry/affine';
import { transformContours } from '../../../../core/foundations/geometry/contour';
import { contoursBox, flattenContour } from '../../../../core/foundations/geometry/measure';
import { polygonCoverage } from '../../../../core/foundations/raster/coverage';
import { advanceOf, placedContours } from '../../../../core/project/document/queries/metrics';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { useGlyphInHand } from '../../../panels/useGlyphInHand';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';

/** Width of the picture, CSS px. */
const SHOWN_PX = 224;
/** Design size before somebody says it, px. */
const FIRST_DESIGN_PX = 24;
/** Curves are drawn as chords within this, px of the design size. */
const FLAT_PX = 0.02;

/** An icon as a screen draws it at the design size, each pixel large, with its grey edges marked. */
function AsPixels({ glyph, px }: { readonly glyph: GlyphRow; readonly px: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const contours = useMemo(() => placedContours(glyph), [glyph]);
  const box = contoursBox(contours);
  const columns = Math.max(1, Math.ceil(advanceOf(glyph) / px));
  const [top, bottom] = [Math.ceil((box?.yMax ?? 0) / px) + 1, Math.floor((box?.yMin ?? 0) / px) - 1];
  const rows = Math.max(1, top - bottom);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
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
  }, [contours, columns, rows, px, top]);
  const edges = greyEdges(glyph, px);
  const large = SHOWN_PX / columns;
  return (
    <div style={{ position: 'relative', width: SHOWN_PX, height: rows * large }} className="as-pixels">
      <canvas
        ref={canvas}
        width={columns}
        height={rows}
        role="img"
        aria-label={`${glyph.name} in pixels, ${counted(edges.length, 'grey edge')}`}
        style={{ width: '100%', height: '100%', imageRendering: 'pixelated' }}
      />
      <svg viewBox={`0 ${-top} ${columns} ${rows}`} style={{ position: 'absolute', inset: 0 }} aria-hidden>
        {Array.from({ length: columns + 1 }, (_, x) => (
          <line
            key={x}
            x1={x}
            x2={x}
            y1={-top}
            y2={-bottom}
            stroke="var(--chakra-colors-rule)"
            strokeWidth={0.03}
          />
        ))}
        {Array.from({ length: rows + 1 }, (_, y) => (
          <line
            key={y}
            x1={0}
            x2={columns}
            y1={y - top}
            y2={y - top}
            stroke={y === top ? 'var(--chakra-colors-hand)' : 'var(--chakra-colors-rule)'}
            strokeWidth={y === top ? 0.08 : 0.03}
          />
        ))}
        {edges.map((e, i) => (
          <line
            key={i}
            x1={e.from.x / px}
            y1={-e.from.y / px}
            x2={e.to.x / px}
            y2={-e.to.y / px}
            stroke="var(--chakra-colors-snag)"
            strokeWidth={0.16}
          />
        ))}
      </svg>
    </div>
  );
}

/** Which edges come out grey at a design size, and icons put on its pixels. */
export function PixelsPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [designPx, setDesignPx] = useState(FIRST_DESIGN_PX);
  const { glyph } = useGlyphInHand();
  const px = pixelOf(doc, designPx);
  const icons = useMemo(() => iconsByName(doc), [doc]);
  const grey = useMemo(() => icons.filter((g) => greyEdges(g, px).length > 0), [icons, px]);
  const shown = glyph && glyph.contours.length > 0 ? glyph : (grey[0] ?? icons[0]);
  if (!shown) return null;
  return (
    <>
      <GaugePart title="In pixels" />
      <NumberField
        label="An em is drawn at"
        unit="px"
        min={8}
        max={256}
        value={designPx}
        onChange={(v) => setDesignPx(Math.round(v))}
      />
      <AsPixels glyph={shown} px={px} />
      <Text fontSize="xs" color="faded">
        {shown.name}. Red: edges that fall between pixels and come out grey.
      </Text>
      <InkButton
        tip="Its edges go to the next lines between pixels, all else along with them; one step to undo"
        disabled={greyEdges(shown, px).length === 0}
        onClick={() => commit(putOnPixels(doc, [shown.id], designPx))}
      >
        Put {shown.name} on pixels
      </InkButton>
      {grey.length > 1 && (
        <InkButton
          tip="One step to undo"
          onClick={() =>
            commit(
              putOnPixels(
                doc,
                grey.map((g) => g.id),
                designPx,
              ),
            )
          }
        >
          Put all {grey.length} with grey edges on pixels
        </InkButton>
      )}
    </>
  );
}
