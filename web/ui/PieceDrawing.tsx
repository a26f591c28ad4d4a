import { memo, useMemo } from 'react';
import type { PieceRow } from '../../core/project/document/schema';
import { contoursBox } from '../../core/foundations/geometry/measure';
import { pathData } from '../../core/readers/svg/pathData';

interface Props {
  readonly piece: PieceRow;
  readonly width?: number;
  readonly height?: number;
}

/** A piece's outline as a small drawing. */
export const PieceDrawing = memo(function PieceDrawing({ piece, width = 22, height = 26 }: Props) {
  const { d, viewBox } = useMemo(() => {
    const box = contoursBox(piece.outline);
    const pad = 4;
    const view = box
      ? [box.xMin - pad, box.yMin - pad, box.xMax - box.xMin + 2 * pad, box.yMax - box.yMin + 2 * pad].join(
          ' ',
        )
      : '0 0 1 1';
    return { d: pathData(piece.outline, 1), viewBox: view };
  }, [piece.outline]);
  return (
    <svg viewBox={viewBox} width={width} height={height} aria-hidden preserveAspectRatio="xMidYMid meet">
      <path d={d} fill="currentColor" />
    </svg>
  );
});
