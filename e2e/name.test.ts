import { expect, test, type Locator, type Page } from '@playwright/test';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { castBoth, liveFontReady, openDemo, saved, stage, startProject, takeInHand } from './support/app';
import { dragTo, inkOf } from './support/dress';
import { shape } from '../testing/outsideReaders';

const cell = (page: Page, name: string) =>
  page.getByRole('region', { name: 'Ledger' }).getByRole('button', { name: new RegExp(`, ${name}(,|$)`) });
const tab = (page: Page, name: string) => page.getByRole('tab', { name }).click();

test('A to Z by order with a piece too many; sharp s found by name; small letters of capitals; accents in one go; two drawings of o', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Name');

  // By order: the list lacks J, so that one of the 26 pieces is too many, and it is pointed at.
  await tab(page, 'Order');
  await page.getByLabel('Characters in order').fill('ABCDEFGHIKLMNOPQRSTUVWXYZ');
  await expect(page.getByTestId('order-count')).toContainText(
    '74 pieces for 25 characters; left out: piece 10, 27',
  );
  await expect(page.locator('[data-place]').nth(9)).toHaveAttribute('aria-label', 'Piece 10 left out');
  // Left out and taken in by a click.
  await page.getByRole('button', { name: 'Piece 9 becomes I' }).click();
  await expect(page.getByRole('button', { name: 'Piece 9 left out' })).toBeVisible();
  await page.getByRole('button', { name: 'Piece 9 left out' }).click();
  await page.getByRole('button', { name: 'Name 25 pieces' }).click();
  await expect(page.getByTestId('coverage')).toHaveText('25 of 74 characters of the bill');
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByTestId('coverage')).toHaveText('74 of 74 characters of the bill');

  // A character that no keyboard has, by its name: the drawing of B for the sake of the test, as well as its own.
  await tab(page, 'Letter');
  await cell(page, 'B').click();
  // The gauge follows a moment later: what is typed before is typed about the letter before.
  await expect(page.getByRole('heading', { name: 'B (B)' })).toBeVisible();
  await page.getByLabel('Further character').fill('capital sharp s');
  await page.getByRole('button', { name: /latin capital letter sharp s U\+1E9E/ }).click();
  await expect(page.getByText('ẞ U+1E9E')).toBeVisible();
  await page.getByLabel('Text of the running line').fill('Bẞ');
  await expect(page.getByText('Not in the font')).toBeHidden();

  // A piece loses its character and is dragged back onto its field.
  await cell(page, 'g').click();
  await expect(page.getByRole('heading', { name: 'g (g)' })).toBeVisible();
  await page.getByLabel('New character').fill('o');
  await page.getByRole('button', { name: /latin small letter o U\+006F/ }).click();
  await expect(page.getByRole('group', { name: 'o is taken' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep as another drawing' }).click();
  await expect(cell(page, 'o.alt1')).toBeVisible();
  await expect(cell(page, 'g')).toHaveAttribute('aria-label', 'g, g, missing');

  // Signs and marks are drafted of what is there, accents composed in one go.
  await tab(page, 'Make');
  await page.getByRole('button', { name: /^Make \d+ drafts/ }).click();
  await expect(page.getByTestId('drafts')).toContainText('drafts to look at');
  await page.getByRole('button', { name: /^Compose 5\d letters/ }).click();
  await page.getByLabel('The bill: characters to fill').selectOption('western');
  await expect(cell(page, 'eacute')).toHaveAttribute('aria-label', 'é, eacute, composed');
  await page.getByLabel('Text of the running line').fill('été «à»…');
  await expect(page.getByText('Not in the font')).toBeHidden();
  await expect.poll(() => inkOf(page, 'é')).toBeGreaterThan(1.05 * (await inkOf(page, 'e')));

  // é redrawn by hand stays when e changes.
  await takeInHand(page, 'dress', 'eacute');
  await dragTo(page, { x: -80, y: -80 }, { x: 700, y: 90 });
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByText('Worked on by hand')).toBeVisible();
  const own = await page.getByRole('textbox', { name: 'Height of the ink' }).inputValue();
  await takeInHand(page, 'dress', 'e');
  await page.keyboard.press('a');
  await page.keyboard.press('Shift+ArrowUp');
  await takeInHand(page, 'dress', 'eacute');
  await expect(page.getByRole('textbox', { name: 'Height of the ink' })).toHaveValue(own);
  await saved(page);
});

test('capitals alone give small letters as shared parts', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'Name');
  await tab(page, 'Order');
  // Capitals keep their characters, all others lose theirs.
  await page.getByRole('button', { name: 'A-Z', exact: true }).click();
  await page.getByRole('button', { name: 'Name 26 pieces' }).click();
  await tab(page, 'Make');
  await page.getByRole('button', { name: 'Make 26 of their capitals' }).click();
  await expect(cell(page, 'h')).toHaveAttribute('aria-label', 'h, h, composed');
  const { otf } = await castBoth(page);
  const [H, h] = shape(otf, 'Hh', false);
  expect(h!.name).toBe('h');
  expect(h!.advance).toBe(H!.advance);
});

