import express, { type Express } from 'express';
import { join } from 'node:path';
import type { Scanners } from './scanner/scanners';
import { scannerRoutes } from './scanner/scannerRoutes';

/** Only our own files, no code from strings, no frames, nothing to anybody else. Styles in the page are Chakra's. */
const CONTENT_POLICY = [
  "default-src 'none'",
  "script-src 'self'",
  "worker-src 'self'",
  "style-src 'self' 'unsafe-inline'",
  "font-src 'self' data:",
  "img-src 'self' blob: data:",
  "connect-src 'self' blob:",
  "form-action 'self'",
  "base-uri 'none'",
  "frame-ancestors 'none'",
].join('; ');

/**
 * The web server: the built app as static files with strict headers, and the devices at this desk. Does nothing the
 * browser can do itself.
 */
export function createApp(webFolder: string, scanners: Scanners): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use((_, response, next) => {
    response.set({
      'Content-Security-Policy': CONTENT_POLICY,
      'X-Content-Type-Options': 'nosniff',
      'Referrer-Policy': 'no-referrer',
      'Cross-Origin-Opener-Policy': 'same-origin',
      'Permissions-Policy': 'camera=(), microphone=(), geolocation=()',
    });
    next();
  });
  app.use('/api/scanners', scannerRoutes(scanners));
  // Files with a hash in their name never change.
  app.use(
    '/assets',
    express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(webFolder, { maxAge: 0 }));
  // Every other address is one of the app's own.
  app.get('/{*splat}', (_, response) => response.sendFile(join(webFolder, 'index.html')));
  return app;
}
