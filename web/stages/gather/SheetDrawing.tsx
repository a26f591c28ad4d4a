import { useEffect, useRef } from 'react';
import type { PieceRow, SheetRow } from '../../../core/document/schema';
import { useDesk } from '../../app/colourMode';
import { readInks } from '../../canvas/inks';
import { path2dOf } from '../../canvas/path2d';
import { inSlices } from '../../jobs/inSlices';
import type { Steps } from '../../../core/steps';
import { useSize } from '../../ui/useSize';

interface Props {
  readonly sheet: SheetRow;
  readonly pieces: readonly PieceRow[];
}

/** All drawings of a sheet that has no picture, drawn a few at a time. */
export function SheetDrawing({ sheet, pieces }: Props) {
  const { ref, width } = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const desk = useDesk();
  const k = width / sheet.widthPx;
  const height = Math.round(sheet.heightPx * k);
  useEffect(() => {
    const g = canvas.current?.getContext('2d');
    if (!g || width === 0) return;
    const stop = new AbortController();
    const scale = k * devicePixelRatio;
    g.setTransform(1, 0, 0, 1, 0, 0);
    g.clearRect(0, 0, g.canvas.width, g.canvas.height);
    g.setTransform(scale, 0, 0, scale, 0, 0);
    g.fillStyle = readInks().ink;
    inSlices(drawing(g, pieces), { signal: stop.signal }).catch(() => undefined);
    return () => stop.abort();
  }, [pieces, width, height, k, desk]);
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

function* drawing(g: CanvasRenderingContext2D, pieces: readonly PieceRow[]): Steps<void> {
  for (const p of pieces) {
    g.fill(path2dOf(p.outline));
    yield;
  }
}
