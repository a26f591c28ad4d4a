import type { Brotli } from '../../core/fonts/compile/casts/woff2';

/** Brotli by a compiled package, a megabyte that is fetched when it is wanted. */
export const brotli: Brotli = async (bytes) => {
  const { default: loading } = await import('brotli-wasm');
  const { compress } = await loading;
  return compress(bytes, { quality: 11 });
};
