import { useEffect } from 'react';

/** Parts of the page that can be given the focus when what had it is gone, from the inside out. */
const HOMES = '#bench, #gauge, #running-line, [role=dialog]';

const isLost = (element: Element): boolean => !element.isConnected || element.matches(':disabled');

/**
 * What had the focus can go (a message that is put away, a button that can't be pressed while its work is done): the focus then stays
 * near, instead of falling to the page, where keys do nothing and nothing is read.
 */
export function useFocusKept(): void {
  useEffect(() => {
    let last: Element | null = null;
    let homes: readonly Element[] = [];
    const keep = () => {
      if (document.activeElement && document.activeElement !== document.body) return;
      if (last && !isLost(last)) return;
      const home = homes.find((h) => h.isConnected) ?? document.querySelector('#bench, main');
      if (home instanceof HTMLElement) home.focus({ preventScroll: true });
    };
    const onFocus = (e: FocusEvent) => {
      last = e.target instanceof Element ? e.target : null;
      const around: Element[] = [];
      for (let h = last?.closest(HOMES); h; h = h.parentElement?.closest(HOMES)) around.push(h);
      homes = around;
    };
    const changes = new MutationObserver(() => {
      if (last && isLost(last)) requestAnimationFrame(keep);
    });
    changes.observe(document.body, { childList: true, subtree: true, attributeFilter: ['disabled'] });
    document.addEventListener('focusin', onFocus);
    // Coming from the list of projects, nothing of this page has it yet.
    const first = requestAnimationFrame(keep);
    return () => {
      cancelAnimationFrame(first);
      changes.disconnect();
      document.removeEventListener('focusin', onFocus);
    };
  }, []);
}
