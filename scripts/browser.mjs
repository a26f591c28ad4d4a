// The built app in Debian's Chromium, for measuring: a server of its own, and a page with what a measurement needs.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { chromiumPath } from './chromium.mjs';
import { root } from './setup.mjs';

/** Starts the built app on a port; `stop` ends it. */
export async function serveApp(port) {
  const server = spawn(process.execPath, [join(root, 'scripts/demo.mjs')], {
    env: { ...process.env, PORT: String(port) },
  });
  const base = await new Promise((resolve, reject) => {
    server.stdout.on('data', (text) => {
      const found = /(http:\S+)\/projects/.exec(String(text));
      if (found) resolve(found[1]);
    });
    server.once('exit', () => reject(new Error('the server did not start')));
  });
  return { base, stop: () => server.kill() };
}

export const launchBrowser = () =>
  chromium.launch({
    executablePath: chromiumPath(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update'],
  });
