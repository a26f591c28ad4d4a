import { useEffect, useState } from 'react';
import { inSlices } from '../jobs/inSlices';
import { useProject } from '../store/projectStore';
import { stageStates } from '../store/selectors';

/** The states follow when nothing was edited for so long, ms: they are read, not watched. */
const QUIET_MS = 100;

const sameWords = (a: Record<string, string>, b: Record<string, string>): boolean =>
  Object.keys(b).every((k) => a[k] === b[k]);

/** The state of each stage in a few words. Worked out beside the page's other work, so that no edit waits for it. */
export function useStageStates(): Record<string, string> {
  const doc = useProject((s) => s.doc);
  const family = useProject((s) => s.whole);
  const [states, setStates] = useState<Record<string, string>>({});
  useEffect(() => {
    if (!doc || !family) return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      inSlices(stageStates(doc, family), { signal: stop.signal }).then(
        (made) => stop.signal.aborted || setStates((old) => (sameWords(old, made) ? old : made)),
        // An edit came; the next one's states are on their way.
        () => undefined,
      );
    }, QUIET_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [doc, family]);
  return states;
}
