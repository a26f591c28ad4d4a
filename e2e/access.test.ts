import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { openDemo, saved, stage } from './support/app';

const STAGES = ['Gather', 'Lift', 'Dress', 'Seat', 'Name', 'Fit', 'Proof', 'Cast'];

/** What is wrong with the page as it is. The desks differ in nothing but their colours. */
async function faultsOf(page: Page, name: string, desk: 'day' | 'night'): Promise<string[]> {
  // Menus lie beside all parts of the page while they are open: what they belong to is told by their buttons.
  const axe = new AxeBuilder({ page }).disableRules(['region']);
  const { violations } = await (desk === 'day' ? axe : axe.withRules(['color-contrast'])).analyze();
  return violations.map((v) => `${name}: ${v.id} ${v.nodes.map((n) => n.target).slice(0, 3)}`);
}

for (const desk of ['day', 'night'] as const) {
  test(`no fault of access on any stage, ${desk} desk`, async ({ page }) => {
    await openDemo(page);
    if (desk === 'night') await page.getByRole('button', { name: 'Night desk' }).click();
    for (const name of STAGES) {
      await stage(page, name);
      await expect(page.getByLabel('Bench')).toBeVisible();
      expect(await faultsOf(page, name, desk)).toEqual([]);
    }
  });
}

test('no fault of access where projects begin, on what is made for drawing elsewhere, and on the pair map', async ({
  page,
}) => {
  await page.goto('/projects');
  await expect(page.getByRole('list', { name: 'Finished projects' })).toBeVisible();
  expect(await faultsOf(page, 'projects', 'day')).toEqual([]);
  await openDemo(page);
  for (const name of ['Practice sheet', 'Template']) {
    await page.getByRole('button', { name }).click();
    await expect(page.getByLabel('Gauge').getByRole('heading', { level: 2 }).first()).toBeVisible();
    expect(await faultsOf(page, name, 'day')).toEqual([]);
  }
  await stage(page, 'Fit');
  await page.getByRole('button', { name: 'Pair map' }).click();
  await expect(page.getByRole('group', { name: /^Map of pairs/ })).toBeVisible();
  expect(await faultsOf(page, 'pair map', 'day')).toEqual([]);
});

test('no fault of access on the family’s table, on forms and rules, and among the switches', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole('button', { name: /^Style in hand/ }).click();
  await page.getByRole('menuitem', { name: /^Family/ }).click();
  await expect(page.getByRole('table', { name: 'Letters of the family' })).toBeVisible();
  expect(await faultsOf(page, 'family', 'day')).toEqual([]);
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Forms' }).click();
  await page.getByRole('button', { name: 'Slight variant' }).click();
  await page.getByRole('button', { name: 'Add this rule' }).click();
  await expect(page.getByTestId('in-words')).toBeVisible();
  expect(await faultsOf(page, 'forms', 'day')).toEqual([]);
  await page.getByRole('tab', { name: 'Rules' }).click();
  await page.getByRole('button', { name: 'Let them take turns' }).click();
  await expect(page.getByTestId('rule')).toHaveCount(2);
  expect(await faultsOf(page, 'rules', 'day')).toEqual([]);
  await page.getByRole('button', { name: 'Switches' }).click();
  await expect(page.getByLabel('Switches').getByText('calt')).toBeVisible();
  expect(await faultsOf(page, 'switches', 'day')).toEqual([]);
});

test('no fault of access among colours and drafts of missing letters, by day and night', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: /^Style in hand/ }).click();
  await page.getByRole('menuitem', { name: /^Colours/ }).click();
  for (const part of ['Paint the letters', 'A gradient', 'A line around', 'A line within', 'A shadow'])
    await page.getByText(part, { exact: true }).click();
  await page.getByRole('button', { name: 'For dark ground' }).click();
  await expect(page.getByRole('table', { name: 'Colours by palettes' })).toBeVisible();
  for (const desk of ['day', 'night'] as const) {
    if (desk === 'night') await page.getByRole('button', { name: 'Night desk' }).click();
    expect(await faultsOf(page, 'colours', desk)).toEqual([]);
  }
  await page.getByRole('button', { name: 'Switches' }).click();
  await expect(page.getByRole('combobox', { name: 'Colours' })).toBeVisible();
  expect(await faultsOf(page, 'switches with palettes', 'night')).toEqual([]);
  await page.keyboard.press('Escape');
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Make' }).click();
  await expect(page.getByRole('button', { name: 'Complete Western European' })).toBeVisible();
  expect(await faultsOf(page, 'make', 'night')).toEqual([]);
});

