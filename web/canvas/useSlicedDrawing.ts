import { useEffect, useRef, type RefObject } from 'react';
import type { Steps } from '../../core/foundations/steps';
import { inSlices } from '../jobs/inSlices';

/**
 * A canvas that is drawn a little at a time, so that hundreds of letters never hold up the page. `draw` is given a clean canvas in
 * device px and is begun anew whenever it changes; null draws nothing.
 */
export function useSlicedDrawing(
  draw: ((g: CanvasRenderingContext2D) => Steps<void>) | null,
): RefObject<HTMLCanvasElement | null> {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const g = canvas.current?.getContext('2d');
    if (!g || !draw) return;
    const stop = new AbortController();
    g.setTransform(1, 0, 0, 1, 0, 0);
    g.clearRect(0, 0, g.canvas.width, g.canvas.height);
    inSlices(draw(g), { signal: stop.signal }).catch(() => undefined);
    return () => stop.abort();
  }, [draw]);
  return canvas;
}
