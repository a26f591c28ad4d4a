import { memo, useMemo } from 'react';
import { scaling } from '../../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../../core/foundations/geometry/contour';
import { colourKey, meanColour } from '../../core/foundations/geometry/paint';
import { advanceOf, placed, placedContours } from '../../core/project/document/queries/metrics';
import type { GlyphRow } from '../../core/project/document/schema';
import { pathData } from '../../core/readers/svg/pathData';

/** A glyph drawn from its outline, in its colours where it has such, all at the same scale, on the same line. */
export const GlyphDrawing = memo(function GlyphDrawing({ glyph, size }: { glyph: GlyphRow; size: number }) {
  const paths = useMemo(() => {
    const drawn = (contours: readonly Contour[]) => pathData(transformContours(contours, scaling(1, -1)), 0);
    if (glyph.layers.length === 0) return [{ d: drawn(placedContours(glyph)), fill: 'currentColor' }];
    // So small that a gradient is its middle colour.
    return placed(glyph, glyph.layers).map((l) => ({
      d: drawn(l.contours),
      fill: colourKey(meanColour(l.paint)),
    }));
  }, [glyph]);
  const advance = Math.max(1, advanceOf(glyph));
  return (
    <svg viewBox={`${advance / 2 - 650} -960 1300 1300`} width={size} height={size} aria-hidden>
      {paths.map(({ d, fill }, i) => (
        <path key={i} d={d} fill={fill} />
      ))}
    </svg>
  );
});
