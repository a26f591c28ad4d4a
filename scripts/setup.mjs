// Set-up shared by the two commands, with Node built-ins only: installs what is missing, says what it does.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync, writeFileSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { hasChromium, hasShell } from './chromium.mjs';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

export function fail(message) {
  console.error(message);
  process.exit(1);
}

/** Runs a command with its output shown; ends this process when it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (result.error) fail(`${command} could not be started: ${result.error.message}`);
  return result.status ?? 1;
}

/** `npm ci` when node_modules is missing or older than the lock file. */
export function ensurePackages() {
  const [major] = process.versions.node.split('.').map(Number);
  if (major < 20) fail(`Orthoglyph needs Node 20 or newer; this is ${process.version}.`);
  const stamp = join(root, 'node_modules', '.orthoglyph-installed');
  const lock = readFileSync(join(root, 'package-lock.json'), 'utf8');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages (npm ci) ...');
  if (run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']) !== 0) {
    fail('npm ci failed. Check that the npm registry can be reached, then try again.');
  }
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, lock);
}

const has = (program) => spawnSync('sh', ['-c', `command -v ${program}`]).status === 0;

/** Debian packages the tests need, installed when absent and allowed; false when something is still missing. */
export function ensureDebianPackages() {
  const wanted = [
    ['chromium-headless-shell', hasShell],
    ['opentype-sanitizer', () => has('ots-sanitize')],
    ['poppler-utils', () => has('pdffonts')],
    ['woff2', () => has('woff2_compress')],
    ['libharfbuzz-bin', () => has('hb-shape')],
    ['python3-fonttools', () => existsSync('/usr/lib/python3/dist-packages/fontTools')],
  ];
  const missing = wanted.filter(([, there]) => !there()).map(([name]) => name);
  if (missing.length === 0) return;
  console.log(`Installing Debian packages: ${missing.join(', ')} ...`);
  const root = process.getuid?.() === 0;
  const apt = (...args) => {
    const line = root ? ['apt-get', ...args] : ['sudo', '-n', 'apt-get', ...args];
    return spawnSync(line[0], line.slice(1), {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status;
  };
  apt('update', '-qq');
  apt('install', '-y', '-qq', '--no-install-recommends', ...missing);
  const still = wanted.filter(([, there]) => !there()).map(([name]) => name);
  if (!hasChromium()) {
    fail(
      `The tests need Chromium and could not install it. Install it by hand: apt-get install ${still.join(' ')}`,
    );
  }
  const lacking = still.filter((name) => name !== 'chromium-headless-shell');
  if (lacking.length > 0) console.log(`Not installed, their checks are left out: ${lacking.join(', ')}`);
}

export const modified = (path) => (existsSync(path) ? statSync(path).mtimeMs : 0);
