// Makes what the package takes along, before npm packs it: the app, the server, the command line in parts and the library in a single file,
// types, and the notices of all packages that are in them.
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureWeb } from './buildWeb.mjs';
import { bundle, root } from './bundle.mjs';
import { noticesOf } from './notices.mjs';
import { ensurePackages, fail, run } from './setup.mjs';

ensurePackages();
await ensureWeb();
// Parts of earlier bundles aren't packed.
rmSync(join(root, 'dist/cli'), { recursive: true, force: true });
const modules = new Set();
for (const name of ['cli', 'server', 'lib']) for (const path of await bundle(name)) modules.add(path);
writeFileSync(join(root, 'dist/notices.txt'), noticesOf(modules));
const schema = spawnSync(process.execPath, ['bin/orthoglyph.mjs', 'build', '--schema'], { cwd: root });
if (schema.status !== 0) fail('The form of build settings could not be written.');
writeFileSync(join(root, 'dist/build.schema.json'), schema.stdout);
rmSync(join(root, 'dist/types'), { recursive: true, force: true });
const types = ['-p', 'tsconfig.pack.json'];
if (run(join(root, 'node_modules/.bin/tsc'), types) !== 0)
  fail('The types of the library could not be made.');
// Node's own resolution wants the endings of files.
for (const file of readdirSync(join(root, 'dist/types'), { recursive: true, withFileTypes: true })) {
  if (!file.isFile()) continue;
  const path = join(file.parentPath, file.name);
  const text = readFileSync(path, 'utf8');
  writeFileSync(path, text.replace(/(from '|import\(")(\.[^'"]*)(?=['"])/g, '$1$2.js'));
}
const tracked = spawnSync('git', ['status', '--porcelain'], { cwd: root, encoding: 'utf8' }).stdout.trim();
if (tracked !== '') console.warn('Packed with changes that are not committed.');
