import { useGesture } from '@use-gesture/react';
import { useEffect, useRef, type RefObject } from 'react';
import type { Vec } from '../../core/foundations/geometry/vec';

/**
 * Larger or smaller by a factor about a place, and moved by so much besides; CSS px from the element's corner.
 */
export type ZoomAndPan = (at: Vec, factor: number, by: Vec) => void;

/** A turn of the wheel in steps of this becomes a factor. */
const WHEEL_RATE = 0.0015;
const STILL = { x: 0, y: 0 };

interface Pinch {
  readonly size: number;
  readonly at: Vec;
}

/**
 * Two fingers zoom and move what the element shows; so does the wheel with Ctrl, as touch pads send it. What the first finger was
 * doing is cancelled when the second comes down, and while both are down nothing inside hears of them.
 */
export function usePinch(element: RefObject<HTMLElement | null>, change: ZoomAndPan): void {
  const pinching = useRef(false);
  const first = useRef<PointerEvent | null>(null);
  const latest = useRef(change);
  useEffect(() => {
    latest.current = change;
  });
  useGesture(
    {
      onPinch: (state) => {
        if (state.event.type === 'wheel') return undefined;
        const at = placeIn(element.current!, ...state.origin);
        const size = state.movement[0];
        if (state.first) callOff(first.current);
        pinching.current = !state.last;
        const before = (state.memo as Pinch | undefined) ?? { size: 1, at };
        const now = { size: size > 0 ? size : before.size, at };
        latest.current(at, now.size / before.size, { x: at.x - before.at.x, y: at.y - before.at.y });
        return now;
      },
    },
    // By touch events: the pointer events of the first finger are called off below.
    { target: element, eventOptions: { passive: false }, pinch: { pointer: { touch: true } } },
  );
  useLostTouches(element);
  useEffect(() => {
    const held = element.current;
    if (!held) return;
    const wheel = (e: WheelEvent) => {
      if (!e.ctrlKey) return;
      e.preventDefault();
      latest.current(placeIn(held, e.clientX, e.clientY), Math.exp(-e.deltaY * WHEEL_RATE), STILL);
    };
    const down = (e: PointerEvent) => {
      if (e.pointerType === 'touch' && e.isPrimary) first.current = e;
    };
    const still = (e: PointerEvent) => pinching.current && e.pointerType === 'touch' && e.stopPropagation();
    // Listeners that React adds to wheels are passive; the page must not zoom.
    held.addEventListener('wheel', wheel, { passive: false });
    held.addEventListener('pointerdown', down, { capture: true });
    held.addEventListener('pointermove', still);
    return () => {
      held.removeEventListener('wheel', wheel);
      held.removeEventListener('pointerdown', down, { capture: true });
      held.removeEventListener('pointermove', still);
    };
  }, [element]);
}

/**
 * Touches belong to what they began on, also when a new layout takes that away (Touch Events 2, 5.7): their events then reach the bench
 * no more, and it is told in their stead.
 */
function useLostTouches(element: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const held = element.current;
    if (!held) return;
    const passOn = (e: TouchEvent) => {
      const { currentTarget, type } = e;
      if (!(currentTarget instanceof Node)) return;
      if (!held.contains(currentTarget)) held.dispatchEvent(asOn(held, e));
      if (type === 'touchmove' || e.targetTouches.length > 0) return;
      for (const kind of FOLLOWED) currentTarget.removeEventListener(kind, passOn as EventListener);
    };
    const began = ({ target }: TouchEvent) => {
      for (const kind of FOLLOWED) target?.addEventListener(kind, passOn as EventListener);
    };
    held.addEventListener('touchstart', began, { capture: true, passive: true });
    return () => held.removeEventListener('touchstart', began, { capture: true });
  }, [element]);
}

const FOLLOWED = ['touchmove', 'touchend', 'touchcancel'] as const;

/** A touch event as it would be on an element. */
function asOn(target: HTMLElement, e: TouchEvent): TouchEvent {
  const moved = (list: TouchList) =>
    Array.from(
      list,
      ({ identifier, clientX, clientY }) => new Touch({ identifier, target, clientX, clientY }),
    );
  return new TouchEvent(e.type, {
    bubbles: true,
    cancelable: true,
    touches: moved(e.touches),
    targetTouches: moved(e.targetTouches),
    changedTouches: moved(e.changedTouches),
  });
}

function placeIn(element: HTMLElement, clientX: number, clientY: number): Vec {
  const box = element.getBoundingClientRect();
  return { x: clientX - box.left, y: clientY - box.top };
}

/** What a finger began is no gesture of the bench: the bench is told as if the system had taken the pointer away. */
function callOff(began: PointerEvent | null): void {
  if (!began) return;
  const { pointerId, pointerType } = began;
  began.target?.dispatchEvent(new PointerEvent('pointercancel', { bubbles: true, pointerId, pointerType }));
}
