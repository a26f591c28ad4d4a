import { useEffect, useRef, useState, type RefObject } from 'react';
import type { Vec } from '../../core/foundations/geometry/vec';
import { say } from '../ui/aloud';
import { pointerAloud } from '../text/aloud';
import { isOwnKey, isTyping, useBenchKey } from '../ui/benchKeys';
import { keyPointer, moveTo, type KeyAnswer, type KeyPointer } from './keyPointer';
import type { SurfacePointer } from './surfacePointer';
import { toScreen, type View } from './view';

/** What a surface tells of itself for its pointer to be moved by keys. */
export interface ByKeys {
  /** Where it begins, world units. */
  readonly start: () => Vec;
  /** What lies at a place, in a few words; empty = nothing to speak of. */
  readonly there: (at: Vec) => string;
  /** From the world to the numbers that are told and typed, and back: its own inverse. */
  readonly told: (at: Vec) => Vec;
  readonly unit: string;
}

interface Options {
  readonly canvas: RefObject<HTMLCanvasElement | null>;
  readonly view: View | null;
  readonly onView: (view: View) => void;
  readonly byKeys: ByKeys | undefined;
  readonly onPointer: ((e: SurfacePointer) => void) | undefined;
}

/** The pointer stays this far from the edge of what is in view, screen px. */
const EDGE_PX = 24;

/** The view moved so that a place is in it; the same when it is already. */
function seeing(view: View, at: Vec, { width, height }: { width: number; height: number }): View {
  const { x, y } = toScreen(view, at);
  const into = (v: number, size: number) => Math.max(EDGE_PX, Math.min(size - EDGE_PX, v)) - v;
  const [dx, dy] = [into(x, width), into(y, height)];
  return dx === 0 && dy === 0 ? view : { ...view, x: view.x + dx, y: view.y + dy };
}

/** Whether a key is meant for a field or a button that has the focus. */
const belongsElsewhere = (e: KeyboardEvent): boolean => {
  const target = e.target instanceof Element ? e.target : null;
  return isTyping(target) || isOwnKey(e.key, target) || e.altKey || e.metaKey;
};

const DONE = { down: 'pressed, ', up: 'let go, ', cancel: 'given up, ', move: '' } as const;

/** Tells the tools what a pointer does, shows the place, and says it. */
function act({ pointer, doings }: KeyAnswer, shift: boolean, options: Options): void {
  const { view, onView, onPointer, byKeys } = options;
  const box = options.canvas.current;
  if (!view || !byKeys || !box) return;
  const own = { shift, alt: false, ctrl: false, device: 'keys' } as const;
  for (const { type, at } of doings) onPointer?.({ ...own, type, world: at, screen: toScreen(view, at) });
  if (!pointer) return say('Pointer put away.');
  const next = seeing(view, pointer.at, { width: box.clientWidth, height: box.clientHeight });
  if (next !== view) onView(next);
  const done = DONE[doings.at(-1)?.type ?? 'move'];
  say(`${done}${pointerAloud(byKeys.told(pointer.at), byKeys.there(pointer.at))}`);
}

/**
 * A pointer on a surface that keys move (P takes it): what it does reaches the tools as if a hand did it. While it is there, arrows,
 * Space, Enter and Escape are its own and no tool's.
 */
export function useKeyPointer(options: Options) {
  const { canvas, view, byKeys } = options;
  const [pointer, setPointer] = useState<KeyPointer | null>(null);
  const latest = useRef({ ...options, pointer });
  useEffect(() => {
    latest.current = { ...options, pointer };
  });
  const take = (answer: KeyAnswer, shift: boolean) => {
    setPointer(answer.pointer);
    act(answer, shift, latest.current);
  };
  const taken = useRef(take);
  useEffect(() => {
    taken.current = take;
  });
  useBenchKey(
    'p',
    () => {
      if (!byKeys || !view) return;
      canvas.current?.focus();
      taken.current(moveTo({ at: byKeys.start(), held: false }, byKeys.start()), false);
    },
    { enabled: byKeys !== undefined },
  );
  const isOut = pointer !== null;
  useEffect(() => {
    if (!isOut) return;
    // Before all others: the arrows would move what is chosen, too.
    const onKey = (e: KeyboardEvent) => {
      const { pointer: now } = latest.current;
      if (!now || belongsElsewhere(e)) return;
      const answer = keyPointer(now, { key: e.key, shift: e.shiftKey, ctrl: e.ctrlKey });
      if (!answer) return;
      e.preventDefault();
      e.stopImmediatePropagation();
      taken.current(answer, e.shiftKey && !e.key.startsWith('Arrow'));
    };
    addEventListener('keydown', onKey, { capture: true });
    return () => removeEventListener('keydown', onKey, { capture: true });
  }, [isOut]);
  return {
    pointer,
    sendTo: (at: Vec) => {
      if (pointer) take(moveTo(pointer, at), false);
    },
  };
}
