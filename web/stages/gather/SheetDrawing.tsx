import { useMemo } from 'react';
import type { PieceRow, SheetRow } from '../../../core/project/document/schema';
import { useDesk } from '../../ui/colourMode';
import { readInks } from '../../canvas/inks';
import { path2dOf } from '../../canvas/path2d';
import { useSlicedDrawing } from '../../canvas/useSlicedDrawing';
import type { Steps } from '../../../core/foundations/steps';
import { useSize } from '../../ui/useSize';

interface Props {
  readonly sheet: SheetRow;
  readonly pieces: readonly PieceRow[];
}

/** All drawings of a sheet that has no picture, drawn a few at a time. */
export function SheetDrawing({ sheet, pieces }: Props) {
  const { ref, width } = useSize<HTMLDivElement>();
  const desk = useDesk();
  const k = width / sheet.widthPx;
  const height = Math.round(sheet.heightPx * k);
  const draw = useMemo(
    () => (width === 0 ? null : (g: CanvasRenderingContext2D) => drawing(g, pieces, k)),
    // The desk's colours are read when it is drawn.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [pieces, width, height, k, desk],
  );
  const canvas = useSlicedDrawing(draw);
  return (
    <div ref={ref}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`The drawings of ${sheet.name}`}
        width={Math.round(width * devicePixelRatio)}
        height={Math.round(height * devicePixelRatio)}
        style={{ width: '100%', height, display: 'block' }}
      />
    </div>
  );
}

function* drawing(g: CanvasRenderingContext2D, pieces: readonly PieceRow[], k: number): Steps<void> {
  const scale = k * devicePixelRatio;
  g.setTransform(scale, 0, 0, scale, 0, 0);
  g.fillStyle = readInks().ink;
  for (const p of pieces) {
    g.fill(path2dOf(p.outline));
    yield;
  }
}
