/** A box on the screen, CSS px. */
export interface Place {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

const middle = ({ left, top, width, height }: Place) => ({ x: left + width / 2, y: top + height / 2 });

/**
 * Which of some boxes a key leads to from one of them: Left and Right to the one before and behind in their order, Up and Down to the
 * nearest of the next row, Home and End to the ends. Null for other keys and at the edges.
 */
export function nextByPlace(places: readonly Place[], from: number, key: string): number | null {
  const there = (at: number) => (at >= 0 && at < places.length && at !== from ? at : null);
  if (key === 'ArrowLeft') return there(from - 1);
  if (key === 'ArrowRight') return there(from + 1);
  if (key === 'Home') return there(0);
  if (key === 'End') return there(places.length - 1);
  const own = places[from];
  if (!own || (key !== 'ArrowUp' && key !== 'ArrowDown')) return null;
  const start = middle(own);
  const way = key === 'ArrowDown' ? 1 : -1;
  let best: { readonly at: number; readonly rows: number; readonly aside: number } | null = null;
  places.forEach((place, at) => {
    const { x, y } = middle(place);
    // Boxes of one row needn't be of one height.
    const rows = Math.round((way * (y - start.y)) / Math.max(1, own.height));
    const aside = Math.abs(x - start.x);
    if (rows < 1) return;
    if (!best || rows < best.rows || (rows === best.rows && aside < best.aside)) best = { at, rows, aside };
  });
  return (best as { readonly at: number } | null)?.at ?? null;
}
