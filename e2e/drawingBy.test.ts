import { expect, test, type Page } from '@playwright/test';
import { openDemo, saved, stage, takeInHand } from './support/app';
import { field, placeOf, press, type Point } from './support/dress';

async function pull(page: Page, from: Point, to: Point): Promise<void> {
  const [a, b] = [await placeOf(page, from), await placeOf(page, to)];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2);
  await page.mouse.move(b.x, b.y);
  await page.mouse.up();
}

const line = (page: Page, name: string) => page.getByRole('group', { name: `Line ${name}`, exact: true });

test('a guide is laid aslant, drawn to, made one of this letter, seen on Seat and Fit, and taken away by keys; a measure stays', async ({
  page,
}) => {
  await openDemo(page);
  await takeInHand(page, 'dress', 'n');
  await page.keyboard.press('g');
  await pull(page, { x: 300, y: 0 }, { x: 400, y: 173 });
  const own = line(page, 'my line');
  await expect(own.getByLabel('Turned by')).toHaveValue(/^[56]\d\.\d$/);
  await own.getByLabel('Name of the line').fill('lean');
  const lean = line(page, 'lean');
  await lean.getByLabel('Turned by').fill('60');
  await page.keyboard.press('Enter');
  await lean.getByLabel('From the left edge').fill('300');
  await page.keyboard.press('Enter');

  // A press 5 px beside the guide goes onto it; held free it would lie where it was pressed.
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Draw' }).click();
  const at = await placeOf(page, { x: 300 + 300 / Math.tan(Math.PI / 3), y: 300 });
  await page.mouse.click(at.x + 5, at.y);
  await expect(page.getByTestId('point-count')).toHaveText('24');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Select', exact: true }).click();
  await page.mouse.click(at.x + 1, at.y + 2);
  const [x, y] = [Number(await field(page, 'x').inputValue()), Number(await field(page, 'y').inputValue())];
  expect(Math.abs((x - 300) * Math.sin(Math.PI / 3) - y * Math.cos(Math.PI / 3))).toBeLessThan(1.5);

  // In this letter alone: another letter doesn't have it.
  await page.getByRole('tab', { name: 'See' }).click();
  await lean.getByText('In this letter alone').click();
  await page.getByRole('button', { name: 'Add a line' }).click();
  await line(page, 'my line').getByLabel('Height').fill('612');
  await page.keyboard.press('Enter');
  await page.keyboard.press('PageDown');
  await expect(line(page, 'my line')).toBeVisible();
  await expect(lean).toHaveCount(0);
  await page.keyboard.press('PageUp');
  await expect(lean).toBeVisible();

  // A measure that stays tells the ink under it, and tells it anew when the letter changes.
  await page.keyboard.press('m');
  await page.getByRole('tab', { name: 'Points' }).click();
  await pull(page, { x: -20, y: 200 }, { x: 600, y: 200 });
  await page.keyboard.press('k');
  await expect(page.getByText(/^\d+\.\d u, \d+\.\d u$/)).toBeVisible();
  await field(page, 'Width of the ink').fill('700');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^1\d\d\.\d u, 1\d\d\.\d u$/)).toBeVisible();

  await saved(page);
  await page.reload();
  await stage(page, 'Seat');
  await expect(page.getByText('my line 612')).toBeVisible();
  await stage(page, 'Fit');
  // The level one runs through the row, the other stands at the letter.
  await expect
    .poll(() => page.getByTestId('fit-guides').evaluateAll((all) => all.map((e) => e.getAttribute('d')!)))
    .toContainEqual(expect.stringMatching(/H.*M.*L/));
  await stage(page, 'Dress');
  await page.keyboard.press('g');
  const level = await placeOf(page, { x: 0, y: 612 });
  await page.mouse.click(level.x, level.y);
  await page.keyboard.press('Delete');
  await expect(line(page, 'my line')).toHaveCount(0);
});

