import type { Unbrotli } from '../../core/fonts/opentype/read/readWoff2';
import type { Brotli } from '../../core/fonts/compile/casts/woff2';

/** Brotli by a compiled package, a megabyte that is fetched when it is wanted. */
export const brotli: Brotli = async (bytes) => {
  const { default: loading } = await import('brotli-wasm');
  const { compress } = await loading;
  return compress(bytes, { quality: 11 });
};

/** What unpacks Brotli, once the package is there. */
export async function unbrotli(): Promise<Unbrotli> {
  const { default: loading } = await import('brotli-wasm');
  const { decompress } = await loading;
  return decompress;
}
