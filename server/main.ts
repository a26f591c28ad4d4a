import { fileURLToPath } from 'node:url';
import { isMainThread } from 'node:worker_threads';
import { createApp } from './createApp';
import { portOf } from './guards';
import { listen } from './listen';
import { scanInThread, serveScans } from './scanner/scanThread';
import { Scanners } from './scanner/scanners';

/** Starts the server on PORT (5180 when unset) or the next free port, and prints the address. */
async function serve(): Promise<void> {
  const wanted = portOf(process.env.PORT, 5180);
  if (wanted === null) {
    console.error(`PORT is "${process.env.PORT}"; give a whole number from 0 to 65535, or leave it out.`);
    process.exitCode = 2;
    return;
  }
  const webFolder = fileURLToPath(new URL('./web', import.meta.url));
  const scanners = new Scanners(scanInThread(fileURLToPath(import.meta.url)));
  const { server, port } = await listen(createApp(webFolder, scanners), wanted);
  if (port !== wanted) console.log(`Port ${wanted} is taken; using ${port} instead.`);
  console.log(`Orthoglyph is ready: http://127.0.0.1:${port}/projects`);
  console.log('Stop it with Ctrl+C.');
  const stop = () => {
    server.close(() => process.exit(0));
    // A page that is still open would keep its connection, and the server with it.
    server.closeAllConnections();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

// The same file runs as the thread in which the stand-in scanner draws its pages.
if (isMainThread) await serve();
else serveScans();
