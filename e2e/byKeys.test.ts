import { expect, test, type Page } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { parseWithOpentype } from '../testing/outsideReaders';
import { watchFaults } from './support/app';
import { listening } from './support/listening';

/** The job and the mending of shapes by keys alone: nothing here presses a mouse button. */

const press = async (page: Page, ...keys: string[]) => {
  for (const key of keys) await page.keyboard.press(key);
};
const times = (count: number, key: string): string[] => Array.from({ length: count }, () => key);
const lastSaid = (page: Page) => page.getByTestId('said').filter({ hasText: /./ });

/**
 * What was heard, held against what was heard when it was last read through (said.txt). To take a new one: run this with
 * RECORD_SAID=1, and read it aloud.
 */
function expectAsBefore(heard: readonly string[]): void {
  const record = new URL('./fixtures/said.txt', import.meta.url);
  // How often a job tells where it is depends on how quick the machine is.
  const lines = heard.filter(
    (line) =>
      !/: (Waiting|Opening|Reading|Telling|Finding|Putting|Tracing|Making|Packing|Fitting)/.test(line),
  );
  if (process.env.RECORD_SAID) writeFileSync(record, `${lines.join('\n')}\n`);
  expect(lines).toEqual(readFileSync(record, 'utf8').trimEnd().split('\n'));
}

test('from a page to a cast font by keys alone; what is heard on the way reads as sense', async ({
  page,
}) => {
  const faults = watchFaults(page);
  const { lines, tabTo, note } = await listening(page);
  // Heard from the beginning: asked for only when the key is pressed, the browser's own dialog can be quicker.
  page.on('filechooser', (chooser) => void chooser.setFiles('demo/files/keepers-page.jpg'));
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
    await press(page, 'Enter');
    await expect(lastSaid(page)).toHaveText(/^keepers-page.jpg: 74 pieces found/, { timeout: 60_000 });
  });

  const pieces = page.getByTestId('lift-count');
  await test.step('Lift: a piece is dropped and boxed anew, another cut in two', async () => {
    await press(page, '2');
    await expect(pieces).toContainText('74 pieces');
    await tabTo(/^button "A\b/);
    await press(page, 'ArrowRight');
    await note();
    await press(page, 'Delete');
    await expect(pieces).toContainText('73 pieces');
    await press(page, 'b', 'p', 'Control+ArrowUp', 'Control+ArrowLeft', 'Enter');
    await press(page, ...times(2, 'Control+ArrowDown'), ...times(2, 'Control+ArrowRight'), 'Enter');
    await expect(pieces).toContainText('74 pieces');
    // What was boxed is in hand, and can be named.
    await expect(lastSaid(page)).toHaveText(/^1 piece made/);
    await press(page, 'Escape');
    await tabTo(/textbox "It is really"/);
    await page.keyboard.type('B');
    await press(page, 'Enter', 'ArrowRight', 'x', 'p', ...times(2, 'Control+ArrowUp'), 'Enter');
    await press(page, ...times(4, 'Control+ArrowDown'), 'Enter');
    await expect(pieces).toContainText('75 pieces');
    await press(page, 'Escape', 'Control+z');
    await expect(pieces).toContainText('74 pieces');
  });

  await test.step('Dress: a point and a handle are moved, a stretch is cut off', async () => {
    await press(page, '3');
    const gauge = page.getByLabel('Gauge');
    await expect(gauge).toContainText('As traced');
    await press(page, 'n', 'n', 'ArrowUp', 'h', 'Shift+ArrowLeft', 'q');
    await expect(gauge).toContainText('Worked on by hand');
    const contours = async () =>
      Number(
        /, (\d+)/.exec(
          await gauge
            .getByText(/^\d+, \d+$/)
            .first()
            .innerText(),
        )?.[1],
      );
    const before = await contours();
    // The knife goes across the whole letter, by numbers.
    await press(page, 'c', 'p');
    await tabTo(/textbox "y"/);
    await page.keyboard.type('300');
    await press(
      page,
      'Enter',
      ...times(3, 'Control+ArrowLeft'),
      'Enter',
      ...times(12, 'Control+ArrowRight'),
      'Enter',
    );
    // Both stems of the H are cut through.
    await expect.poll(contours).toBe(before + 2);
    await press(page, 'Escape', 'Control+z', 'Control+z', 'Control+z');
    await expect(gauge).toContainText('As traced');
  });

  await test.step('Seat and Name: from letter to letter, each said with its height; the ledger is one stop', async () => {
    await press(page, '4');
    await expect(page.getByRole('group', { name: /^Skyline/ })).toBeVisible();
    await press(page, 'ArrowRight', 'ArrowUp', 'Control+z', '5');
    await expect(page.getByTestId('coverage')).toContainText('74 of 74');
    await tabTo(/^button "[a-zA-Z], /);
    await press(page, 'Home');
    await note();
    await press(page, 'ArrowRight');
    await note();
    await press(page, 'ArrowDown', 'Enter');
    await note();
  });

  await test.step('Fit: all letters, then a pair is kerned', async () => {
    await press(page, '6');
    await expect(page.getByLabel('The text with its side bearings')).toBeVisible();
    await press(page, '/');
    await page.keyboard.type('fit all');
    await press(page, 'Enter');
    await expect(lastSaid(page)).toHaveText(/^Done: Fit/, { timeout: 60_000 });
    await press(page, 'p', ...times(3, 'Alt+Shift+ArrowLeft'));
    await expect(lastSaid(page)).toHaveText(/^Kerned -?\d+\.$/);
  });

  await test.step('Cast: what was made is told, and the file has the kerned pair', async () => {
    await press(page, '8');
    await tabTo(/^button "Cast"/);
    await press(page, 'Enter');
    await expect(lastSaid(page)).toHaveText(/^Cast: \d+ files made/, { timeout: 60_000 });
    await tabTo(/^button "Download/);
    const download = page.waitForEvent('download');
    await press(page, 'Enter');
    const font = parseWithOpentype(new Uint8Array(readFileSync(await (await download).path())));
    expect(font.charToGlyph('H').path.commands.length).toBeGreaterThan(20);
    expect(font.charToGlyph('q').index).toBeGreaterThan(0);
  });

  expect(faults).toEqual([]);
  expectAsBefore(lines);
});
