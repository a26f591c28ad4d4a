import { useSyncExternalStore } from 'react';

/** Day desk or night desk; kept for this browser, first taken from the system's own setting. */
export type Desk = 'day' | 'night';
const KEY = 'orthoglyph.desk';
const listeners = new Set<() => void>();

function stored(): Desk {
  try {
    const kept = localStorage.getItem(KEY);
    if (kept === 'day' || kept === 'night') return kept;
  } catch {
    // Storage may be forbidden; the system's setting still counts.
  }
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day';
}

let desk = stored();

export function setDesk(next: Desk): void {
  desk = next;
  try {
    localStorage.setItem(KEY, next);
  } catch {
    // Not kept, but in force.
  }
  applyDesk();
  listeners.forEach((l) => l());
}

/** Chakra reads the theme from a class on the root element. */
export function applyDesk(): void {
  document.documentElement.classList.toggle('dark', desk === 'night');
  document.documentElement.classList.toggle('light', desk === 'day');
}

export const useDesk = (): Desk =>
  useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => desk,
  );
