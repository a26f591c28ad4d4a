import { finish, type Steps } from '../../core/foundations/steps';
import { Cancelled } from './workerHost';

/** Work goes on for so long before the page has its turn, ms: less than a frame. */
const SLICE_MS = 10;

interface Pace {
  readonly signal?: AbortSignal;
  readonly now?: () => number;
  /** Lets the page draw and answer. */
  readonly pause?: () => Promise<void>;
}

/** By a message and not by a timer: those wait a second each while the page is hidden. */
const toThePage = () =>
  new Promise<void>((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });

/** Goes through a calculation in slices, so that the page never waits for it. Rejects with `Cancelled` when the signal says so. */
export async function inSlices<T>(
  steps: Steps<T>,
  { signal, now = () => performance.now(), pause = toThePage }: Pace = {},
): Promise<T> {
  let began = now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (now() - began < SLICE_MS) continue;
    await pause();
    if (signal?.aborted) throw new Cancelled('cancelled');
    began = now();
  }
}

/** So often a calculation is begun anew because what it began from has changed, before it is done in one go. */
const TRIES = 3;

/**
 * A calculation from something that may change meanwhile: begun anew when it did, so that the answer always belongs to what is
 * there when it comes.
 */
export async function fromLatest<S, T>(
  latest: () => S,
  calculate: (from: S) => Steps<T>,
  pace: Pace = {},
): Promise<T> {
  for (let k = 0; k < TRIES; k++) {
    const from = latest();
    const made = await inSlices(calculate(from), pace);
    if (latest() === from) return made;
  }
  return finish(calculate(latest()));
}
