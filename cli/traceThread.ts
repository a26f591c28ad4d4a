// A thread of `trace`: traces its share of a folder's pictures and says what came of it.
import { parentPort, workerData } from 'node:worker_threads';
import { traceShare, type Share } from './commands/trace';

parentPort?.postMessage(await traceShare(workerData as Share));
