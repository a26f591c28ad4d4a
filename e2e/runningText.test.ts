import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { parseWithOpentype, shape } from '../testing/outsideReaders';
import { castBoth, liveFontReady, stage, startProject, watchFaults } from './support/app';
import { demoFile } from './support/demoFiles';

test('a page of joined writing and its text become a font: words told wrong are left out, drawings are chosen by keys, words join as written', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await startProject(page, 'Tide book');
  await page.getByLabel('Pictures of letters').setInputFiles(demoFile('writing', 'tide-book-joined.jpg'));
  const understood = page.getByTestId('understood');
  await expect(understood).toContainText('pieces', { timeout: 60_000 });
  await page.getByLabel('How it is written').selectOption('text');
  const text = readFileSync(demoFile('writing', 'tide-book.txt'), 'utf8').replace(
    'jammed sluice',
    'broken shutter',
  );
  await page.getByLabel('What it says').fill(text);
  await page.getByRole('button', { name: 'Lift again' }).click();
  await expect(page.getByText(/words of its text were not found as written: broken shutter,/)).toBeVisible({
    timeout: 60_000,
  });
  await expect(understood).toContainText(/running text, 3\d\d letters found in its words/);
  await liveFontReady(page);

  await stage(page, 'Lift');
  // The first e of "Before": all its drawings lie beside each other, the letter first.
  const strip = page.getByRole('group', { name: 'Letters expected and found' });
  await strip.getByRole('button', { name: /^e/ }).first().click();
  const drawings = page.getByRole('group', { name: 'Drawings of e' });
  const uses = (name: RegExp) => drawings.getByRole('button', { name });
  await expect(uses(/the letter/)).toHaveCount(1);
  await expect(uses(/takes turns/)).toHaveCount(2);
  await uses(/not used/)
    .first()
    .click();
  await page.getByRole('button', { name: 'Make it the letter' }).click();
  await expect(drawings.locator('[aria-pressed=true]')).toHaveAccessibleName(/the letter/);
  await expect(uses(/takes turns/)).toHaveCount(2);
  await uses(/not used/)
    .first()
    .click();
  await page.getByRole('application').first().focus();
  await page.keyboard.press('t');
  await expect(uses(/takes turns/)).toHaveCount(3);
  await page.keyboard.press('u');
  await expect(uses(/takes turns/)).toHaveCount(2);

  const { otf } = await castBoth(page);
  const font = parseWithOpentype(otf);
  // Ink of neighbours within a word meets, or nearly so: less than a fifth of what a font gives letters that stand apart.
  const gaps = ['ke', 'ee', 'ep', 'mi', 'il', 'll', 'an', 'nd', 'le', 've'].map(([a = '', b = '']) => {
    const [left, right] = [font.charToGlyph(a), font.charToGlyph(b)];
    return left.advanceWidth - left.getBoundingBox().x2 + right.getBoundingBox().x1;
  });

  expect(Math.max(...gaps)).toBeLessThan(30);
  expect(Math.min(...gaps)).toBeGreaterThan(-90);
  expect(shape(otf, 'the keeper wakes').filter((g) => g.gid === 0)).toEqual([]);
  expect(faults).toEqual([]);
});
