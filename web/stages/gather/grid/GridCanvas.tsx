import { useCallback, useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { moduleContours } from '../../../../core/outlines/modules/moduleContours';
import type { Module } from '../../../../core/outlines/modules/modules';
import { drawContours } from '../../../../core/foundations/geometry/outlineSink';
import { readInks } from '../../../canvas/inks';
import { gridKey, gridTool, type Cell, type GridPointer, type Painting } from '../../../tools/grid/gridTool';
import { useSize } from '../../../ui/useSize';

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

/** Cells shown above the capitals, below the baseline, and across. */
const ABOVE = 2;
const BELOW = 3;
const COLUMNS = 12;

/** The grid of one letter: paint cells by clicking and dragging, or with arrows and Space. */
export function GridCanvas({ char, cells, capRows, xRows, brush, onPaint }: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [painting, setPainting] = useState<Painting | null>(null);
  const [cursor, setCursor] = useState<Cell | null>(null);
  const rows = capRows + ABOVE + BELOW;
  const side = Math.max(4, Math.floor(Math.min((width - 24) / COLUMNS, (height - 24) / rows)));
  const left = Math.floor((width - side * COLUMNS) / 2);
  const baseline = Math.floor((height - side * rows) / 2) + side * (capRows + ABOVE);
  const shown = painting?.cells ?? cells;

  const draw = useCallback(() => {
    const g = canvas.current?.getContext('2d');
    if (!g || width === 0) return;
    const inks = readInks();
    g.setTransform(devicePixelRatio, 0, 0, devicePixelRatio, 0, 0);
    g.fillStyle = inks.sheet;
    g.fillRect(0, 0, width, height);
    g.lineWidth = 1;
    g.strokeStyle = inks.rule;
    g.beginPath();
    for (let i = 0; i <= COLUMNS; i++) {
      g.moveTo(left + i * side + 0.5, baseline - (capRows + ABOVE) * side);
      g.lineTo(left + i * side + 0.5, baseline + BELOW * side);
    }
    for (let j = -BELOW; j <= capRows + ABOVE; j++) {
      g.moveTo(left, baseline - j * side + 0.5);
      g.lineTo(left + COLUMNS * side, baseline - j * side + 0.5);
    }
    g.stroke();
    g.save();
    g.translate(left, baseline);
    g.scale(side, -side);
    g.fillStyle = inks.ink;
    g.beginPath();
    drawContours(moduleContours(shown), g);
    g.fill();
    g.restore();
    const line = (row: number, dash: number[], name: string) => {
      g.strokeStyle = g.fillStyle = inks.hand;
      g.setLineDash(dash);
      g.lineWidth = 1.5;
      g.beginPath();
      g.moveTo(left - 10, baseline - row * side + 0.5);
      g.lineTo(left + COLUMNS * side + 10, baseline - row * side + 0.5);
      g.stroke();
      g.setLineDash([]);
      g.font = "11px 'Atkinson Hyperlegible', sans-serif";
      g.fillText(name, left + COLUMNS * side + 14, baseline - row * side + 4);
    };
    line(0, [], 'baseline');
    line(capRows, [1.5, 4], 'caps');
    line(xRows, [9, 5], 'x-height');
    if (cursor) {
      g.strokeStyle = inks.hand;
      g.lineWidth = 2;
      g.strokeRect(left + cursor.x * side + 1, baseline - (cursor.y + 1) * side + 1, side - 2, side - 2);
    }
  }, [baseline, capRows, cursor, height, left, shown, side, width, xRows]);
  useEffect(() => {
    const frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [draw]);

  const cellOf = (e: PointerEvent<HTMLCanvasElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const x = Math.floor((e.clientX - box.left - left) / side);
    const y = Math.floor((baseline - (e.clientY - box.top)) / side);
    return x < 0 || x >= COLUMNS || y < -BELOW || y >= capRows + ABOVE ? null : { x, y };
  };
  const handle = (type: GridPointer['type']) => (e: PointerEvent<HTMLCanvasElement>) => {
    const cell = cellOf(e);
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
        data-side={side}
        data-left={left}
        data-baseline={baseline}
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
