import type { Lines } from '../../../core/project/document/schema';
import type { Standing } from '../../../core/type/seat/standing';

/** A line that can be dragged: one of the font's, or one of the artist's own by its id. */
export type LineKey =
  { readonly kind: 'font'; readonly line: keyof Lines } | { readonly kind: 'own'; readonly id: string };

/** How heights are drawn: screen px from the top of the bench to em units. */
export interface Heights {
  readonly low: number;
  readonly high: number;
  /** Px at which `low` and `high` lie. */
  readonly bottomPx: number;
  readonly topPx: number;
}

const emPerPx = ({ low, high, bottomPx, topPx }: Heights): number =>
  (high - low) / Math.max(1, bottomPx - topPx);
export const emAt = (h: Heights, px: number): number => h.low + (h.bottomPx - px) * emPerPx(h);

/** What the pointer holds. Heights are those of when it went down: what moves under it must not move it. */
export type SkylineGesture =
  | { readonly mode: 'idle' }
  | {
      readonly mode: 'bar';
      readonly standing: Standing;
      readonly fromPx: number;
      readonly heights: Heights;
      /** By how much the letters were lifted so far, em units. */
      readonly done: number;
      readonly moved: boolean;
    }
  | { readonly mode: 'line'; readonly key: LineKey; readonly heights: Heights; readonly moved: boolean };

export type SkylinePointer =
  | {
      readonly type: 'down';
      readonly on: { readonly bar: Standing } | { readonly line: LineKey };
      readonly px: number;
      readonly shift: boolean;
      readonly toggle: boolean;
    }
  | {
      readonly type: 'move';
      readonly px: number;
      /** Held to lift without snapping. */ readonly free: boolean;
    }
  | { readonly type: 'up' | 'cancel' };

export interface SkylineScene {
  readonly chosen: ReadonlySet<string>;
  readonly heights: Heights;
}

export interface SkylineAnswer {
  readonly gesture: SkylineGesture;
  readonly choose?: { readonly id: string; readonly how: 'only' | 'toggle' | 'through' };
  /** Moves the chosen letters by so many em units; the first of a drag begins a step. */
  readonly lift?: { readonly by: number; readonly continues: boolean };
  readonly line?: { readonly key: LineKey; readonly value: number; readonly continues: boolean };
}

export const idle: SkylineGesture = { mode: 'idle' };

/** A press that moves less than this chooses and nothing else, px. */
const STILL_PX = 3;
/** Within this many px a dragged foot or top snaps to its line. */
const SNAP_PX = 5;

/** One step on the skyline: bars are chosen and lifted, lines are dragged. */
export function skylineTool(
  gesture: SkylineGesture,
  event: SkylinePointer,
  scene: SkylineScene,
): SkylineAnswer {
  switch (event.type) {
    case 'down':
      return press(event, scene);
    case 'move':
      if (gesture.mode === 'bar') return liftBar(gesture, event);
      if (gesture.mode === 'line') return dragLine(gesture, event.px);
      return { gesture };
    case 'up':
      // A plain click on one of many chooses that one alone.
      return gesture.mode === 'bar' && !gesture.moved && scene.chosen.size > 1
        ? { gesture: idle, choose: { id: gesture.standing.id, how: 'only' } }
        : { gesture: idle };
    case 'cancel':
      return { gesture: idle };
  }
}

function press(
  { on, px, shift, toggle }: Extract<SkylinePointer, { type: 'down' }>,
  { chosen, heights }: SkylineScene,
): SkylineAnswer {
  if ('line' in on) return { gesture: { mode: 'line', key: on.line, heights, moved: false } };
  const { bar } = on;
  if (shift) return { gesture: idle, choose: { id: bar.id, how: 'through' } };
  if (toggle) return { gesture: idle, choose: { id: bar.id, how: 'toggle' } };
  const gesture: SkylineGesture = { mode: 'bar', standing: bar, fromPx: px, heights, done: 0, moved: false };
  return chosen.has(bar.id) ? { gesture } : { gesture, choose: { id: bar.id, how: 'only' } };
}

function liftBar(
  gesture: Extract<SkylineGesture, { mode: 'bar' }>,
  { px, free }: Extract<SkylinePointer, { type: 'move' }>,
): SkylineAnswer {
  const way = gesture.fromPx - px;
  if (!gesture.moved && Math.abs(way) < STILL_PX) return { gesture };
  const k = emPerPx(gesture.heights);
  const wanted = free ? way * k : snapped(gesture.standing, way * k, SNAP_PX * k);
  const to = Math.round(wanted);
  if (to === gesture.done) return { gesture };
  return {
    gesture: { ...gesture, moved: true, done: to },
    lift: { by: to - gesture.done, continues: gesture.moved },
  };
}

function dragLine(gesture: Extract<SkylineGesture, { mode: 'line' }>, px: number): SkylineAnswer {
  const value = Math.round(emAt(gesture.heights, px));
  return {
    gesture: { ...gesture, moved: true },
    line: { key: gesture.key, value, continues: gesture.moved },
  };
}

/** A lift that brings the foot or the top onto its line when it is near; round letters overshoot as the font says. */
function snapped({ foot, head, footOff, topOff }: Standing, by: number, reach: number): number {
  const ways = [...(foot === null ? [] : [-footOff]), ...(head === null ? [] : [-topOff])].filter(
    (w) => Math.abs(w - by) < reach,
  );
  return ways.length === 0 ? by : ways.reduce((a, b) => (Math.abs(a - by) <= Math.abs(b - by) ? a : b));
}
