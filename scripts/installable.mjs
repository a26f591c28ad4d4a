// What makes the built app installable and lets it work without a network: manifest, icons, service worker.
import { copyFileSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './setup.mjs';

const SIZES = [192, 512];
/** The largest part of the app that is kept for use without a network. */
const LARGEST_BYTES = 8e6;

/** `base` is where on its server the app will lie. */
export async function makeInstallable(folder, base = '/') {
  const from = join(root, 'web/install');
  for (const name of ['icon.svg', 'manifest.webmanifest']) copyFileSync(join(from, name), join(folder, name));
  const { default: sharp } = await import('sharp');
  const icon = readFileSync(join(from, 'icon.svg'));
  for (const size of SIZES)
    await sharp(icon, { density: 72 * (size / 64) })
      .resize(size, size)
      .png()
      .toFile(join(folder, `icon-${size}.png`));
  const { generateSW } = await import('workbox-build');
  const { count, size, warnings } = await generateSW({
    globDirectory: folder,
    swDest: join(folder, 'sw.js'),
    globPatterns: ['**/*.{js,css,html,woff2,woff,svg,png,webmanifest,zip,wasm,txt}'],
    // Files with a hash in their names never change.
    dontCacheBustURLsMatching: /-[\w-]{8}\.\w+$/,
    maximumFileSizeToCacheInBytes: LARGEST_BYTES,
    navigateFallback: `${base}index.html`,
    navigateFallbackAllowlist: [new RegExp(`^${base}(projects)?$`), new RegExp(`^${base}p/`)],
    skipWaiting: true,
    clientsClaim: true,
    cleanupOutdatedCaches: true,
    inlineWorkboxRuntime: true,
    sourcemap: false,
    mode: 'production',
  });
  for (const warning of warnings) console.warn(warning);
  console.log(`${count} files, ${(size / 1e6).toFixed(1)} MB, work without a network`);
}
