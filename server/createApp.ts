import compression from 'compression';
import express, { type Express } from 'express';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { KIT_SCRIPT } from '../core/fonts/compile/casts/iconKit/kitPage';
import { ownHostOnly, sameOriginChanges, tellFault, unknownApi } from './guards';
import type { Scanners } from './scanner/scanners';
import { scannerRoutes } from './scanner/scannerRoutes';

/** The page of an icon kit is shown in a frame as it lies in the zip: its one script, and no other, may run there (CSP Level 3, 8.3). */
const KIT_SCRIPT_HASH = `'sha256-${createHash('sha256').update(KIT_SCRIPT).digest('base64')}'`;

/** Only our own files, no code from strings but compiled packages (WebAssembly), no frames, nothing to anybody else. Styles in the page are Chakra's. */
const CONTENT_POLICY = [
  "default-src 'none'",
  `script-src 'self' 'wasm-unsafe-eval' ${KIT_SCRIPT_HASH}`,
  "worker-src 'self'",
  "style-src 'self' 'unsafe-inline'",
  "font-src 'self' data:",
  "img-src 'self' blob: data:",
  "connect-src 'self' blob:",
  "manifest-src 'self'",
  "form-action 'self'",
  "base-uri 'none'",
  "frame-ancestors 'none'",
].join('; ');

/** Addresses that the app has pages for (web/app/routes.tsx). */
const OWN_PAGES =
  /^\/(projects)?$|^\/p\/[^/]+(\/(gather|lift|dress|seat|name|fit|proof|family|colours|cast))?$/;

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
  app.use(ownHostOnly, sameOriginChanges, compression());
  app.use('/api/scanners', scannerRoutes(scanners));
  app.use('/api', unknownApi);
  // Files with a hash in their name never change.
  app.use(
    '/assets',
    express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(webFolder, { maxAge: 0 }));
  // Every other address is the app's to answer, which says so when there is no such page.
  app.get('/{*splat}', (request, response) => {
    if (!OWN_PAGES.test(request.path)) response.status(404);
    response.sendFile('index.html', { root: webFolder });
  });
  app.use(unknownApi);
  app.use(tellFault);
  return app;
}
