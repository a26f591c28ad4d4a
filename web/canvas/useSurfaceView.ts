import { useCallback, useEffect, useRef, type RefObject } from 'react';
import type { Vec } from '../../core/foundations/geometry/vec';
import { usePinch } from './usePinch';
import { zoomAt, type View } from './view';

/** How much a notch of the wheel zooms. */
const ZOOM_PER_WHEEL_PX = 0.0015;

interface Elements {
  readonly box: RefObject<HTMLElement | null>;
  readonly canvas: RefObject<HTMLCanvasElement | null>;
}

/**
 * Zooming and moving a view by the wheel, by two fingers, and by a drag with the middle button or with Space held. Several moves can
 * come before the next drawing, and while it is being made: each goes on from the one before.
 */
export function useSurfaceView(elements: Elements, view: View | null, onView: (view: View) => void) {
  const { box, canvas } = elements;
  const shown = useRef(view);
  const asked = useRef<View | null>(null);
  useEffect(() => {
    if (asked.current !== null && asked.current !== view && view !== null) return;
    shown.current = view;
    asked.current = null;
  }, [view]);
  const show = useCallback(
    (next: View) => {
      shown.current = next;
      asked.current = next;
      onView(next);
    },
    [onView],
  );
  useWheel(canvas, shown, show);
  const space = useSpaceHeld();
  const pan = useRef<{ at: Vec; view: View } | null>(null);
  usePinch(box, (at, factor, by) => {
    if (!shown.current) return;
    pan.current = null;
    const { zoom, x, y } = zoomAt(shown.current, at, factor);
    show({ zoom, x: x + by.x, y: y + by.y });
  });
  /** Whether a pointer's doing moves the view, so that it is no tool's business. */
  const pans = (type: 'down' | 'move' | 'up' | 'cancel', screen: Vec, button: number): boolean => {
    if (type === 'down' && view && (button === 1 || space.current)) {
      pan.current = { at: screen, view };
      return true;
    }
    if (!pan.current) return false;
    const { at, view: start } = pan.current;
    if (type === 'up' || type === 'cancel') pan.current = null;
    else show({ ...start, x: start.x + screen.x - at.x, y: start.y + screen.y - at.y });
    return true;
  };
  const zoomBy = (factor: number, at: Vec) => shown.current && show(zoomAt(shown.current, at, factor));
  return { pans, zoomBy };
}

function useWheel(
  canvas: Elements['canvas'],
  shown: RefObject<View | null>,
  show: (view: View) => void,
): void {
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const now = shown.current;
      if (!now || e.ctrlKey) return;
      const r = element.getBoundingClientRect();
      const at = { x: e.clientX - r.left, y: e.clientY - r.top };
      if (e.shiftKey) show({ ...now, x: now.x - e.deltaY, y: now.y });
      else show(zoomAt(now, at, Math.exp(-e.deltaY * ZOOM_PER_WHEEL_PX)));
    };
    // React's own wheel listeners are passive; the page must not scroll.
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [canvas, shown, show]);
}

function useSpaceHeld(): RefObject<boolean> {
  const held = useRef(false);
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.code === 'Space') held.current = e.type === 'keydown';
    };
    addEventListener('keydown', key);
    addEventListener('keyup', key);
    return () => {
      removeEventListener('keydown', key);
      removeEventListener('keyup', key);
    };
  }, []);
  return held;
}
