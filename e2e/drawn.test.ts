import { expect, test, type Page } from '@playwright/test';
import { liveFontReady, saved, stage, startProject } from './support/app';

/** A stroke of a tablet pen in a slot: places as shares of it, with pressure; both ends of each move bundled. */
async function penStroke(page: Page, char: string, way: (t: number) => readonly [number, number, number]) {
  const slot = page.getByRole('img', { name: new RegExp(`^Slot for ${char},`) });
  await slot.scrollIntoViewIfNeeded();
  const points = Array.from({ length: 40 }, (_, i) => way(i / 39));
  await slot.evaluate((canvas, given) => {
    const box = canvas.getBoundingClientRect();
    const send = (type: string, [x, y, pressure]: readonly [number, number, number]) =>
      canvas.dispatchEvent(
        new PointerEvent(type, {
          bubbles: true,
          pointerId: 7,
          pointerType: 'pen',
          pressure,
          buttons: 1,
          clientX: box.left + x * box.width,
          clientY: box.top + y * box.height,
        }),
      );
    send('pointerdown', given[0]!);
    for (const p of given) send('pointermove', p);
    send('pointerup', given.at(-1)!);
  }, points);
}

const ringWay = (t: number) =>
  [0.5 + 0.2 * Math.cos(6.4 * t), 0.45 + 0.2 * Math.sin(6.4 * t), 0.3 + 0.5 * t] as const;

test('letters written with a pen become outlines of varying width; strokes are undone one by one and rubbed out', async ({
  page,
}) => {
  await startProject(page, 'Slate hand');
  await page.getByRole('button', { name: 'Write here' }).click();
  await penStroke(page, 'O', ringWay);
  await expect(page.getByTestId('written-count')).toContainText('1 of 74 written');
  await expect(page.getByRole('img', { name: 'Slot for O, written' })).toBeVisible();
  await penStroke(page, 'l', (t) => [0.5, 0.1 + 0.56 * t, 0.2 + 0.7 * t]);
  await penStroke(page, 'l', (t) => [0.4 + 0.2 * t, 0.66, 0.9]);
  await expect(page.getByText('Strokes')).toBeVisible();
  await expect(page.getByTestId('written-count')).toContainText('2 of 74 written');
  await expect(page.getByRole('complementary', { name: 'Gauge' })).toContainText('Strokes2');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('complementary', { name: 'Gauge' })).toContainText('Strokes1');
  // With a mouse, and rubbed out across the middle.
  await page.getByRole('button', { name: 'Fine liner' }).click();
  const slot = page.getByRole('img', { name: /^Slot for I,/ });
  await slot.scrollIntoViewIfNeeded();
  const box = (await slot.boundingBox())!;
  const line = async (x0: number, y0: number, x1: number, y1: number) => {
    await page.mouse.move(box.x + x0 * box.width, box.y + y0 * box.height);
    await page.mouse.down();
    await page.mouse.move(box.x + x1 * box.width, box.y + y1 * box.height, { steps: 15 });
    await page.mouse.up();
  };
  await line(0.5, 0.2, 0.5, 0.66);
  await expect(page.getByRole('img', { name: 'Slot for I, written' })).toBeVisible();
  const gauge = page.getByRole('complementary', { name: 'Gauge' });
  const whole = (await gauge.textContent())!;
  await page.getByRole('button', { name: 'Eraser' }).click();
  await line(0.3, 0.4, 0.7, 0.4);
  await expect(gauge).not.toHaveText(whole);
  await liveFontReady(page);
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('written-count')).toContainText('3 of 74 written');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByTestId('understood')).toHaveText('3 letters written here');
  await stage(page, 'Lift');
  await page.getByRole('button', { name: 'I', exact: true }).first().click();
  // The eraser cut the stem in two.
  await expect(page.getByRole('complementary', { name: 'Gauge' })).toContainText('Contours2');
  await stage(page, 'Seat');
  await expect(page.getByRole('navigation', { name: 'Course' })).toContainText('x 500 u, H 700 u');
});

test('a letter built on the grid: cells by mouse and keys, copied to another letter, exact points, kept as alternate', async ({
  page,
}) => {
  await startProject(page, 'Sluice board');
  await page.getByRole('button', { name: 'Build on a grid' }).click();
  await page.getByRole('button', { name: 'Build L', exact: true }).click();
  const grid = page.getByRole('application');
  const place = await grid.evaluate((c: HTMLElement) => {
    const box = c.getBoundingClientRect();
    return {
      x: box.x + Number(c.dataset.left),
      y: box.y + Number(c.dataset.baseline),
      side: Number(c.dataset.side),
    };
  });
  const over = (x: number, y: number) =>
    page.mouse.move(place.x + (x + 0.5) * place.side, place.y - (y + 0.5) * place.side, { steps: 12 });
  await over(0, 6);
  await page.mouse.down();
  await over(0, 0);
  await over(3, 0);
  await page.mouse.up();
  await expect(page.getByTestId('built-points')).toHaveText('6');
  // A dot and a quarter disc by keys, away from the mouse.
  await page.getByRole('button', { name: 'Quarter disc' }).click();
  await page.getByRole('button', { name: 'left bottom' }).click();
  await grid.focus();
  for (const key of ['ArrowUp', 'ArrowUp', 'ArrowRight', ' ']) await grid.press(key);
  await expect(page.getByTestId('built-points')).toHaveText('7');
  await page.getByRole('button', { name: 'Build E', exact: true }).click();
  await page.getByLabel('Copy the cells of').selectOption('L');
  await expect(page.getByTestId('built-points')).toHaveText('7');
  await expect(page.getByTestId('built-count')).toContainText('2 of 74 built');
  await liveFontReady(page);
  await page.getByRole('button', { name: 'Done' }).click();
  // The same letter written with a pen: it is asked which one counts.
  await page.getByRole('button', { name: 'Write here' }).click();
  await penStroke(page, 'L', (t) => [
    0.4 + 0.2 * Math.max(0, 2 * t - 1),
    0.17 + 0.5 * Math.min(1, 2 * t),
    0.5,
  ]);
  await expect(page.getByTestId('other-drawing')).toContainText(
    'L has another drawing already, from Built on the grid',
  );
  await page.getByRole('button', { name: 'Keep as alternate' }).click();
  await expect(page.getByTestId('written-count')).toContainText('0 of 74 written');
  await stage(page, 'Dress');
  await saved(page);
  await page.goto(`${page.url().split('/dress')[0]}/dress?glyph=L.alt1`);
  await expect(page.getByRole('application', { name: /Outline of L.alt1|Outline of L/ })).toBeVisible();
});
