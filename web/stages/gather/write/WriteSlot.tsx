import { memo, useCallback, useEffect, useRef, type PointerEvent } from 'react';
import { SLOT, slotOrigin } from '../../../../core/document/commands/drawn';
import type { Lines, PieceRow } from '../../../../core/document/schema';
import type { PenPoint, PenStroke } from '../../../../core/pen/strokes';
import { readInks } from '../../../canvas/inks';
import { useDrawing, writeStroke } from '../../../store/drawing';
import { drawSlot } from './drawSlot';

interface Props {
  readonly char: string;
  readonly piece: PieceRow | undefined;
  readonly lines: Lines;
  /** Height on the screen, CSS px. */
  readonly height: number;
  readonly chosen: boolean;
  readonly onChoose: (char: string) => void;
}

/** A pen's other end, by the Pointer Events standard (button 5). */
const ERASER_END = 32;
/** Once a pen was seen, fingers and palms are left alone. */
let penSeen = false;
const NONE: readonly PenStroke[] = [];

/** Tilt from upright, degrees, from a pointer event's two angles. */
const tiltOf = (e: { tiltX: number; tiltY: number }) => {
  const tan = (deg: number) => Math.tan((deg * Math.PI) / 180);
  return (Math.atan(Math.hypot(tan(e.tiltX), tan(e.tiltY))) * 180) / Math.PI;
};

/** One ruled slot to write a character in, with pen, finger or mouse. */
export const WriteSlot = memo(function WriteSlot({ char, piece, lines, height, chosen, onChoose }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const live = useRef<{ id: number; start: number; erases: boolean; points: PenPoint[] } | null>(null);
  const frame = useRef(0);
  const waiting = useDrawing((s) => s.waiting.get(char) ?? NONE);
  const k = height / SLOT.height;
  const width = SLOT.width * k;

  const paint = useCallback(() => {
    cancelAnimationFrame(frame.current);
    frame.current = requestAnimationFrame(() => {
      const g = canvas.current?.getContext('2d');
      if (!g) return;
      const { pen } = useDrawing.getState();
      const now = live.current;
      const making: PenStroke[] = now ? [{ pen, erases: now.erases, points: now.points }] : [];
      drawSlot(g, k * devicePixelRatio, {
        char,
        lines,
        outline: piece?.outline ?? [],
        origin: slotOrigin(piece?.order ?? 0),
        strokes: [...waiting, ...making],
        inks: readInks(),
      });
    });
  }, [char, k, lines, piece, waiting]);
  useEffect(() => {
    paint();
    return () => cancelAnimationFrame(frame.current);
  }, [paint]);

  const add = (e: PointerEvent<HTMLCanvasElement>) => {
    const now = live.current!;
    const frame = e.currentTarget.getBoundingClientRect();
    // Events between two frames come bundled; each is a point of its own.
    const all = e.nativeEvent.getCoalescedEvents?.() ?? [];
    for (const one of all.length > 0 ? all : [e.nativeEvent])
      now.points.push([
        (one.clientX - frame.left) / k,
        (one.clientY - frame.top) / k,
        // A mouse has no pressure of its own.
        e.pointerType === 'mouse' || one.pressure === 0 ? 0.5 : one.pressure,
        tiltOf(one),
        Math.max(0, one.timeStamp - now.start),
      ]);
  };
  const down = (e: PointerEvent<HTMLCanvasElement>) => {
    onChoose(char);
    if (e.pointerType === 'pen') penSeen = true;
    if (
      (e.pointerType === 'touch' && penSeen) ||
      live.current ||
      (e.pointerType === 'mouse' && e.button !== 0)
    )
      return;
    try {
      e.currentTarget.setPointerCapture(e.pointerId);
    } catch {
      // The pointer is gone already: a tap.
    }
    const erases = useDrawing.getState().erases || (e.buttons & ERASER_END) !== 0;
    live.current = { id: e.pointerId, start: e.timeStamp, erases, points: [] };
    add(e);
    paint();
  };
  const move = (e: PointerEvent<HTMLCanvasElement>) => {
    if (live.current?.id !== e.pointerId) return;
    add(e);
    paint();
  };
  const up = (e: PointerEvent<HTMLCanvasElement>) => {
    const now = live.current;
    if (now?.id !== e.pointerId) return;
    live.current = null;
    if (e.type === 'pointercancel') return paint();
    writeStroke(char, { pen: useDrawing.getState().pen, erases: now.erases, points: now.points });
  };
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={`Slot for ${char}, ${piece ? 'written' : 'empty'}`}
      width={Math.round(width * devicePixelRatio)}
      height={Math.round(height * devicePixelRatio)}
      style={{
        width,
        height,
        touchAction: 'none',
        cursor: 'crosshair',
        outline: `2px solid var(--chakra-colors-${chosen ? 'hand' : 'rule'})`,
      }}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
    />
  );
});
