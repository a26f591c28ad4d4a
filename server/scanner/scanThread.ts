import { parentPort, Worker, workerData } from 'node:worker_threads';
import { scanGlass } from '../../demo/practice/scanGlass';
import type { Glass } from '../../core/lifting/scanner/messages';
import type { ScanGlass } from './scanners';

interface Wanted {
  readonly glass: Glass;
  readonly dpi: number;
}

/** Draws pages in a thread of their own, so that the server goes on answering. `file`: what the thread runs. */
export const scanInThread =
  (file: string): ScanGlass =>
  (glass, dpi) =>
    new Promise((resolve, reject) => {
      const wanted: Wanted = { glass, dpi };
      const thread = new Worker(file, { workerData: wanted });
      thread.once('message', resolve);
      thread.once('error', reject);
    });

/** The thread's side: draws the page it was started for. */
export function serveScans(): void {
  const { glass, dpi } = workerData as Wanted;
  const page = scanGlass(glass, dpi);
  parentPort!.postMessage(page, [page.buffer as ArrayBuffer]);
}
