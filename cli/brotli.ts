import { createRequire } from 'node:module';
import type { Brotli } from '../core/fonts/compile/casts/woff2';

/** Brotli by the same compiled package as in the browser, so that the bytes are the same; its form for Node is CommonJS. */
export const brotli: Brotli = (bytes) => {
  const { compress } = createRequire(import.meta.url)('brotli-wasm') as typeof import('brotli-wasm');
  return Promise.resolve(compress(bytes, { quality: 11 }));
};
