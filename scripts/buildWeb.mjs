// Builds the web app when a source is newer than the last build.
import { join } from 'node:path';
import { makeInstallable } from './installable.mjs';
import { modified, root } from './setup.mjs';

export async function ensureWeb() {
  const { newest } = await import('./bundle.mjs');
  const sources = ['web', 'core', 'demo/files'].map((folder) => newest(join(root, folder)));
  const files = ['vite.config.ts', 'package-lock.json'].map((file) => modified(join(root, file)));
  if (modified(join(root, 'dist/web/index.html')) > Math.max(...sources, ...files)) return;
  console.log('Building the app ...');
  const { build } = await import('vite');
  await build({ configFile: join(root, 'vite.config.ts'), logLevel: 'warn' });
  await makeInstallable(join(root, 'dist/web'));
}
