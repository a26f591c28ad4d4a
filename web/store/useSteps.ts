import { useEffect, useState } from 'react';
import type { Steps } from '../../core/foundations/steps';
import { inSlices } from '../jobs/inSlices';

/**
 * What a calculation comes to that is done in slices beside the page's other work; the answer before stays until the next is there, null before the first.
 * `make`: the same function as long as nothing changes that it reads.
 */
export function useSteps<T>(make: () => Steps<T>): T | null {
  const [made, setMade] = useState<T | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    inSlices(make(), { signal: stop.signal }).then(
      (value) => stop.signal.aborted || setMade(value),
      // Something changed; the next answer is on its way.
      () => undefined,
    );
    return () => stop.abort();
  }, [make]);
  return made;
}
