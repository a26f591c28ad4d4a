import { memo, useCallback, useEffect, useRef, type PointerEvent, type RefObject } from 'react';
import { slotOrigin, SLOT } from '../../../../core/project/document/queries/drawnHere';
import type { Lines, PieceRow } from '../../../../core/project/document/schema';
import type { PenPoint, PenStroke } from '../../../../core/tracing/pen/strokes';
import { readInks } from '../../../canvas/inks';
import { useDrawing, writeStroke } from '../../../store/drawing';
import { slotIdle, slotTool, type SlotGesture, type SlotPointer } from '../../../tools/pen/slotTool';
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

/** A way shorter than this is a tap, CSS px. */
const TAP_PX = 5;
const NONE: readonly PenStroke[] = [];

/** Tilt from upright, degrees, from a pointer event's two angles. */
const tiltOf = (e: { tiltX: number; tiltY: number }) => {
  const tan = (deg: number) => Math.tan((deg * Math.PI) / 180);
  return (Math.atan(Math.hypot(tan(e.tiltX), tan(e.tiltY))) * 180) / Math.PI;
};

/** What an event of the page says of the pointer: where it went in px of the slot, `k` CSS px of which make one. */
function pointerOf(type: SlotPointer['type'], e: PointerEvent<HTMLCanvasElement>, k: number): SlotPointer {
  const frame = e.currentTarget.getBoundingClientRect();
  // Events between two frames come bundled; each is a point of its own.
  const bundled = e.nativeEvent.getCoalescedEvents?.() ?? [];
  const points = (bundled.length > 0 ? bundled : [e.nativeEvent]).map((one): PenPoint => [
    (one.clientX - frame.left) / k,
    (one.clientY - frame.top) / k,
    // A mouse has no pressure of its own.
    e.pointerType === 'mouse' || one.pressure === 0 ? 0.5 : one.pressure,
    tiltOf(one),
    one.timeStamp,
  ]);
  return {
    type,
    pointerId: e.pointerId,
    kind: e.pointerType === 'pen' || e.pointerType === 'touch' ? e.pointerType : 'mouse',
    main: e.pointerType !== 'mouse' || e.button === 0,
    eraserEnd: (e.buttons & ERASER_END) !== 0,
    points,
  };
}

/** Draws a slot in the browser's next frame, with the stroke that is being made. */
function useSlotPainting({ char, piece, lines }: Props, k: number, live: RefObject<SlotGesture>) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef(0);
  const waiting = useDrawing((s) => s.waiting.get(char) ?? NONE);
  const paint = useCallback(() => {
    cancelAnimationFrame(frame.current);
    frame.current = requestAnimationFrame(() => {
      const g = canvas.current?.getContext('2d');
      if (!g) return;
      const { pen } = useDrawing.getState();
      const now = live.current;
      const making: PenStroke[] =
        now.mode === 'writing' ? [{ pen, erases: now.erases, points: now.points }] : [];
      drawSlot(g, k * devicePixelRatio, {
        char,
        lines,
        outline: piece?.outline ?? [],
        origin: slotOrigin(piece?.order ?? 0),
        strokes: [...waiting, ...making],
        inks: readInks(),
      });
    });
  }, [char, k, lines, piece, waiting, live]);
  useEffect(() => {
    paint();
    return () => cancelAnimationFrame(frame.current);
  }, [paint]);
  return { canvas, paint };
}

/** Moves go on reaching the slot when they leave it; a pointer that is gone already (a tap) can't be held. */
function capture(e: PointerEvent<HTMLCanvasElement>): void {
  try {
    e.currentTarget.setPointerCapture(e.pointerId);
  } catch {
    // The pointer is gone already: a tap.
  }
}

/** One ruled slot to write a character in, with pen, finger or mouse. */
export const WriteSlot = memo(function WriteSlot(props: Props) {
  const { char, piece, height, chosen, onChoose } = props;
  const live = useRef<SlotGesture>(slotIdle);
  const k = height / SLOT.height;
  const width = SLOT.width * k;
  const { canvas, paint } = useSlotPainting(props, k, live);
  const step = (type: SlotPointer['type'], e: PointerEvent<HTMLCanvasElement>) => {
    const { pen, erases, penSeen } = useDrawing.getState();
    const scene = { inHand: chosen, erases, penSeen, tapPx: TAP_PX / k };
    const answer = slotTool(live.current, pointerOf(type, e, k), scene);
    if (e.pointerType === 'pen' && !penSeen) useDrawing.setState({ penSeen: true });
    live.current = answer.gesture;
    if (answer.choose) onChoose(char);
    if (answer.stroke) writeStroke(char, { pen, ...answer.stroke });
    else paint();
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
      onPointerDown={(e) => {
        capture(e);
        step('down', e);
      }}
      onPointerMove={(e) => live.current.mode === 'writing' && step('move', e)}
      onPointerUp={(e) => step('up', e)}
      onPointerCancel={(e) => step('cancel', e)}
    />
  );
});
