import { useHotkeys } from 'react-hotkeys-hook';

/** What an element has to tell of itself for its own keys to be known. */
interface Focusable {
  closest?(selector: string): unknown;
}

/** Things that Enter and the space bar press. */
const PRESSED =
  'button, a[href], summary, [role=button], [role=link], [role=tab], [role=option], [role=menuitem], [role=checkbox], [role=radio], [role=switch], input[type=checkbox], input[type=radio]';
/** Things that arrows, Home and End go through or set. */
const STEPPED =
  '[role=tab], [role=radio], [role=slider], [role=option], [role=listbox], [role=menu], [role=menuitem], [role=spinbutton], [role=separator], select';
/** Fields in which every key is a character, or leads through a list by it. */
const TYPED_IN =
  'textarea, select, [contenteditable=true], input:not([type=checkbox], [type=radio], [type=range], [type=button], [type=color], [type=file])';
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

/** Whether keys are characters there: ticking a box or moving a slider is not typing. */
export const isTyping = (target: Focusable | null): boolean => Boolean(target?.closest?.(TYPED_IN));

type Options = Parameters<typeof useHotkeys>[2];

/** A key of the bench: does nothing while one types, and where the key belongs to what has the focus. */
export function useBenchKey(keys: string, act: (event: KeyboardEvent) => void, options?: Options): void {
  useHotkeys(keys, act, {
    ...(options as object),
    enableOnFormTags: ['input', 'slider'],
    ignoreEventWhen: (event) => {
      const target = event.target as Focusable | null;
      return isTyping(target) || isOwnKey(event.key, target);
    },
  });
}