test('the keyboard alone goes through the stages, finds actions and works on points', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/\/dress/);
  const before = await page.getByLabel('Gauge').getByTestId('point-count').innerText();
  await page.keyboard.press('a');
  await expect(page.getByLabel('Gauge')).toContainText(`${before} points chosen`);
  await page.keyboard.press('Shift+ArrowUp');
  await expect(page.getByLabel('Gauge')).toContainText('Worked on by hand');
  await page.keyboard.press('/');
  await page.getByLabel('What do you want to do?').fill('make font');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/cast/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Next doubtful piece');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('3');
  await expect(page.getByLabel('Gauge')).toContainText('As traced');
});

test('no fault of access on any tab of any gauge, and in what opens over the page', async ({ page }) => {
  test.setTimeout(240_000);
  await openDemo(page);
  for (const name of STAGES) {
    await saved(page);
    // By its address: nothing of the stage before is left.
    await page.goto(`/p/tide-mill/${name.toLowerCase()}`);
    await expect(page.getByLabel('Gauge', { exact: true })).toBeVisible();
    for (const tab of await page.getByRole('tab').all()) {
      if ((await tab.getAttribute('aria-selected')) === 'true') continue;
      await tab.click();
      expect(await faultsOf(page, `${name}, ${await tab.innerText()}`, 'day')).toEqual([]);
    }
  }
  for (const key of ['/', '?']) {
    await page.keyboard.press(key);
    await expect(page.getByRole('dialog')).toBeVisible();
    expect(await faultsOf(page, key, 'day')).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  }
  for (const name of [/^History/, /^Switches/, /^Style in hand/]) {
    await page.getByRole('button', { name }).click();
    expect(await faultsOf(page, String(name), 'day')).toEqual([]);
    await page.keyboard.press('Escape');
  }
});

test('in colours of the system our inks are theirs, on canvases too, and what is chosen is seen', async ({
  page,
}) => {
  await page.emulateMedia({ forcedColors: 'active', colorScheme: 'dark' });
  await openDemo(page);
  await stage(page, 'Dress');
  await expect(page.getByTestId('point-count')).toBeVisible();
  const ink = () =>
    page.evaluate(() => getComputedStyle(document.documentElement).getPropertyValue('--chakra-colors-ink'));
  expect(await ink()).toBe('CanvasText');
  const outlined = (name: string) =>
    page.getByRole('button', { name, exact: true }).evaluate((e) => getComputedStyle(e).outlineStyle);
  expect([await outlined('Select'), await outlined('Draw')]).toEqual(['solid', 'none']);
  // The outline of the letter is drawn in the system's text colour: white on black here.
  const whites = () =>
    page
      .locator('#bench canvas')
      .first()
      .evaluate((e) => {
        const canvas = e as HTMLCanvasElement;
        const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
        let count = 0;
        for (let i = 0; i < data.length; i += 4)
          if (Math.min(data[i]!, data[i + 1]!, data[i + 2]!, data[i + 3]!) > 240) count++;
        return count;
      });
  await expect.poll(whites).toBeGreaterThan(500);
  expect(await page.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgb(0, 0, 0)');
});

test('nothing leaves the machine', async ({ page }) => {
  const elsewhere: string[] = [];
  page.on('request', (request) => {
    if (!/^(http:\/\/127\.0\.0\.1:|blob:|data:)/.test(request.url())) elsewhere.push(request.url());
  });
  await openDemo(page);
  for (const name of STAGES) await stage(page, name);
  expect(elsewhere).toEqual([]);
});
