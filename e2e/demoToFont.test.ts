import { expect, test } from '@playwright/test';
import { parseWithOpentype } from '../testing/outsideReaders';
import { castBoth, liveFontReady, openDemo, saved, stage, takeInHand, watchFaults } from './support/app';
import { expectGoodFont } from './support/fontFacts';

test("from the keeper's page to installed fonts, through all eight stages", async ({ page }) => {
  const faults = watchFaults(page);
  await openDemo(page);

  await test.step('Lift: found beside expected, doubtful ones, a piece named otherwise', async () => {
    await stage(page, 'Lift');
    await expect(page.getByTestId('lift-count')).toContainText('74 pieces');
    await page.getByRole('button', { name: 'q', exact: true }).click();
    await expect(page.getByLabel('Gauge')).toContainText('Piece 43: q');
    await page.getByRole('button', { name: 'Accept', exact: true }).click();
    await expect(page.getByLabel('Gauge')).toContainText('accepted by you');
  });

  await test.step('Dress: a point is moved with the mouse, made a corner, deleted; undo takes all back', async () => {
    await takeInHand(page, 'dress', 'o');
    await expect(page.getByLabel('Gauge')).toContainText('o (o)');
    const before = Number(await page.getByTestId('point-count').innerText());
    const canvas = page.getByRole('application', { name: 'Outline of o' });
    await canvas.click({ position: { x: 5, y: 5 } });
    await page.keyboard.press('a');
    await expect(page.getByLabel('Gauge')).toContainText(`${before} points chosen`);
    // A frame around the top of the letter takes the points there.
    const box = (await canvas.boundingBox())!;
    await page.mouse.move(box.x + 20, box.y + 60);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width - 20, box.y + box.height * 0.42, { steps: 4 });
    await page.mouse.up();
    const chosen = await page.getByLabel('Gauge').innerText();
    expect(chosen).toMatch(/Chosen point|points chosen/);
    await page.keyboard.press('ArrowUp');
    await expect(page.getByLabel('Gauge')).toContainText('Worked on by hand');
    await page.keyboard.press('e');
    await page.keyboard.press('Delete');
    await expect
      .poll(async () => Number(await page.getByTestId('point-count').innerText()))
      .toBeLessThan(before);
    for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
    await expect(page.getByTestId('point-count')).toHaveText(String(before));
    await expect(page.getByLabel('Gauge')).toContainText('As traced');
  });

  await test.step('Seat: the cap height is set to 680, the lines follow', async () => {
    await stage(page, 'Seat');
    const family = await liveFontReady(page);
    await page.getByRole('tab', { name: 'Lines' }).click();
    await page.getByLabel('Cap height').fill('680');
    await page.getByLabel('Cap height').press('Enter');
    await expect(page.getByTestId('state-seat')).toContainText('H 680 u');
    await expect(page.getByTestId('live-font')).not.toHaveAttribute('data-family', family);
  });

  await test.step('Name: full coverage; a glyph is given another character and back', async () => {
    await stage(page, 'Name');
    await expect(page.getByTestId('coverage')).toHaveText('74 of 74 characters of the bill');
    await page.getByRole('button', { name: 'z, z', exact: true }).click();
    await expect(page.getByLabel('Gauge')).toContainText('z (z)');
    await page.getByLabel('New character').fill('ž');
    await page.getByRole('button', { name: /latin small letter z with caron/ }).click();
    await expect(page.getByTestId('coverage')).toHaveText('73 of 74 characters of the bill');
    await expect(page.getByLabel('Gauge')).toContainText('zcaron');
    await page.keyboard.press('Control+z');
    await expect(page.getByTestId('coverage')).toHaveText('74 of 74 characters of the bill');
  });

  await test.step('Fit: a bearing is dragged, the advance width follows', async () => {
    await takeInHand(page, 'fit', 'H');
    const edge = page.locator('[data-edge="right"]').first();
    const at = (await edge.boundingBox())!;
    const before = Number(await page.getByLabel('Advance width', { exact: true }).inputValue());
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
    await page.mouse.down();
    await page.mouse.move(at.x + at.width / 2 + 10, at.y + at.height / 2, { steps: 5 });
    await page.mouse.up();
    await expect
      .poll(async () => Number(await page.getByLabel('Advance width', { exact: true }).inputValue()))
      .toBe(before + 80);
    await expect(page.getByLabel('Right bearing', { exact: true })).toHaveValue('130');
    await expect(page.getByRole('button', { name: /^Undo: Change side bearings/ })).toBeVisible();
  });

  await test.step('Proof: own text in the very font; a letter leads to its outline', async () => {
    await stage(page, 'Proof');
    await page.getByLabel('Page of the proof').selectOption('own');
    const text = page.getByTestId('proof-0');
    await expect(text).toHaveValue(/High water/);
    const family = await liveFontReady(page);
    expect(await text.evaluate((e) => getComputedStyle(e).fontFamily)).toContain(family);
    // A page emptied stays empty.
    await text.fill('');
    await expect(text).toHaveValue('');
    // Typed right on the page, with its own breaks; the spacing is the font's.
    await text.fill('Low tide\nat one');
    const height = () => text.evaluate((e) => e.scrollHeight);
    const before = await height();
    await page.getByLabel('Line spacing', { exact: true }).fill('200');
    await page.keyboard.press('Enter');
    await text.fill(
      'Low tide\nat one\nand seven\nand again\nlate at night\nin the rain\nfor hours\nand hours',
    );
    await expect.poll(height).toBeGreaterThan(before);
    await expect.poll(async () => (await height()) / 40 / 8).toBeCloseTo(2, 1);
    await saved(page);
    await text.click({ position: { x: 60, y: 30 } });
    await page.getByRole('button', { name: 'Go to its outline' }).click();
    await expect(page).toHaveURL(/dress\?glyph=\w+/);
  });

  const xHeight = Math.round(Number(/x (\d+) u/.exec(await page.getByTestId('state-seat').innerText())![1]));
  await test.step('Cast: both files, checked by parsers outside the project', async () => {
    const { otf, ttf } = await castBoth(page);
    expectGoodFont(otf, 'otf', { capHeight: 680, xHeight });
    expectGoodFont(ttf, 'ttf', { capHeight: 680, xHeight });
    for (const bytes of [otf, ttf]) {
      const font = parseWithOpentype(bytes);
      const h = font.charToGlyph('H');
      expect(Math.abs(h.advanceWidth - h.getBoundingBox().x2 - 130)).toBeLessThan(0.5);
      expect(Math.abs(font.charToGlyph('n').getBoundingBox().x1 - 50)).toBeLessThan(0.5);
    }
    await expect(page.getByTestId('try-it')).toHaveCSS('font-family', /cast-SkerryLane-Regular-otf/);
  });

  await test.step('closing the tab and coming back finds everything as it was', async () => {
    await saved(page);
    const url = page.url();
    await page.close();
    const again = await page.context().newPage();
    await again.goto(url.replace(/\/cast.*/, '/fit?glyph=H'));
    await expect(again.getByLabel('Right bearing', { exact: true })).toHaveValue('130');
    await expect(again.getByTestId('state-seat')).toContainText('H 680 u');
  });
  expect(faults).toEqual([]);
});
