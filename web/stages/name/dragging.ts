import { pointerWithin, type CollisionDetection } from '@dnd-kit/core';

/** The ledger as a whole, to drag from and to drop on. */
export const LEDGER = 'ledger';

/**
 * What lies under the pointer; the ledger reaches under the shelf when it is scrolled, so the shelf comes first.
 */
export const underPointer: CollisionDetection = (args) => {
  const hits = pointerWithin(args);
  const shelf = hits.filter((h) => String(h.id).startsWith('onto '));
  return shelf.length > 0 ? shelf : hits;
};

/** The number of the field that an element belongs to; null outside of all fields. */
export function fieldUnder(target: EventTarget | null): number | null {
  const field = target instanceof Element ? target.closest('[data-field]') : null;
  return field instanceof HTMLElement ? Number(field.dataset.field) : null;
}

/** The field under the pointer at the end of a drag that was begun at a pointer event and went so far, px. */
export function fieldAtEnd(began: Event, delta: { readonly x: number; readonly y: number }): number | null {
  if (!(began instanceof MouseEvent)) return null;
  return fieldUnder(document.elementFromPoint(began.clientX + delta.x, began.clientY + delta.y));
}
