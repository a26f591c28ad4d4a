import type { Express } from 'express';
import type { Server } from 'node:http';

const TRIES = 20;

/**
 * Listens on 127.0.0.1 only. A taken port gives way to the next one, up to 20 further; the port taken is in the
 * server's address. Any other failure to listen is raised.
 */
export function listen(app: Express, firstPort: number): Promise<{ server: Server; port: number }> {
  return new Promise((resolve, reject) => {
    const attempt = (port: number) => {
      const server = app.listen(port, '127.0.0.1');
      server.once('listening', () => resolve({ server, port }));
      server.once('error', (error: NodeJS.ErrnoException) => {
        if (error.code === 'EADDRINUSE' && port < firstPort + TRIES) attempt(port + 1);
        else reject(error);
      });
    };
    attempt(firstPort);
  });
}
