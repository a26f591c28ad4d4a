// Refreshes docs/screenshots from the demo: node scripts/screenshots.mjs (needs Debian's chromium).
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { chromiumPath } from './chromium.mjs';
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
  ['fit', 'fit?glyph=n'],
  ['proof', 'proof?glyph=m'],
  ['cast', 'cast'],
];

/** The lane's signs as they come a second time: one new, one drawn anew, one under another name, one gone. */
async function shootIcons(page, base, shoot) {
  const signs = join(root, 'demo/files/artwork/signs');
  const again = mkdtempSync(join(tmpdir(), 'orthoglyph-signs-'));
  cpSync(signs, again, { recursive: true });
  const files = (folder) => readdirSync(folder).map((f) => join(folder, f));
  const [gone, anew, renamed] = readdirSync(again).filter((f) => f.endsWith('.svg'));
  rmSync(join(again, gone));
  renameSync(join(again, renamed), join(again, 'way-in.svg'));
  const drawn = readFileSync(join(again, anew), 'utf8');
  writeFileSync(join(again, anew), drawn.replace('</svg>', '<path d="M1 1h4v4h-4z"/></svg>'));
  writeFileSync(join(again, 'buoy.svg'), drawn.replace(/<path/, '<path d="M9 2h6v6h-6z"/><path'));
  await page.goto(`${base}/projects`);
  await page.getByLabel('Name of the new project').fill('Signs of the lane');
  await page.getByRole('button', { name: 'Start it' }).click();
  await page.getByRole('button', { name: 'Add pictures' }).waitFor();
  await page.getByLabel('Pictures of letters').setInputFiles(files(signs));
  await page.getByTestId('understood').filter({ hasText: 'drawings' }).waitFor();
  await page.waitForTimeout(2500);
  await page.getByLabel('Pictures of letters').setInputFiles(files(again));
  await page.getByRole('list', { name: 'Changes of icons' }).waitFor();
  await page.waitForTimeout(700);
  await shoot('icons-again');
}

/** A page of the tide book as running text, joined, with all drawings of one letter. */
async function shootText(page, base, shoot) {
  const pages = mkdtempSync(join(tmpdir(), 'orthoglyph-writing-'));
  spawnSync(process.execPath, [join(root, 'bin/orthoglyph.mjs'), 'demo', '--writing', '--out', pages]);
  await page.goto(`${base}/projects`);
  await page.getByLabel('Name of the new project').fill('The tide book');
  await page.getByRole('button', { name: 'Start it' }).click();
  await page.getByLabel('Pictures of letters').setInputFiles(join(pages, 'tide-book-joined.jpg'));
  const understood = page.getByTestId('understood');
  await understood.filter({ hasText: 'pieces' }).waitFor();
  await page.getByLabel('How it is written').selectOption('text');
  await page.getByLabel('What it says').fill(readFileSync(join(pages, 'tide-book.txt'), 'utf8'));
  await page.getByRole('button', { name: 'Lift again' }).click();
  await understood.filter({ hasText: /running text, \d\d\d letters/ }).waitFor({ timeout: 90_000 });
  await page.getByRole('navigation', { name: 'Course' }).getByRole('link', { name: /^Lift/ }).click();
  const strip = page.getByRole('group', { name: 'Letters expected and found' });
  await strip.getByRole('button', { name: /^e/ }).first().click();
  await page.mouse.move(640, 720);
  await page.waitForTimeout(2500);
  await shoot('lift-text');
}

/** Strokes of a pen with pressure, as shares of a slot: a made-up A, e and o. */
const WAYS = [
  ['A', (t) => [0.28 + 0.22 * t, 0.667 - 0.5 * t, 0.25 + 0.6 * t]],
  ['A', (t) => [0.5 + 0.22 * t, 0.167 + 0.5 * t, 0.85 - 0.5 * t]],
  ['A', (t) => [0.36 + 0.3 * t, 0.5 - 0.02 * t, 0.35]],
  [
    'C',
    (t) => [
      0.52 + 0.2 * Math.cos(-0.8 - 4.7 * t),
      0.42 + 0.25 * Math.sin(-0.8 - 4.7 * t),
      0.35 + 0.4 * Math.sin(3 * t),
    ],
  ],
  ['B', (t) => [0.36, 0.18 + 0.485 * t, 0.7 - 0.2 * t]],
  ['B', (t) => [0.36 + 0.22 * Math.sin(Math.PI * t), 0.18 + 0.23 * t, 0.4 + 0.3 * Math.sin(3 * t)]],
  ['B', (t) => [0.36 + 0.28 * Math.sin(Math.PI * t), 0.41 + 0.255 * t, 0.4 + 0.4 * Math.sin(3 * t)]],
];

