import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import type { View } from './view';

/** Draws everything; `true` when there was no time for all of it, so that it is asked again. */
export type Draw = (g: CanvasRenderingContext2D, view: View, width: number, height: number) => boolean | void;

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** The size of an element, screen px, told once it is known and whenever it changes. */
export function useElementSize(
  box: RefObject<HTMLElement | null>,
  onSize: ((width: number, height: number) => void) | undefined,
): Size {
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  const told = useRef(onSize);
  useEffect(() => {
    told.current = onSize;
  });
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(() => {
      const next = { width: element.clientWidth, height: element.clientHeight };
      setSize(next);
      told.current?.(next.width, next.height);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [box]);
  return size;
}

interface Painting {
  readonly canvas: RefObject<HTMLCanvasElement | null>;
  readonly size: Size;
  readonly view: View | null;
  readonly draw: Draw;
  /** Filled with a function that draws once more: for what changes with every move of the pointer. */
  readonly painter: RefObject<(() => void) | null> | undefined;
}

/** Draws a canvas in the browser's next frame, whenever something of it changes, in the screen's own pixels. */
export function useCanvasPainting({ canvas, size, view, draw, painter }: Painting): void {
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const ratio = devicePixelRatio || 1;
    element.width = Math.round(size.width * ratio);
    element.height = Math.round(size.height * ratio);
  }, [canvas, size]);
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
  }, [canvas, draw, view, size, painter]);
}
