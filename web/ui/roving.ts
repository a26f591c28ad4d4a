import type { FocusEvent, KeyboardEvent } from 'react';
import { nextByPlace } from './nextByPlace';

const KEYS = new Set(['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Home', 'End']);

const itemsOf = (group: HTMLElement, selector: string): HTMLElement[] =>
  [...group.querySelectorAll<HTMLElement>(selector)].filter((e) => !e.matches(':disabled'));

/** The thing that a group leads to: what is chosen, what had the focus last, or the first. */
function homeOf(group: HTMLElement, selector: string): HTMLElement | undefined {
  const items = itemsOf(group, selector);
  return (
    items.find((e) => e.getAttribute('aria-pressed') === 'true') ??
    items.find((e) => e.dataset.visited !== undefined) ??
    items[0]
  );
}

/**
 * Props of a group of many things that is one stop of the Tab key, with arrows from one thing to the next (ARIA Authoring Practices,
 * "roving tabindex"). The things themselves are no stops (tabIndex -1). Of lists of which only a part is drawn, that part counts.
 * `onMove`: what else happens to the thing that an arrow led to.
 */
export function roving(selector: string, onMove: (item: HTMLElement) => void = () => {}) {
  return {
    tabIndex: 0,
    onFocus(e: FocusEvent<HTMLElement>) {
      const group = e.currentTarget;
      if (e.target === group) return homeOf(group, selector)?.focus();
      // Tab back from a thing must lead out, not to the group and in again.
      group.tabIndex = -1;
      for (const item of group.querySelectorAll<HTMLElement>('[data-visited]')) delete item.dataset.visited;
      if (e.target.matches(selector)) e.target.dataset.visited = '';
    },
    onBlur(e: FocusEvent<HTMLElement>) {
      if (!(e.relatedTarget instanceof Node && e.currentTarget.contains(e.relatedTarget)))
        e.currentTarget.tabIndex = 0;
    },
    onKeyDown(e: KeyboardEvent<HTMLElement>) {
      if (!KEYS.has(e.key) || e.altKey || e.ctrlKey || e.metaKey || e.shiftKey) return;
      const items = itemsOf(e.currentTarget, selector);
      const from = items.findIndex((item) => item === e.target);
      if (from < 0) return;
      e.preventDefault();
      // The bench has arrows of its own.
      e.stopPropagation();
      const at = nextByPlace(
        items.map((item) => item.getBoundingClientRect()),
        from,
        e.key,
      );
      const next = at === null ? undefined : items[at];
      next?.focus();
      if (next) onMove(next);
    },
  };
}
