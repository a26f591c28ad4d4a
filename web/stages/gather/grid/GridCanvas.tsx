import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Module } from '../../../../core/outlines/modules/modules';
import { readInks } from '../../../canvas/inks';
import { gridKey, gridTool, type Cell, type GridPointer, type Painting } from '../../../tools/grid/gridTool';
import { useSize } from '../../../ui/useSize';
import { ABOVE, BELOW, cellAt, COLUMNS, drawGrid, placeOf } from './drawGrid';

interface Props {
  readonly char: string;
  readonly cells: readonly Module[];
  /** Cells from the baseline to the capitals' height. */
  readonly capRows: number;
  readonly xRows: number;
  /** What a click paints; null clears. */
  readonly brush: Pick<Module, 'shape' | 'turn'> | null;
  readonly onPaint: (cells: readonly Module[]) => void;
}

/** The grid of one letter: paint cells by clicking and dragging, or with arrows and Space. */
export function GridCanvas({ char, cells, capRows, xRows, brush, onPaint }: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [painting, setPainting] = useState<Painting | null>(null);
  const [cursor, setCursor] = useState<Cell | null>(null);
  const place = useMemo(() => placeOf(width, height, capRows), [width, height, capRows]);
  const shown = painting?.cells ?? cells;
  useEffect(() => {
    const frame = requestAnimationFrame(() => {
      const g = canvas.current?.getContext('2d');
      if (!g || width === 0) return;
      g.setTransform(devicePixelRatio, 0, 0, devicePixelRatio, 0, 0);
      drawGrid(g, { place, cells: shown, capRows, xRows, cursor, inks: readInks() });
    });
    return () => cancelAnimationFrame(frame);
  }, [place, shown, capRows, xRows, cursor, width]);

  const handle = (type: GridPointer['type']) => (e: PointerEvent<HTMLCanvasElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const cell = cellAt(place, capRows, e.clientX - box.left, e.clientY - box.top);
    if (type === 'down' && cell) {
      e.currentTarget.setPointerCapture(e.pointerId);
      setCursor(null);
    }
    const { gesture, done } = gridTool(painting, { type, cell, other: e.button === 2 }, { cells, brush });
    if (gesture !== painting) setPainting(gesture);
    if (done) onPaint(done);
  };
  const key = (e: KeyboardEvent) => {
    const room = { columns: COLUMNS, low: -BELOW, high: capRows + ABOVE - 1 };
    const made = gridKey(cursor, e.key, { cells, brush }, room);
    if (!made.taken) return;
    e.preventDefault();
    e.stopPropagation();
    setCursor(made.cursor);
    if (made.done) onPaint(made.done);
  };
  return (
    <div ref={ref} style={{ flex: 1, minHeight: 0, position: 'relative' }}>
      <canvas
        ref={canvas}
        role="application"
        tabIndex={0}
        aria-label={`Grid of ${char}: arrows move, Space paints`}
        data-side={place.side}
        data-left={place.left}
        data-baseline={place.baseline}
        width={Math.round(width * devicePixelRatio)}
        height={Math.round(height * devicePixelRatio)}
        style={{ position: 'absolute', inset: 0, width, height, touchAction: 'none' }}
        onPointerDown={handle('down')}
        onPointerMove={handle('move')}
        onPointerUp={handle('up')}
        onPointerCancel={handle('cancel')}
        onContextMenu={(e) => e.preventDefault()}
        onKeyDown={key}
      />
    </div>
  );
}