test('twelve icons get code points from U+E000 and margins of 50; a thirteenth comes later and they stay; typed names make them', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-signs-'));
  const sign = (name: string, k: number) => {
    const path = join(folder, `${name}.svg`);
    writeFileSync(
      path,
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24"><path d="M${2 + (k % 3)} 4h${10 + (k % 5)}v${8 + k}h-${8 + (k % 4)}z"/></svg>`,
    );
    return path;
  };
  const names = [
    'barley',
    'boat',
    'eel',
    'fog',
    'gate',
    'lane',
    'lantern',
    'mill',
    'rain',
    'sluice',
    'tide',
    'wheel',
  ];
  await startProject(page, 'Signs');
  await page.getByLabel('Pictures of letters').setInputFiles(names.map(sign));
  await expect(page.getByTestId('understood')).toContainText('12', { timeout: 30_000 });
  await stage(page, 'Name');
  await expect(cell(page, 'U\\+E000')).toHaveAttribute('aria-label', 'barley, U+E000');
  await expect(cell(page, 'U\\+E00B')).toHaveAttribute('aria-label', 'wheel, U+E00B');

  await stage(page, 'Seat');
  await page.getByRole('tab', { name: 'Icons' }).click();
  await page.getByRole('button', { name: 'Place 12 icons' }).click();
  await stage(page, 'Gather');
  await page.getByLabel('Pictures of letters').setInputFiles(sign('anchor', 5));
  await stage(page, 'Name');
  await expect(cell(page, 'U\\+E00C')).toHaveAttribute('aria-label', 'anchor, U+E00C', { timeout: 30_000 });
  await expect(cell(page, 'U\\+E000')).toHaveAttribute('aria-label', 'barley, U+E000');

  await tab(page, 'Make');
  await page.getByRole('button', { name: 'Type 13 icons by their names' }).click();
  await tab(page, 'Letter');
  await cell(page, 'U\\+E007').click();
  await expect(page.getByRole('heading', { name: 'mill' })).toBeVisible();
  await page.getByLabel('Several, parted by commas').fill('mill, windmill');
  await page.getByLabel('Several, parted by commas').press('Enter');
  await liveFontReady(page);
  await saved(page);
  const { otf } = await castBoth(page);
  expect(shape(otf, 'windmill').map((g) => g.name)).toEqual(['mill']);
  expect(shape(otf, 'mill eel').map((g) => g.name)).toEqual(['mill', 'space', 'eel']);
  const [barley] = shape(otf, '\ue000');
  expect(barley!.name).toBe('barley');
});

/** A box that is the same in two looks one after the other. */
async function steadyBox(of: Locator) {
  let box = await of.boundingBox();
  for (let tries = 0; tries < 20; tries++) {
    await of.page().waitForTimeout(60);
    const now = await of.boundingBox();
    if (JSON.stringify(now) === JSON.stringify(box)) break;
    box = now;
  }
  return box;
}

test('a piece without a character is dragged onto a field of the ledger, and a field onto a piece', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Name');
  await tab(page, 'Order');
  await page.getByRole('button', { name: 'a-z', exact: true }).click();
  await page
    .getByLabel('Characters in order')
    .fill('ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,:;!?\'"()&');
  await page.getByRole('button', { name: 'Name 73 pieces' }).click();
  await tab(page, 'Letter');
  const shelf = page.getByRole('region', { name: 'Pieces without a character' });
  await expect(shelf.locator('[data-shelf]')).toHaveCount(1);
  const drag = async (from: ReturnType<typeof cell>, to: ReturnType<typeof cell>) => {
    await from.scrollIntoViewIfNeeded();
    await to.scrollIntoViewIfNeeded();
    const a = (await steadyBox(from))!;
    await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
    await page.mouse.down();
    await page.mouse.move(a.x + a.width / 2 + 12, a.y + a.height / 2 + 4, { steps: 3 });
    // What is dragged near an edge makes its list scroll: the goal is where it comes to rest.
    for (let tries = 0; tries < 4; tries++) {
      const b = (await steadyBox(to))!;
      await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 6 });
    }
    await page.mouse.up();
  };
  await drag(shelf.locator('[data-shelf]').first(), cell(page, 'hyphen'));
  await expect(page.getByTestId('coverage')).toHaveText('74 of 74 characters of the bill');
  await expect(shelf).toBeHidden();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(shelf.locator('[data-shelf]')).toHaveCount(1);
  await drag(cell(page, 'hyphen'), shelf.locator('[data-shelf]').first());
  await expect(page.getByTestId('coverage')).toHaveText('74 of 74 characters of the bill');
});
