import type { PenPoint } from '../../../core/tracing/pen/strokes';

/** A pointer over a slot, as the slot sees it. */
export interface SlotPointer {
  readonly type: 'down' | 'move' | 'up' | 'cancel';
  readonly pointerId: number;
  readonly kind: 'mouse' | 'pen' | 'touch';
  /** The button that writes; a pen and a finger have no other. */
  readonly main: boolean;
  /** The other end of a pen. */
  readonly eraserEnd: boolean;
  /** Where it went since the last event: px of the slot, time in ms of the page. */
  readonly points: readonly PenPoint[];
}

export interface SlotScene {
  /** The slot's letter is the one in hand. */
  readonly inHand: boolean;
  /** The eraser was chosen. */
  readonly erases: boolean;
  /** A pen was seen on this machine: fingers and palms are left alone from then on. */
  readonly penSeen: boolean;
  /** What moves less than this is a tap, px of the slot. */
  readonly tapPx: number;
}

export type SlotGesture =
  | { readonly mode: 'idle' }
  | {
      readonly mode: 'writing';
      readonly pointerId: number;
      /** When it began, ms of the page. */
      readonly start: number;
      readonly erases: boolean;
      /** The slot was taken in hand by this very press: a tap means that and no dot. */
      readonly takes: boolean;
      /** Points so far, their times from the start. */
      readonly points: readonly PenPoint[];
    };

export interface SlotAnswer {
  readonly gesture: SlotGesture;
  /** The slot's letter is to be taken in hand. */
  readonly choose?: boolean;
  /** A stroke was written. */
  readonly stroke?: { readonly erases: boolean; readonly points: readonly PenPoint[] };
}

export const slotIdle: SlotGesture = { mode: 'idle' };

/**
 * One step of writing into a slot. A press on another slot than the one in hand takes that in hand, and writes when it goes on
 * as a stroke; a tap writes a dot only where the letter is in hand already.
 */
export function slotTool(gesture: SlotGesture, event: SlotPointer, scene: SlotScene): SlotAnswer {
  if (event.type === 'down') return press(gesture, event, scene);
  if (gesture.mode === 'idle' || gesture.pointerId !== event.pointerId) return { gesture };
  if (event.type === 'cancel') return { gesture: slotIdle };
  const points = [...gesture.points, ...timed(event.points, gesture.start)];
  if (event.type === 'move') return { gesture: { ...gesture, points } };
  if (points.length === 0 || (gesture.takes && isTap(points, scene.tapPx))) return { gesture: slotIdle };
  return { gesture: slotIdle, stroke: { erases: gesture.erases, points } };
}

function press(gesture: SlotGesture, event: SlotPointer, scene: SlotScene): SlotAnswer {
  const choose = !scene.inHand;
  const palm = event.kind === 'touch' && scene.penSeen;
  if (gesture.mode !== 'idle' || palm || !event.main) return { gesture, choose };
  const start = event.points[0]?.[4] ?? 0;
  return {
    choose,
    gesture: {
      mode: 'writing',
      pointerId: event.pointerId,
      start,
      erases: scene.erases || event.eraserEnd,
      takes: choose,
      points: timed(event.points, start),
    },
  };
}

const timed = (points: readonly PenPoint[], start: number): PenPoint[] =>
  points.map(([x, y, pressure, tilt, at]) => [x, y, pressure, tilt, Math.max(0, at - start)]);

/** Whether a way stays within a tap of its beginning. */
function isTap(points: readonly PenPoint[], tapPx: number): boolean {
  const [x, y] = points[0]!;
  return points.every((p) => Math.hypot(p[0] - x, p[1] - y) <= tapPx);
}
