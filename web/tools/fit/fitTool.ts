export type Side = 'left' | 'right';

/** Two letters that follow one another, by the ids of their glyphs. */
export interface Pair {
  readonly left: string;
  readonly right: string;
}

/** What the pointer holds. Places are px of the screen, as they were when it went down. */
export type FitGesture =
  | { readonly mode: 'idle' }
  | {
      readonly mode: 'edge';
      readonly id: string;
      readonly side: Side;
      readonly fromPx: number;
      /** The side bearing when it was taken hold of, em units. */
      readonly start: number;
      readonly moved: boolean;
    }
  | {
      readonly mode: 'white';
      readonly pair: Pair;
      readonly fromPx: number;
      /** By how much the pair was kerned so far, em units. */
      readonly done: number;
      readonly moved: boolean;
    };

/** What is pressed: an upright beside a letter with its side bearing, em units, or the white between two letters. */
export type FitHold =
  | { readonly edge: { readonly id: string; readonly side: Side; readonly bearing: number } }
  | { readonly white: Pair };

export type FitPointer =
  | { readonly type: 'down'; readonly on: FitHold; readonly px: number }
  | { readonly type: 'move'; readonly px: number }
  | { readonly type: 'up' | 'cancel' };

export interface FitScene {
  /** Px of the screen that an em unit has. */
  readonly scale: number;
  /** The pair in hand: only its white is dragged; a press on another takes that one in hand. */
  readonly held: Pair | null;
}

export interface FitAnswer {
  readonly gesture: FitGesture;
  readonly hold?: Pair;
  /** A side bearing's new value, em units; the first of a drag begins a step of history. */
  readonly bearing?: {
    readonly id: string;
    readonly side: Side;
    readonly value: number;
    readonly continues: boolean;
  };
  /** A change of a pair's kerning, em units. */
  readonly kern?: Pair & { readonly by: number; readonly continues: boolean };
}

export const idle: FitGesture = { mode: 'idle' };

/** One step on the line of text: uprights move side bearings, the white of the pair in hand its kerning. */
export function fitTool(gesture: FitGesture, event: FitPointer, scene: FitScene): FitAnswer {
  switch (event.type) {
    case 'down':
      return press(event.on, event.px, scene);
    case 'move':
      if (gesture.mode === 'edge') return dragEdge(gesture, event.px, scene);
      if (gesture.mode === 'white') return dragWhite(gesture, event.px, scene);
      return { gesture };
    default:
      return { gesture: idle };
  }
}

function press(on: FitHold, fromPx: number, { held }: FitScene): FitAnswer {
  if ('edge' in on) {
    const { id, side, bearing } = on.edge;
    return { gesture: { mode: 'edge', id, side, fromPx, start: bearing, moved: false } };
  }
  const own = held?.left === on.white.left && held.right === on.white.right;
  if (!own) return { gesture: idle, hold: on.white };
  return { gesture: { mode: 'white', pair: on.white, fromPx, done: 0, moved: false } };
}

function dragEdge(
  gesture: Extract<FitGesture, { mode: 'edge' }>,
  px: number,
  { scale }: FitScene,
): FitAnswer {
  const out = ((px - gesture.fromPx) / scale) * (gesture.side === 'left' ? -1 : 1);
  const { id, side, start, moved } = gesture;
  const value = Math.round(start + out);
  // A hand that trembles changes nothing.
  if (!moved && value === Math.round(start)) return { gesture };
  return { gesture: { ...gesture, moved: true }, bearing: { id, side, value, continues: moved } };
}

function dragWhite(
  gesture: Extract<FitGesture, { mode: 'white' }>,
  px: number,
  { scale }: FitScene,
): FitAnswer {
  const done = Math.round((px - gesture.fromPx) / scale);
  if (done === gesture.done) return { gesture };
  return {
    gesture: { ...gesture, done, moved: true },
    kern: { ...gesture.pair, by: done - gesture.done, continues: gesture.moved },
  };
}
