import { Box } from '@chakra-ui/react';
import {
  useCallback,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  type CSSProperties,
  type RefObject,
} from 'react';
import type { Vec } from '../../core/foundations/geometry/vec';
import { ZoomBar, useZoomKeys } from '../ui/ZoomBar';
import { HeldTouch } from './heldTouch';
import { usePinch } from './usePinch';
import { toWorld, zoomAt, type View } from './view';

/** A pointer's doings in world coordinates, the same for mouse, pen and touch. */
export interface SurfacePointer {
  readonly type: 'down' | 'move' | 'up' | 'cancel';
  readonly world: Vec;
  readonly screen: Vec;
  readonly shift: boolean;
  readonly alt: boolean;
  readonly ctrl: boolean;
  /** mouse, pen or touch. */
  readonly device: string;
}

interface Props {
  readonly label: string;
  readonly view: View | null;
  /** The view that shows all of it: 100 %. */
  readonly whole: View | null;
  /** Null = all of it again. */
  readonly onView: (view: View | null) => void;
  /** Called with the size once known and whenever it changes, so that the first view can be made. */
  readonly onSize?: (width: number, height: number) => void;
  /** Draws everything; `true` when there was no time for all of it, so that it is asked again. */
  readonly draw: (g: CanvasRenderingContext2D, view: View, width: number, height: number) => boolean | void;
  readonly onPointer?: (e: SurfacePointer) => void;
  /** The pointer left without anything held. */
  readonly onLeave?: () => void;
  readonly cursor?: CSSProperties['cursor'];
  /** Filled with a function that draws once more: for what changes with every move of the pointer. */
  readonly painter?: RefObject<(() => void) | null>;
}

/** Moves go on reaching the canvas when they leave it; a pointer that is gone already can't be held. */
function capture(e: React.PointerEvent<HTMLCanvasElement>): void {
  try {
    e.currentTarget.setPointerCapture(e.pointerId);
  } catch {
    // Lifted between the event and here: there is nothing left to follow.
  }
}

/**
 * A canvas with a view: the wheel, two fingers, keys and buttons zoom; two fingers, a drag with the middle button or with Space
 * held move it.
 */
export function Surface({
  label,
  view,
  whole,
  onView,
  onSize,
  draw,
  onPointer,
  onLeave,
  cursor,
  painter,
}: Props) {
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const pan = useRef<{ at: Vec; view: View } | null>(null);
  const space = useRef(false);
  const touch = useRef(new HeldTouch<SurfacePointer>());
  const sizeKnown = useRef(onSize);
  useEffect(() => {
    sizeKnown.current = onSize;
  });

  useLayoutEffect(() => {
    const element = box.current!;
    const observer = new ResizeObserver(() => {
      const next = { width: element.clientWidth, height: element.clientHeight };
      setSize(next);
      sizeKnown.current?.(next.width, next.height);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  useEffect(() => {
    const element = canvas.current!;
    const ratio = devicePixelRatio || 1;
    element.width = Math.round(size.width * ratio);
    element.height = Math.round(size.height * ratio);
  }, [size]);

  const frame = useRef(0);
  useEffect(() => {
    const paint = () => {
      cancelAnimationFrame(frame.current);
      frame.current = requestAnimationFrame(() => {
        const g = canvas.current?.getContext('2d');
        if (!g || !view || size.width === 0) return;
        const ratio = devicePixelRatio || 1;
        g.setTransform(ratio, 0, 0, ratio, 0, 0);
        g.clearRect(0, 0, size.width, size.height);
        if (draw(g, view, size.width, size.height)) paint();
      });
    };
    paint();
    if (painter) painter.current = paint;
    return () => cancelAnimationFrame(frame.current);
  }, [draw, view, size, painter]);

  // Several moves can come before the next drawing, and while it is being made: each goes on from the one before.
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
  useEffect(() => {
    const element = canvas.current!;
    const local = (e: MouseEvent): Vec => {
      const r = element.getBoundingClientRect();
      return { x: e.clientX - r.left, y: e.clientY - r.top };
    };
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const now = shown.current;
      if (!now || e.ctrlKey) return;
      if (e.shiftKey) show({ ...now, x: now.x - e.deltaY, y: now.y });
      else show(zoomAt(now, local(e), Math.exp(-e.deltaY * 0.0015)));
    };
    // React's own wheel listeners are passive; the page must not scroll.
    element.addEventListener('wheel', wheel, { passive: false });
    const key = (e: KeyboardEvent) => {
      if (e.code === 'Space') space.current = e.type === 'keydown';
    };
    addEventListener('keydown', key);
    addEventListener('keyup', key);
    return () => {
      element.removeEventListener('wheel', wheel);
      removeEventListener('keydown', key);
      removeEventListener('keyup', key);
    };
  }, [show]);

  usePinch(box, (at, factor, by) => {
    if (!shown.current) return;
    pan.current = null;
    const { zoom, x, y } = zoomAt(shown.current, at, factor);
    show({ zoom, x: x + by.x, y: y + by.y });
  });
  const zoomBy = (factor: number) =>
    shown.current && show(zoomAt(shown.current, { x: size.width / 2, y: size.height / 2 }, factor));
  const showAll = () => onView(null);
  useZoomKeys(zoomBy, showAll);

  const handle = (type: SurfacePointer['type']) => (e: React.PointerEvent<HTMLCanvasElement>) => {
    if (!view) return;
    const r = e.currentTarget.getBoundingClientRect();
    const screen = { x: e.clientX - r.left, y: e.clientY - r.top };
    if (type === 'down') {
      capture(e);
      if (e.button === 1 || space.current) {
        pan.current = { at: screen, view };
        return;
      }
    }
    if (pan.current) {
      const { at, view: start } = pan.current;
      if (type === 'up' || type === 'cancel') pan.current = null;
      else show({ ...start, x: start.x + screen.x - at.x, y: start.y + screen.y - at.y });
      return;
    }
    const events = touch.current.feed({
      type,
      world: toWorld(view, screen),
      screen,
      shift: e.shiftKey,
      alt: e.altKey,
      ctrl: e.ctrlKey || e.metaKey,
      device: e.pointerType,
    });
    for (const event of events) onPointer?.(event);
  };

  return (
    <Box ref={box} flex="1" minH="0" minW="0" position="relative" overflow="hidden">
      <canvas
        ref={canvas}
        aria-label={label}
        data-view={view ? `${view.zoom} ${view.x} ${view.y}` : undefined}
        role="img"
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', touchAction: 'none', cursor }}
        onPointerDown={handle('down')}
        onPointerMove={handle('move')}
        onPointerUp={handle('up')}
        onPointerCancel={handle('cancel')}
        onPointerLeave={(e) => e.buttons === 0 && onLeave?.()}
      />
      {view && whole && <ZoomBar percent={(100 * view.zoom) / whole.zoom} by={zoomBy} whole={showAll} />}
    </Box>
  );
}
