import { expose } from 'comlink';
import type { Progress } from '../jobs/workerHost';

let tellPage: Progress = () => {};
let told = { stage: '', at: 0 };

/** Progress is told at most so often, ms: each message wakes the page. */
const EVERY_MS = 60;

/** Tells the page how far the call under way is. */
export function tellProgress(stage: string, share: number): void {
  const at = Date.now();
  if (stage === told.stage && at - told.at < EVERY_MS) return;
  told = { stage, at };
  tellPage(stage, share);
}

/** Makes calls reachable from the page (startWorker). */
export function serve(api: object): void {
  expose({
    ...api,
    listen: (tell: Progress) => {
      tellPage = tell;
    },
  });
}