test('points go to the grid when asked to, and keys work on after a box was ticked', async ({ page }) => {
  await openDemo(page);
  await takeInHand(page, 'dress', 'l');
  await page.getByRole('tab', { name: 'See' }).click();
  await field(page, 'A step').fill('50');
  await page.keyboard.press('Enter');
  await page.getByText('Show the grid').click();
  await page.getByText('Points go to the grid').click();
  // Straight from the box: D takes the pen, plus makes larger.
  await page.keyboard.press('d');
  await expect(page.getByRole('button', { name: 'Draw' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('+');
  await expect(page.getByTestId('zoom')).toHaveText('125 %');
  await page.keyboard.press('0');
  await page.getByRole('tab', { name: 'Points' }).click();
  const at = await placeOf(page, { x: 461, y: 338 });
  await page.mouse.click(at.x, at.y);
  await page.keyboard.press('Escape');
  await page.keyboard.press('s');
  const there = await placeOf(page, { x: 450, y: 350 });
  await page.mouse.click(there.x, there.y);
  await expect(field(page, 'x')).toHaveValue('450.0');
  await expect(field(page, 'y')).toHaveValue('350.0');
});

/** Two fingers that go apart to twice their distance, and by so much to the right. */
async function pinch(page: Page, x: number, y: number, right: number): Promise<void> {
  const session = await page.context().newCDPSession(page);
  const fingers = (half: number, by: number) => [
    { x: x - half + by, y, id: 1 },
    { x: x + half + by, y, id: 2 },
  ];
  const send = (
    type: 'touchStart' | 'touchMove' | 'touchEnd',
    touchPoints: { x: number; y: number; id: number }[],
  ) => session.send('Input.dispatchTouchEvent', { type, touchPoints });
  await send('touchStart', fingers(50, 0).slice(0, 1));
  await send('touchStart', fingers(50, 0));
  for (let k = 1; k <= 10; k++) await send('touchMove', fingers(50 + 5 * k, (right * k) / 10));
  await send('touchEnd', []);
}

test('two fingers zoom and move every bench, and draw nothing', async ({ browser }) => {
  const page = await (
    await browser.newContext({ hasTouch: true, viewport: { width: 1280, height: 800 } })
  ).newPage();
  await openDemo(page);
  await takeInHand(page, 'dress', 'n');
  await page.keyboard.press('d');
  const points = await page.getByTestId('point-count').textContent();
  let zoom = page.getByRole('group', { name: 'Zoom', exact: true });
  const percent = async () => Number((await zoom.getByTestId('zoom').textContent())!.replace(' %', ''));
  const middle = await placeOf(page, { x: 200, y: 200 });
  await pinch(page, middle.x, middle.y, 60);
  await expect.poll(percent).toBeGreaterThan(180);
  await expect.poll(percent).toBeLessThan(220);
  const after = await placeOf(page, { x: 200, y: 200 });
  expect(Math.hypot(after.x - middle.x - 60, after.y - middle.y)).toBeLessThan(12);
  await expect(page.getByTestId('point-count')).toHaveText(points!);
  await press(page, 'Whole');
  await expect.poll(percent).toBe(100);
  // A drag with Space held moves; the wheel zooms about its place.
  await page.keyboard.down('Space');
  await pull(page, { x: 200, y: 200 }, { x: 400, y: 200 });
  await page.keyboard.up('Space');
  const dragged = await placeOf(page, { x: 200, y: 200 });
  expect(dragged.x - middle.x).toBeGreaterThan(80);

  // What stands at 100 % is the next bench then.
  await press(page, 'Larger');
  await expect.poll(percent).toBe(125);
  const zoomed = async (y: number) => {
    await expect.poll(percent).toBe(100);
    await pinch(page, 600, y, 0);
    // Also where letters are laid anew under the fingers, and while what is larger is being drawn.
    await expect.poll(percent).toBeGreaterThan(190);
    await zoom.getByRole('button', { name: 'Whole' }).click();
    await expect.poll(percent).toBe(100);
    await zoom.getByRole('button', { name: 'Larger' }).click();
    await expect.poll(percent).toBe(125);
  };
  for (const name of ['Seat', 'Fit', 'Lift', 'Proof']) {
    await stage(page, name);
    await zoomed(name === 'Lift' ? 400 : 300);
  }
  // Beside the skyline the letters laid over each other, by fingers, buttons, and keys while they have the focus.
  await stage(page, 'Seat');
  zoom = page.getByRole('group', { name: /^Zoom: Letters laid/ });
  await zoomed(600);
  await page.getByRole('region', { name: 'Letters laid over each other' }).focus();
  await page.keyboard.press('+');
  await expect.poll(percent).toBe(156);
  await page.keyboard.press('0');
  await expect.poll(percent).toBe(100);
  await expect(page.getByRole('group', { name: 'Zoom', exact: true }).getByTestId('zoom')).toHaveText(
    '100 %',
  );
  await page.context().close();
});
