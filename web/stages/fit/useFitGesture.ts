import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import {
  fitTool,
  idle,
  type FitAnswer,
  type FitGesture,
  type FitHold,
  type FitPointer,
  type FitScene,
} from '../../tools/fit/fitTool';

/** Events of an element that can be taken hold of. */
export interface Holding {
  readonly onPointerDown: (e: PointerEvent<SVGElement>) => void;
  readonly onPointerMove: (e: PointerEvent<SVGElement>) => void;
  readonly onPointerUp: () => void;
  readonly onPointerCancel: () => void;
  readonly onKeyDown: (e: KeyboardEvent<SVGElement>) => void;
}

/** What keys do to a thing that has the focus: uprights are sliders, the white between letters is a button. */
function byKey(on: FitHold, e: KeyboardEvent): FitAnswer | null {
  if ('white' in on) return e.key === 'Enter' || e.key === ' ' ? { gesture: idle, hold: on.white } : null;
  const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key];
  if (way === undefined || e.altKey || e.ctrlKey || e.metaKey) return null;
  const { id, side, bearing } = on.edge;
  const value = Math.round(bearing) + way * (e.shiftKey ? 10 : 1);
  return { gesture: idle, bearing: { id, side, value, continues: false } };
}

/** Passes pointers on to the tool of the line, and its answers to `ask`. */
export function useFitGesture(scene: FitScene, ask: (answer: FitAnswer) => void): (on: FitHold) => Holding {
  const gesture = useRef<FitGesture>(idle);
  const step = (event: FitPointer) => {
    const answer = fitTool(gesture.current, event, scene);
    gesture.current = answer.gesture;
    ask(answer);
  };
  return (on) => ({
    onPointerDown(e) {
      e.stopPropagation();
      e.currentTarget.setPointerCapture(e.pointerId);
      step({ type: 'down', on, px: e.clientX });
    },
    onPointerMove: (e) => step({ type: 'move', px: e.clientX }),
    onPointerUp: () => step({ type: 'up' }),
    onPointerCancel: () => step({ type: 'cancel' }),
    onKeyDown(e) {
      const answer = byKey(on, e);
      if (!answer) return;
      e.preventDefault();
      e.stopPropagation();
      ask(answer);
    },
  });
}
