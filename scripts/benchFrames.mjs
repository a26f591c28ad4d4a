// Frames while a point is dragged among 2,000, and while all 2,000 are resized by the frame: node scripts/benchFrames.mjs (needs Debian's chromium).
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { chromiumPath } from './chromium.mjs';
import { ensurePackages, root } from './setup.mjs';

ensurePackages();
const server = spawn(process.execPath, [join(root, 'scripts/demo.mjs')], {
  env: { ...process.env, PORT: '5491' },
});
const base = await new Promise((resolve, reject) => {
  server.stdout.on('data', (text) => /(http:\S+)\/projects/.exec(String(text)) && resolve(RegExp.$1));
  server.once('exit', () => reject(new Error('the server did not start')));
});
const browser = await chromium.launch({
  executablePath: chromiumPath(),
  args: ['--no-sandbox', '--disable-gpu'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${base}/projects`);
await page.getByLabel('Name of the new project').fill('Frames');
await page.getByRole('button', { name: 'Start it' }).click();
await page.getByRole('button', { name: 'Add pictures' }).waitFor();
await page.goto(page.url().replace(/gather.*/, 'dress'));
await page.getByLabel('Letter to take in hand').fill('x');
await page.keyboard.press('Enter');
await page.waitForTimeout(800);

/** Twenty wavy rounds of a hundred points each, by the clipboard. */
await page.evaluate(() => {
  const copied = Array.from({ length: 20 }, (_, k) => ({
    closed: true,
    nodes: Array.from({ length: 100 }, (_, i) => {
      const t = (2 * Math.PI * i) / 100;
      const r = 50 + 6 * Math.sin(9 * t);
      const x = 60 + (k % 5) * 130 + r * Math.cos(t);
      const y = 60 + Math.floor(k / 5) * 150 + r * Math.sin(t);
      const d = { x: -Math.sin(t) * 1.05, y: Math.cos(t) * 1.05 };
      return { x, y, in: { x: x - d.x, y: y - d.y }, out: { x: x + d.x, y: y + d.y }, kind: 'smooth' };
    }),
  }));
  const clipboardData = new DataTransfer();
  clipboardData.setData('text/plain', `<svg><metadata>${JSON.stringify({ copied })}</metadata></svg>`);
  document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
});
await page.waitForTimeout(3000);
/** Times of 240 frames of a drag that begins at a place of the letter (em units), ms, the shortest first. */
const framesFrom = (from) =>
  page.evaluate(async ({ fx, fy }) => {
    const canvas = document.querySelector('canvas[aria-label^="Outline"]');
    const [zoom, x, y] = canvas.dataset.view.split(' ').map(Number);
    const box = canvas.getBoundingClientRect();
    const send = (type, px, py) =>
      canvas.dispatchEvent(
        new PointerEvent(type, {
          bubbles: true,
          pointerId: 1,
          pointerType: 'mouse',
          buttons: 1,
          clientX: px,
          clientY: py,
        }),
      );
    const [px, py] = [box.left + fx * zoom + x, box.top - fy * zoom + y];
    const times = [];
    send('pointerdown', px, py);
    let last = performance.now();
    for (let i = 0; i < 240; i++) {
      await new Promise((done) => requestAnimationFrame(done));
      const now = performance.now();
      times.push(now - last);
      last = now;
      send('pointermove', px + Math.sin(i / 9) * 40, py + Math.cos(i / 9) * 30 - 30);
    }
    send('pointercancel', px, py);
    return times.sort((a, b) => a - b);
  }, from);

async function report(what, from) {
  const frames = await framesFrom(from);
  const at = (share) => frames[Math.min(frames.length - 1, Math.floor(share * frames.length))].toFixed(1);
  console.log(`${await page.getByTestId('point-count').textContent()} points in view, ${what}, 240 frames:`);
  console.log(`median ${at(0.5)} ms, 90 % ${at(0.9)} ms, 95 % ${at(0.95)} ms, longest ${at(1)} ms`);
}
// What was pasted is in hand as a whole.
await page.keyboard.press('Escape');
await report('one dragged', { fx: 110, fy: 60 });
await page.keyboard.press('a');
await page.keyboard.press('o');
await page.waitForTimeout(1000);
// The right top corner of the frame round all of them.
await report('all resized', { fx: 635, fy: 565 });
await browser.close();
server.kill();
process.exit(0);
