// Refreshes docs/screenshots from the demo: node scripts/screenshots.mjs (needs Debian's chromium).
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensurePackages, root } from './setup.mjs';

ensurePackages();
const port = 5490;
const server = spawn(process.execPath, [join(root, 'scripts/demo.mjs')], {
  env: { ...process.env, PORT: String(port) },
});
const ready = new Promise((resolve, reject) => {
  server.stdout.on('data', (text) => /(http:\S+)\/projects/.exec(String(text)) && resolve(RegExp.$1));
  server.once('exit', () => reject(new Error('the server did not start')));
});

const VIEWS = [
  ['gather', 'gather'],
  ['lift', 'lift'],
  ['dress', 'dress?glyph=a'],
  ['seat', 'seat?glyph=H'],
  ['name', 'name?glyph=g'],
  ['fit', 'fit?glyph=e'],
  ['proof', 'proof?glyph=m'],
  ['cast', 'cast'],
];

try {
  const base = await ready;
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const shoot = (name) => page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
  await page.goto(`${base}/projects`);
  await page.getByText('None yet.').waitFor();
  await shoot('projects');
  await page.getByRole('button', { name: 'Open the tide mill demo' }).click();
  await page.getByTestId('understood').waitFor();
  for (const [name, path] of VIEWS) {
    await page.goto(`${base}/p/tide-mill/${path}`);
    await page.locator('[data-testid="live-font"][data-family^="live-"]').waitFor();
    if (name === 'dress') {
      // A few points chosen, so that handles and marks are seen.
      const box = await page.getByRole('img', { name: /Outline of/ }).boundingBox();
      await page.mouse.move(box.x + 200, box.y + 140);
      await page.mouse.down();
      await page.mouse.move(box.x + 700, box.y + 330, { steps: 4 });
      await page.mouse.up();
    }
    if (name === 'cast') await page.getByRole('button', { name: 'Cast', exact: true }).click();
    await page.waitForTimeout(900);
    await shoot(name);
  }
  // One letter near, with its points and how far the outline lies from the ink.
  await page.goto(`${base}/p/tide-mill/lift`);
  const bench = await page.getByRole('img', { name: /The sheet/ }).boundingBox();
  await page.getByRole('button', { name: /^g/ }).first().click();
  await page.mouse.move(bench.x + 405, bench.y + 235);
  for (let i = 0; i < 8; i++) await page.mouse.wheel(0, -240);
  for (const layer of ['Points', 'Deviation'])
    await page.getByRole('button', { name: layer, exact: true }).click();
  await page.waitForTimeout(2500);
  await shoot('lift-near');
  await page.goto(`${base}/p/tide-mill/gather`);
  await page.getByRole('button', { name: 'Practice sheet' }).click();
  await page.waitForTimeout(600);
  await shoot('gather-practice');
  await page.goto(`${base}/p/tide-mill/lift`);
  await page.getByRole('button', { name: 'Night desk' }).click();
  await page.waitForTimeout(900);
  await shoot('lift-night');
  await page.getByRole('button', { name: 'Day desk' }).click();
  // A project of its own with painted letters in colour layers.
  await page.goto(`${base}/projects`);
  await page.getByLabel('Name of the new project').fill('Painted caps over the door');
  await page.getByRole('button', { name: 'Start it' }).click();
  await page
    .getByLabel('Pictures of letters')
    .setInputFiles(join(root, 'demo/files/artwork/painted-TEO.png'));
  await page.getByText('3 pieces').first().waitFor();
  await page.getByRole('navigation', { name: 'Course' }).getByRole('link', { name: /^Lift/ }).click();
  await page.getByLabel('Trace as').selectOption('colour');
  await page
    .getByRole('img', { name: /gradient/ })
    .first()
    .waitFor();
  await page.getByRole('button', { name: 'Half and half' }).click();
  await page.waitForTimeout(2000);
  await shoot('lift-colour');
  await browser.close();
} finally {
  server.kill();
}
