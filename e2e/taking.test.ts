import { expect, test, type Page } from '@playwright/test';
import { stage, startProject } from './support/app';
import { demoFile } from './support/demoFiles';

async function add(
  page: Page,
  ...files: { name: string; mimeType: string; buffer: Buffer }[]
): Promise<void> {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Add pictures' }).click(),
  ]);
  await chooser.setFiles(files);
}

const bars = (...xs: number[]): Buffer =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 110 60">${xs
      .map((x) => `<rect x="${x}" width="26" height="60"/>`)
      .join('')}<text x="2" y="9">tide</text></svg>`,
  );

test('a drawing is taken for something else by one press, and back by undo; what it lacks stays told on it', async ({
  page,
}) => {
  await startProject(page, 'Quay signs');
  await add(page, { name: 'A.svg', mimeType: 'image/svg+xml', buffer: bars(0, 40, 80) });
  const understood = page.getByTestId('understood');
  await expect(understood).toHaveText('1 drawing');
  await understood.click();
  await page.getByRole('group', { name: 'Taken for' }).getByRole('button', { name: 'Row' }).click();
  await expect(understood).toHaveText('3 drawings');
  await page.keyboard.press('Control+Z');
  await expect(understood).toHaveText('1 drawing');

  await stage(page, 'Cast');
  const snag = page.getByTestId('snags').getByRole('listitem').filter({ hasText: 'not understood' });
  await expect(snag).toContainText('text');
  await snag.getByRole('button', { name: 'It is right as it is' }).click();
  await expect(snag).toHaveCount(0);
});

test('a page that holds more than its list: the rest is named by shape and comes into the list by one consent', async ({
  page,
}) => {
  await startProject(page, 'Own hand');
  const path = demoFile('page', 'apprentices-page.jpg');
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Add pictures' }).click(),
  ]);
  await chooser.setFiles(path);
  await expect(page.getByTestId('understood')).toContainText('pieces');
  await page.getByTestId('understood').click();
  const list = page.getByRole('textbox', { name: 'Written on it, in order' });
  const whole = await list.inputValue();
  await list.fill([...whole].slice(0, -3).join(''));
  await page.getByRole('button', { name: 'Lift again' }).click();
  await stage(page, 'Lift');
  const bar = page.getByRole('status').filter({ hasText: 'beyond the list' });
  await expect(bar).toBeVisible();
  await page.getByRole('button', { name: 'Take them into the list' }).click();
  await expect(bar).toHaveCount(0);
  await stage(page, 'Gather');
  await page.getByTestId('understood').click();
  await expect(list).toHaveValue(new RegExp(`.{${[...whole].length - 1},}`));
});
