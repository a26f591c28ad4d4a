import { useRef, type PointerEvent } from 'react';
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
  });
}