async function writeSlots(page) {
  for (const [char, way] of WAYS) {
    const slot = page.getByRole('img', { name: new RegExp(`^Slot for ${char},`) });
    await slot.evaluate(
      (canvas, points) => {
        const box = canvas.getBoundingClientRect();
        const send = (type, [x, y, pressure]) =>
          canvas.dispatchEvent(
            new PointerEvent(type, {
              bubbles: true, pointerId: 7, pointerType: 'pen', pressure, buttons: 1,
              clientX: box.left + x * box.width, clientY: box.top + y * box.height,
            }),
          ); // prettier-ignore
        send('pointerdown', points[0]);
        for (const p of points) send('pointermove', p);
        send('pointerup', points.at(-1));
      },
      Array.from({ length: 40 }, (_, i) => way(i / 39)),
    );
    await page.waitForTimeout(500);
  }
}

async function buildLetter(page) {
  await page.getByRole('button', { name: 'Build R', exact: true }).click();
  const grid = page.getByRole('application');
  const at = await grid.evaluate((c) => ({
    x: c.getBoundingClientRect().x + Number(c.dataset.left),
    y: c.getBoundingClientRect().y + Number(c.dataset.baseline),
    side: Number(c.dataset.side),
  }));
  const over = (x, y) =>
    page.mouse.move(at.x + (x + 0.5) * at.side, at.y - (y + 0.5) * at.side, { steps: 10 });
  const paint = async (...cells) => {
    await over(...cells[0]);
    await page.mouse.down();
    for (const cell of cells.slice(1)) await over(...cell);
    await page.mouse.up();
  };
  await paint([0, 0], [0, 6], [2, 6]);
  await paint([1, 3], [2, 3]);
  await paint([3, 4], [3, 5]);
  await paint([3, 0], [3, 1]);
  await paint([2, 2], [2, 2]);
  await page.getByRole('button', { name: 'Quarter disc' }).click();
  await page.getByRole('button', { name: 'left bottom' }).click();
  await paint([3, 6]);
  await page.getByRole('button', { name: 'left top' }).click();
  await paint([3, 3]);
  await page.getByRole('button', { name: 'Triangle' }).click();
  await page.getByRole('button', { name: 'left bottom' }).click();
  await paint([3, 2]);
  await page.waitForTimeout(500);
}

