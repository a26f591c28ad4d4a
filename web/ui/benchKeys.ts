import { useHotkeys } from 'react-hotkeys-hook';

/** What an element has to tell of itself for its own keys to be known. */
interface Focusable {
  closest?(selector: string): unknown;
}

/** Things that Enter and the space bar press. */
const PRESSED =
  'button, a[href], summary, [role=button], [role=link], [role=tab], [role=option], [role=menuitem], [role=checkbox], [role=radio], [role=switch]';
/** Things that arrows, Home and End go through or set. */
const STEPPED =
  '[role=tab], [role=radio], [role=slider], [role=option], [role=listbox], [role=menu], [role=menuitem], [role=spinbutton], [role=separator], select';
/** Marks a thing that is chosen by a press and leaves the keys to the bench (pieces in a strip, letters of a skyline). */
const THROUGH = '[data-keys=through]';

const STEPS = new Set(['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Home', 'End']);

/**
 * Whether a key belongs to what has the focus, by the patterns that people and screen readers expect (ARIA Authoring
 * Practices, keyboard interface of buttons, tabs, sliders, ...): the bench must not act on it too.
 */
export function isOwnKey(key: string, target: Focusable | null): boolean {
  if (!target?.closest || target.closest(THROUGH)) return false;
  if (key === 'Enter' || key === ' ') return Boolean(target.closest(PRESSED));
  return STEPS.has(key) && Boolean(target.closest(STEPPED));
}

type Options = Parameters<typeof useHotkeys>[2];

/** A key of the bench: does nothing while one types, and where the key belongs to what has the focus. */
export function useBenchKey(keys: string, act: (event: KeyboardEvent) => void, options?: Options): void {
  useHotkeys(keys, act, {
    ...(options as object),
    ignoreEventWhen: (event) => isOwnKey(event.key, event.target as Focusable | null),
  });
}
