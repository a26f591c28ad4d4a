import type { Result } from '../../core/foundations/problems/problem';

/** What is asked for is made once one stops typing or editing. */
const PAUSE_MS = 250;

/** Asks for something made aside once one stops typing; gives what takes that back. What was taken back comes to nothing. */
export function askAside<T>(
  ask: (signal: AbortSignal) => Promise<Result<T>>,
  take: (made: T) => void,
): () => void {
  const stop = new AbortController();
  const timer = setTimeout(() => {
    ask(stop.signal).then(
      (made) => made.ok && !stop.signal.aborted && take(made.value),
      (error: unknown) => {
        if (!stop.signal.aborted) throw error;
      },
    );
  }, PAUSE_MS);
  return () => {
    clearTimeout(timer);
    stop.abort();
  };
}
