// Builds the app as plain files for any web server: npm run build:static -- OUT [BASE]
//   OUT   folder to write to
//   BASE  where on its server the app will lie, as /fonts/ (the root when left out)
// Addresses like /fonts/p/... are the app's own: a server answers them with index.html; 404.html is the same for those that can't be told.
import { copyFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { makeInstallable } from './installable.mjs';
import { ensurePackages, fail, root } from './setup.mjs';

const [out, base = '/'] = process.argv.slice(2);
if (!out) fail('Give the folder to write to: npm run build:static -- OUT [BASE]');
if (!/^\/(.*\/)?$/.test(base)) fail(`The base is "${base}"; it begins and ends with a slash, as /fonts/.`);
ensurePackages();
const folder = resolve(out);
process.env.APP_BASE = base;
process.env.APP_OUT = folder;
const { build } = await import('vite');
await build({ configFile: join(root, 'vite.config.ts'), logLevel: 'warn' });
await makeInstallable(folder, base);
copyFileSync(join(folder, 'index.html'), join(folder, '404.html'));
// Builders leave threads behind that would keep the process.
process.exit(0);
