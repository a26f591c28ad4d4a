import { useEffect, useState } from 'react';

/** So many more are drawn at a time. */
const STEP = 60;

/**
 * How many of a long row of things are drawn by now: a few at once and more with each frame, so that the page answers meanwhile. All of them at
 * once where nobody waits (`whole`).
 */
export function useGrowing(total: number, whole: boolean): number {
  const [drawn, setDrawn] = useState(STEP);
  const short = !whole && drawn < total;
  useEffect(() => {
    if (!short) return;
    const frame = requestAnimationFrame(() => setDrawn((n) => n + STEP));
    return () => cancelAnimationFrame(frame);
  }, [short, drawn]);
  return whole ? total : Math.min(total, drawn);
}
