import { memo, useMemo } from 'react';
import { scaling } from '../../core/foundations/geometry/affine';
import { transformContours } from '../../core/foundations/geometry/contour';
import { advanceOf, placedContours } from '../../core/project/document/queries/metrics';
import type { GlyphRow } from '../../core/project/document/schema';
import { pathData } from '../../core/readers/svg/pathData';

/** A glyph drawn from its outline, all at the same scale, on the same line. */
export const GlyphDrawing = memo(function GlyphDrawing({ glyph, size }: { glyph: GlyphRow; size: number }) {
  const d = useMemo(() => pathData(transformContours(placedContours(glyph), scaling(1, -1)), 0), [glyph]);
  const advance = Math.max(1, advanceOf(glyph));
  return (
    <svg viewBox={`${advance / 2 - 650} -960 1300 1300`} width={size} height={size} aria-hidden>
      <path d={d} fill="currentColor" />
    </svg>
  );
});