try {
  const base = await ready;
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
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
      const box = await page.getByRole('application', { name: /Outline of/ }).boundingBox();
      await page.mouse.move(box.x + 200, box.y + 140);
      await page.mouse.down();
      await page.mouse.move(box.x + 700, box.y + 330, { steps: 4 });
      await page.mouse.up();
    }
    if (name === 'fit') {
      // Tinted as it stands first, then its map of pairs after a fit.
      await page.waitForTimeout(2500);
      await shoot('fit');
      await page.getByRole('button', { name: 'Fit all' }).click();
      await page.waitForTimeout(3500);
      await page.keyboard.press('m');
      await page.waitForTimeout(500);
      await page.locator('[data-field]').nth(60).click();
      await page.mouse.move(640, 720);
      await page.waitForTimeout(400);
      await shoot('fit-map');
      await page.keyboard.press('m');
      continue;
    }
    if (name === 'cast') {
      await page.getByRole('button', { name: 'Cast', exact: true }).click();
      await page.getByRole('button', { name: 'Download' }).nth(1).waitFor();
    }
    // With the frame that turns and stretches.
    if (name === 'dress') await page.keyboard.press('o');
    await page.waitForTimeout(900);
    await shoot(name);
  }
  // A letter drawn by a pen along its lines.
  await page.goto(`${base}/p/tide-mill/dress?glyph=t`);
  await page.getByRole('tab', { name: /^Parts/ }).click();
  await page.getByRole('button', { name: 'Draw it by a pen' }).click();
  await page.getByRole('button', { name: 'Working on the lines' }).waitFor();
  await page.getByRole('button', { name: 'Working on the lines' }).scrollIntoViewIfNeeded();
  await page.mouse.move(640, 720);
  await page.waitForTimeout(700);
  await shoot('dress-skeleton');
  await page.keyboard.press('Control+z');
  await page.waitForTimeout(700);
  await shootIcons(page, base, shoot);
  await shootText(page, base, shoot);
  await page.goto(`${base}/p/tide-mill/gather?do=write`);
  await page.getByRole('button', { name: 'Soft brush' }).waitFor();
  await writeSlots(page);
  await shoot('gather-write');
  await page.goto(`${base}/p/tide-mill/gather?do=grid`);
  await buildLetter(page);
  await shoot('gather-grid');
  // Joined small letters of another made-up hand, fitted.
  const pages = mkdtempSync(join(tmpdir(), 'orthoglyph-pages-'));
  spawnSync(process.execPath, [join(root, 'bin/orthoglyph.mjs'), 'demo', '--page', '--out', pages]);
  await page.goto(`${base}/projects`);
  await page.getByLabel('Name of the new project').fill('The daughter writes');
  await page.getByRole('button', { name: 'Start it' }).click();
  await page.getByRole('navigation', { name: 'Course' }).getByRole('link', { name: /^Name/ }).click();
  await page.getByRole('tab', { name: 'Bill' }).click();
  await page.getByLabel('Characters to fill', { exact: true }).fill('abcdefghijklmnopqrstuvwxyz');
  await page
    .getByRole('navigation', { name: 'Course' })
    .getByRole('link', { name: /^Gather/ })
    .click();
  await page.getByLabel('Pictures of letters').setInputFiles(join(pages, 'joined-page.jpg'));
  await page.getByText('26 pieces').first().waitFor();
  await page.getByLabel('Text of the running line').fill('eels in the mill race by noon');
  await page.getByRole('navigation', { name: 'Course' }).getByRole('link', { name: /^Fit/ }).click();
  await page.getByRole('button', { name: 'Fit all' }).click();
  await page.waitForTimeout(3500);
  await page.mouse.move(640, 720);
  await shoot('fit-joined');
  // A family made of a finished hand, and rules for its letters.
  await page.goto(`${base}/projects`);
  await page
    .getByRole('list', { name: 'Finished projects' })
    .getByRole('button', { name: /^A text hand/ })
    .click();
  await page.locator('[data-testid="live-font"][data-family^="live-"]').waitFor();
  const own = page.url().replace(/\/[^/]*$/, '');
  await page.goto(`${own}/name?glyph=d`);
  await page.getByRole('tab', { name: 'Forms' }).click();
  await page.getByRole('button', { name: 'Slight variant' }).click();
  await page.getByRole('button', { name: 'Take d.alt1 in hand' }).waitFor();
  await page.getByRole('button', { name: 'Add this rule' }).click();
  await page.getByRole('tab', { name: 'Rules' }).click();
  await page.getByRole('button', { name: /^Derive \d+ drawings/ }).click();
  await page.getByRole('button', { name: 'Let them take turns' }).click();
  await page.getByRole('group', { name: 'Words in which it stands' }).first().waitFor();
  await page.getByTestId('repeats').waitFor();
  await page.mouse.move(640, 720);
  await page.waitForTimeout(1500);
  await shoot('name-rules');
  await page.goto(`${own}/family`);
  const gauge = page.getByRole('complementary', { name: 'Gauge' });
  for (const style of ['Bold', 'Italic']) {
    await page.getByRole('button', { name: 'Regular', exact: true }).click();
    await gauge.getByRole('button', { name: style, exact: true }).click();
    await page.getByRole('button', { name: 'Make it of Regular' }).click();
    await page.getByRole('button', { name: `Style in hand: ${style}` }).waitFor({ timeout: 90_000 });
  }
  await page.getByRole('button', { name: 'Bold', exact: true }).click();
  await page.getByRole('button', { name: 'Between weights' }).click();
  await page.waitForFunction(() =>
    /^\d+$/.test(document.querySelector('[data-testid=weight]')?.textContent ?? ''),
  );
  await page.mouse.move(640, 720);
  await page.waitForTimeout(1500);
  await shoot('family');
  await page.goto(`${own}/colours`);
  await page.getByText('Paint the letters', { exact: true }).click();
  for (const part of ['A gradient', 'A line around', 'A shadow'])
    await page.getByText(part, { exact: true }).click();
  await page.getByLabel('Colour of stop 1').fill('#20508c');
  await page.getByRole('button', { name: 'For dark ground' }).click();
  await page.mouse.move(640, 720);
  await page.waitForTimeout(9000);
  await shoot('colours');
  await browser.close();
} finally {
  server.kill();
}
