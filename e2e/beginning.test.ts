import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { liveFontReady, openDemo, saved, stage, startProject, takeInHand } from './support/app';
import { demoFile } from './support/demoFiles';
import { field } from './support/dress';

const begin = (page: Page, title: string) =>
  page
    .getByRole('list', { name: 'Ways to begin' })
    .getByRole('button', { name: new RegExp(`^${title}`) })
    .click();

/** Lets files go on a place of the page, as dragging them from a folder does. */
async function dropOn(page: Page, selector: string, files: { name: string; type: string; bytes: Buffer }[]) {
  const target = page.locator(selector).first();
  const made = files.map((f) => ({ ...f, bytes: f.bytes.toString('base64') }));
  const data = await page.evaluateHandle((all) => {
    const transfer = new DataTransfer();
    for (const { name, type, bytes } of all) {
      const raw = Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0));
      transfer.items.add(new File([raw], name, { type }));
    }
    return transfer;
  }, made);
  await target.dispatchEvent('dragenter', { dataTransfer: data });
  await target.dispatchEvent('dragover', { dataTransfer: data });
  await target.dispatchEvent('drop', { dataTransfer: data });
}
const svg = (body: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 700 700"><path d="${body}"/></svg>`);

test('anything dropped on the list of projects begins one, called after it; the list shows it by its letters', async ({
  page,
}) => {
  await page.goto('/projects');
  const path = demoFile('letters', 'A.png');
  const bytes = readFileSync(path);
  await dropOn(
    page,
    'main',
    ['A', 'B', 'H'].map((c) => ({
      name: `${c}.png`,
      type: 'image/png',
      bytes: c === 'A' ? bytes : readFileSync(demoFile('letters', `${c}.png`)),
    })),
  );
  await expect(page.getByTestId('understood')).toContainText('3 pictures', { timeout: 60_000 });
  await liveFontReady(page);
  await saved(page);
  await page.goto('/projects');
  await expect(page.getByText('A', { exact: true })).toBeVisible();
  await expect(page.getByTestId('project-picture')).toBeVisible();

  // A start without files leads straight to where one works.
  await begin(page, 'Write here');
  await expect(page.getByTestId('written-count')).toBeVisible();
  await page.goto('/projects');
  await begin(page, 'Pixels on a grid');
  await expect(page.getByTestId('built-count')).toBeVisible();
  await page.goto('/projects');
  await begin(page, 'A practice sheet');
  await expect(page.getByRole('button', { name: /Save the sheet|Print|PDF/ }).first()).toBeVisible();
});

test('a file let go on a field of the ledger, or on an empty letter in Dress, goes there whatever it is called', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Bill' }).click();
  await page.getByLabel('The bill: characters to fill').selectOption({ index: 1 });
  const missing = page.locator('[data-field]:not([data-drawn])').first();
  const name = (await missing.getAttribute('data-char'))!;
  await dropOn(page, `[data-char="${name}"]`, [
    {
      name: 'IMG_0042.svg',
      type: 'image/svg+xml',
      bytes: svg('M100 700L350 0L600 700H500L350 250L200 700Z'),
    },
  ]);
  await expect(page.locator(`[data-char="${name}"][data-drawn]`)).toBeVisible({ timeout: 30_000 });

  // The sign for a missing character is drawn like any letter, and reached from the ledger.
  await page.getByRole('tab', { name: 'Letter' }).click();
  await page.getByRole('button', { name: /^\.notdef/ }).click();
  await expect(field(page, 'Name in the font')).toHaveValue('.notdef');
  await stage(page, 'Dress');
  await expect(page.getByRole('img', { name: 'Outline of .notdef' })).toBeVisible();

  // Names and widths are typed; what can't be is refused with the reason.
  await takeInHand(page, 'name', 'n');
  const own = field(page, 'Name in the font');
  await own.fill('2n');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('begins with a letter');
  await own.fill('n.round');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /n\.round/ })).toBeVisible();
  await stage(page, 'Dress');
  await expect(page.getByRole('img', { name: 'Outline of n.round' })).toBeVisible();
  await stage(page, 'Name');
  await expect(own).toHaveValue('n.round');
  await takeInHand(page, 'fit', 'n.round');
  const right = Number(await field(page, 'Right bearing').inputValue());
  const width = Number(await field(page, 'Advance width').inputValue());
  await field(page, 'Advance width').fill(String(width + 33));
  await page.keyboard.press('Enter');
  await expect(field(page, 'Right bearing')).toHaveValue(String(right + 33));

  // Words as a drawing.
  await stage(page, 'Proof');
  await page.getByLabel('For a logo or a sign').fill('Tide');
  await expect(page.getByAltText('Tide as a drawing')).toBeVisible();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save SVG' }).click();
  const drawing = readFileSync(await (await waiting).path(), 'utf8');
  expect(drawing.match(/<path/g)).toHaveLength(1);
});

test('a crooked letter is turned by its stems to the lean of the others', async ({ page }) => {
  await openDemo(page);
  await takeInHand(page, 'seat', 'H');
  await page.getByRole('tab', { name: 'Chosen' }).click();
  const lean = async () =>
    parseFloat((await page.getByText('Its stems lean by').locator('..').textContent())!.replace(/^\D+/, ''));
  const first = await lean();
  await field(page, 'Turn by').fill('9');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'To the right' }).click();
  await expect.poll(async () => Math.abs((await lean()) - first - 9)).toBeLessThan(0.3);
  await page.getByRole('button', { name: 'Turn it by its stems' }).click();
  const usual = Number(await field(page, 'Stems lean by').inputValue());
  await expect.poll(async () => Math.abs((await lean()) - usual)).toBeLessThan(0.3);
});

test('letters drawn elsewhere on a template come back to their slots, at their size, height and place', async ({
  page,
}) => {
  await startProject(page, 'Drawn elsewhere');
  await page.getByRole('button', { name: 'Template' }).click();
  await page.getByLabel('Characters to draw').fill('Hn');
  await expect(page.getByAltText('The template')).toBeVisible();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as SVG' }).click();
  const template = readFileSync(await (await waiting).path(), 'utf8');
  const [, x, y] = /id="slot-006E" x="([\d.]+)" y="([\d.]+)"/.exec(template)!.map(Number) as [
    number,
    number,
    number,
  ];
  const bar = `<path d="M${x + 60} ${y + 250}h100v500h-100z"/>`;
  const drawn = template.replace('<g id="letters"></g>', `<g id="letters">${bar}</g>`);
  await page.getByLabel('Pictures of letters').setInputFiles({
    name: 'from my desk.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(drawn),
  });
  await expect(page.getByTestId('understood')).toContainText('1 drawing', { timeout: 30_000 });
  await liveFontReady(page);
  await saved(page);
  await page.goto(page.url().replace(/gather.*/, 'dress?glyph=n'));
  await expect(field(page, 'Width of the ink')).toHaveValue('100');
  await expect(field(page, 'Height of the ink')).toHaveValue('500');
  await expect(field(page, 'Left bearing')).toHaveValue('60');
  await expect(field(page, 'Advance width')).toHaveValue('640');
});
