import { add, type Vec } from '../../core/foundations/geometry/vec';

/** A pointer that is moved by keys, for whoever can't or won't use another. World units of its surface. */
export interface KeyPointer {
  readonly at: Vec;
  /** Whether it is pressed down. */
  readonly held: boolean;
}

export interface KeyPress {
  /** As the browser names it (UI Events, `key`). */
  readonly key: string;
  readonly shift: boolean;
  readonly ctrl: boolean;
}

/** What the pointer does, as any other would. */
interface KeyDoing {
  readonly type: 'down' | 'move' | 'up' | 'cancel';
  readonly at: Vec;
}

export interface KeyAnswer {
  /** Null = it is put away. */
  readonly pointer: KeyPointer | null;
  readonly doings: readonly KeyDoing[];
}

const ARROWS: Readonly<Record<string, Vec>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/** World units that an arrow moves it by, with Shift, and with Ctrl. */
const STEP = { plain: 1, shift: 10, ctrl: 100 };

/** Puts it somewhere. */
export const moveTo = ({ held }: KeyPointer, at: Vec): KeyAnswer => ({
  pointer: { at, held },
  doings: [{ type: 'move', at }],
});

/**
 * What a key does to it: arrows move it, Space presses and lets go, Enter presses and the next Enter lets go, Escape gives up what it
 * holds, or puts it away. Null for keys that aren't its own.
 */
export function keyPointer(pointer: KeyPointer, { key, shift, ctrl }: KeyPress): KeyAnswer | null {
  const { at, held } = pointer;
  const way = ARROWS[key];
  if (way) {
    const step = ctrl ? STEP.ctrl : shift ? STEP.shift : STEP.plain;
    return moveTo(pointer, add(at, { x: way.x * step, y: way.y * step }));
  }
  const doing = (...types: KeyDoing['type'][]) => types.map((type) => ({ type, at }));
  switch (key) {
    case ' ':
      return { pointer: { at, held: false }, doings: held ? doing('up') : doing('move', 'down', 'up') };
    case 'Enter':
      return { pointer: { at, held: !held }, doings: held ? doing('up') : doing('move', 'down') };
    case 'Escape':
      return held ? { pointer: { at, held: false }, doings: doing('cancel') } : { pointer: null, doings: [] };
    default:
      return null;
  }
}
