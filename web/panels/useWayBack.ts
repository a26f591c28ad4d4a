import { useEffect } from 'react';
import { proofBench, useProofBench } from '../store/proofBench';
import { useDressBench } from '../store/dressBench';
import { isTyping } from '../ui/benchKeys';
import { useWay } from './way';

/** What Escape has to do first: leave a dialog or a menu, or let go of what is chosen. */
const isAskedElsewhere = (target: EventTarget | null): boolean =>
  (location.pathname.endsWith('/dress') && useDressBench.getState().selection.length > 0) ||
  (target instanceof Element &&
    (isTyping(target) || target.closest('[role="dialog"], [role="menu"]') !== null)) ||
  document.querySelector('[role="dialog"][data-state="open"]') !== null;

/** Escape leads back to the proof that one came from, which is as it was. */
export function useWayBack(): void {
  const cameFrom = useProofBench((s) => s.cameFrom);
  const { goTo } = useWay();
  useEffect(() => {
    if (!cameFrom) return;
    const back = (e: KeyboardEvent) => {
      if (e.key !== 'Escape' || isAskedElsewhere(e.target)) return;
      proofBench.set({ cameFrom: false });
      goTo('proof');
    };
    // Before the bench hears it: what it lets go of by the same key is let go of first.
    addEventListener('keydown', back, true);
    return () => removeEventListener('keydown', back, true);
  }, [cameFrom, goTo]);
}
