import { proxy, wrap, type Remote } from 'comlink';
import type { Progress, Started } from './workerHost';

/** What every worker has beside its own calls. */
interface Listens {
  listen(tell: Progress): void;
}

/** Starts a browser's worker that was made by `serve`. */
export function startWorker<Api>(make: () => Worker): Started<Remote<Api>> {
  const worker = make();
  const api = wrap<Api & Listens>(worker);
  return {
    api: api as unknown as Remote<Api>,
    onCrash(listener) {
      worker.addEventListener('error', (event) => {
        event.preventDefault();
        listener(event.message || 'the worker could not be loaded');
      });
      worker.addEventListener('messageerror', () => listener('an answer could not be read'));
    },
    // One listener for all calls: one a call would keep its port and what was sent by it for good.
    onProgress: (listener) => void (api as unknown as Listens).listen(proxy(listener)),
    terminate: () => worker.terminate(),
  };
}
