import { pointerWithin, type CollisionDetection, type DragEndEvent } from '@dnd-kit/core';

/** The ledger as a whole, to drag from and to drop on. */
export const LEDGER = 'ledger';

/**
 * What lies under the pointer; a piece of the shelf comes before the ledger. A hit on the ledger says which field it is.
 */
export const underPointer: CollisionDetection = (args) => {
  const hits = pointerWithin(args);
  const shelf = hits.filter((h) => String(h.id).startsWith('onto '));
  if (shelf.length > 0) return shelf;
  const at = args.pointerCoordinates;
  const field = at && fieldUnderPoint(at.x, at.y);
  return hits.map((h) => (h.id === LEDGER ? { ...h, data: { ...h.data, field } } : h));
};

/** The number of the field at a place of the page, whatever is drawn over it there: what is dragged lies on top. */
function fieldUnderPoint(x: number, y: number): number | null {
  for (const element of document.elementsFromPoint(x, y)) {
    const field = fieldUnder(element);
    if (field !== null) return field;
  }
  return null;
}

/** The number of the field that an element belongs to; null outside of all fields. */
export function fieldUnder(target: EventTarget | null): number | null {
  const field = target instanceof Element ? target.closest('[data-field]') : null;
  return field instanceof HTMLElement ? Number(field.dataset.field) : null;
}

/** The field that a drag ended on; null when it ended elsewhere. */
export const fieldAtEnd = (collisions: DragEndEvent['collisions']): number | null =>
  (collisions?.find((c) => c.id === LEDGER)?.data as { field?: number | null } | undefined)?.field ?? null;
