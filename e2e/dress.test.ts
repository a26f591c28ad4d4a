import { expect, test } from '@playwright/test';
import { liveFontReady, openDemo, stage, startProject, takeInHand } from './support/app';
import {
  bar,
  beginLetter,
  bench,
  clickAt,
  copiedText,
  corners,
  dragTo,
  field,
  inkOf,
  otherFont,
  pasteContours,
  pasteText,
  points,
  press,
  round,
  tab,
  textWidth,
  type,
  type Contour,
} from './support/dress';

test('a letter is traced by hand over its picture with few points, fitted to it, and widened in its word', async ({
  page,
}) => {
  await openDemo(page);
  await takeInHand(page, 'dress', 'o');
  await tab(page, 'See');
  await page.getByText('Deviation from the source').click();
  await expect(page.getByTestId('deviation-most')).toBeVisible();
  // The outline goes; its picture stays where it was.
  await tab(page, 'Points');
  const [top, bottom] = (await page.getByText(/^-?\d+ u, -?\d+ u$/).textContent())!
    .match(/-?\d+/g)!
    .map(Number) as [number, number];
  const width = Number(await field(page, 'Width of the ink').inputValue());
  await page.keyboard.press('a');
  await page.keyboard.press('Delete');
  await expect(points(page)).toHaveText('0');
  await press(page, /^Draw$/);
  // Round the outside with four points and their handles, then the counter with four more.
  const [cx, cy] = [50 + width / 2, (top + bottom) / 2];
  const draw = async (rx: number, ry: number) => {
    const around = [
      [rx, 0, 0, 0.55 * ry],
      [0, ry, -0.55 * rx, 0],
      [-rx, 0, 0, -0.55 * ry],
      [0, -ry, 0.55 * rx, 0],
    ] as const;
    for (const [x, y, dx, dy] of around)
      await dragTo(page, { x: cx + x, y: cy + y }, { x: cx + x + dx, y: cy + y + dy }, ['Control']);
    await clickAt(page, cx + rx, cy);
  };
  await draw(width / 2, (top - bottom) / 2);
  await expect(points(page)).toHaveText('4');
  await draw(width / 2 - 66, (top - bottom) / 2 - 66);
  await expect(points(page)).toHaveText('8');
  await tab(page, 'See');
  const most = async () => parseFloat((await page.getByTestId('deviation-most').textContent())!);
  const rough = await most();
  // Corrected: both rounds brought onto the ink, by as many points.
  await press(page, /^Select$/);
  await tab(page, 'Points');
  await page.keyboard.press('a');
  await press(page, 'Refit to the ink');
  await tab(page, 'See');
  await expect.poll(most).toBeLessThan(Math.min(4, rough));
  // In its word it is too narrow: it is widened here and the word grows.
  const family = await liveFontReady(page);
  await page.getByLabel('Text of the running line').fill('moon');
  const before = await textWidth(page, 'moon');
  await tab(page, 'Points');
  const now = Number(await field(page, 'Width of the ink').inputValue());
  await type(page, 'Width of the ink', String(now + 60));
  await otherFont(page, family);
  await expect.poll(() => textWidth(page, 'moon')).toBeGreaterThan(before + 11);
  // Everything is one step each, listed in the history: back to the letter as it came, and forward again.
  await page.keyboard.press('Control+z');
  await press(page, 'History');
  await expect(page.getByRole('button', { name: 'Widen the letter taken back' })).toBeVisible();
  await press(page, /^Before all of these/);
  await expect(page.getByText('As traced.')).toBeVisible();
  await press(page, /^Refit a stretch/);
  await expect(page.getByText('Worked on by hand')).toBeVisible();
});

/** An S-like band of 140 points with a roughness that a bad trace leaves. */
function jagged(): Contour {
  const along = Array.from({ length: 70 }, (_, i) => {
    const t = i / 69;
    return { x: 220 + 170 * Math.sin(2 * Math.PI * t), y: 40 + 620 * t };
  });
  const rough = (i: number) => 1.6 * Math.sin(i * 12.9898) * Math.cos(i * 4.1);
  const left = along.map((p, i): [number, number] => [p.x - 45 + rough(i), p.y + rough(i + 99)]);
  const right = along
    .map((p, i): [number, number] => [p.x + 45 + rough(i + 7), p.y + rough(i + 31)])
    .reverse();
  return corners([...right.reverse(), ...left.reverse()]);
}

test('a jagged outline of 140 points is smooth with under 20 after Neaten; all letters are neatened, three by hand stay', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'Dress');
  await beginLetter(page, '§');
  await pasteContours(page, [jagged()]);
  await expect(points(page)).toHaveText('140');
  await tab(page, 'Clean');
  await type(page, 'Deviation allowed', '4');
  await press(page, 'Neaten');
  const tried = page.getByTestId('clean-up-tried');
  await expect(tried).toContainText(/140 → \d+/);
  const text = (await tried.textContent())!;
  expect(Number(/→ (\d+)/.exec(text)![1])).toBeLessThanOrEqual(20);
  expect(Number(/deviation([\d.]+)/.exec(text)![1])).toBeLessThanOrEqual(4);
  await press(page, 'Keep it');
  await tab(page, 'Points');
  expect(Number(await points(page).textContent())).toBeLessThanOrEqual(20);
  // By hand: a point chosen and deleted, the rest follows.
  const left = Number(await points(page).textContent());
  await page.keyboard.press('a');
  await dragTo(page, { x: -100, y: 300 }, { x: 700, y: 400 }, []);
  await page.keyboard.press('Delete');
  await expect(points(page)).not.toHaveText(String(left));
  await page.keyboard.press('Control+z');
  await expect(points(page)).toHaveText(String(left));

  // Three letters are worked on by hand; cleaning all leaves them alone and is one step to undo.
  for (const id of ['h', 'm', 'n']) {
    await takeInHand(page, 'dress', id);
    await page.keyboard.press('a');
    await page.keyboard.press('ArrowUp');
    await expect(page.getByText('Worked on by hand')).toBeVisible();
  }
  const handMade = await copiedText(page);
  await tab(page, 'Clean');
  await expect(page.getByText('4 by hand stay as they are.')).toBeVisible();
  await press(page, /^Neaten: 71 letters$/);
  const many = page.getByTestId('many-cleaned');
  await expect(many).toContainText(/\d+ of 71/, { timeout: 60_000 });
  expect(Number(/deviation([\d.]+)/.exec((await many.textContent())!)![1])).toBeLessThanOrEqual(4);
  await press(page, 'Keep them');
  expect(await copiedText(page)).toBe(handMade);
  await takeInHand(page, 'dress', 'r');
  await expect(page.getByText('Cleaned: a new trace leaves it alone.')).toBeVisible();
});

test('overlapping strokes stay apart to edit and are filled where they cross; merging can be taken back up', async ({
  page,
}) => {
  await startProject(page, 'Crossing');
  await stage(page, 'Dress');
  await beginLetter(page, 't');
  await page.getByRole('button', { name: 'Draw', exact: true }).click();
  const box = async (x: number, y: number, w: number, h: number, back: boolean) => {
    const spots = [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ] as const;
    for (const [px, py] of back ? [...spots].reverse() : spots) await clickAt(page, px, py);
    const [fx, fy] = back ? spots[3] : spots[0];
    await clickAt(page, fx, fy);
  };
  await box(200, 0, 90, 650, false);
  await box(60, 380, 380, 80, true);
  await expect(points(page)).toHaveText('8');
  await tab(page, 'Clean');
  await expect(page.getByText('Overlaps another contour')).toBeVisible();
  // In the font the crossing is filled: the ink is that of the cross, without a hole.
  await liveFontReady(page);
  const k = 0.2 * 0.2;
  const whole = (90 * 650 + 380 * 80 - 90 * 80) * k;
  await expect.poll(async () => Math.abs((await inkOf(page, 't')) - whole) / whole).toBeLessThan(0.02);
  await press(page, 'Mend: Overlaps another contour');
  await tab(page, 'Points');
  await expect(points(page)).toHaveText('12');
  await page.keyboard.press('Control+z');
  await tab(page, 'Parts');
  await press(page, 'Unite');
  await tab(page, 'Clean');
  await press(page, /^Take up: before unite/);
  await tab(page, 'Points');
  await expect(points(page)).toHaveText('8');
});

test('a counter that runs the wrong way is right at once; four snags are found and mended from the list', async ({
  page,
}) => {
  await startProject(page, 'Snags');
  // Artwork whose counter runs as its outline does.
  const ring =
    'M100 0A100 100 0 1 1 100 200A100 100 0 1 1 100 0ZM100 40A60 60 0 1 1 100 160A60 60 0 1 1 100 40Z';
  await page.getByLabel('Pictures of letters').setInputFiles({
    name: 'o.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 200"><path fill-rule="evenodd" d="${ring}"/></svg>`,
    ),
  });
  await expect(page.getByTestId('understood')).toContainText('1 drawing');
  await liveFontReady(page);
  await stage(page, 'Dress');
  await tab(page, 'Clean');
  await expect(page.getByText('No snags in this letter.')).toBeVisible();
  // A letter with a missing extreme, a kink, an open contour and a speck.
  await beginLetter(page, 'ø');
  const half: Contour = {
    closed: true,
    nodes: [
      { x: 60, y: 0, in: null, out: { x: 210, y: 0 }, kind: 'corner' },
      { x: 60, y: 200, in: { x: 210, y: 200 }, out: null, kind: 'corner' },
    ],
  };
  const bent = round(420, 300, 120);
  const kinked = {
    ...bent,
    nodes: bent.nodes.map((n, i) => (i === 1 ? { ...n, out: { x: n.out!.x, y: n.out!.y + 14 } } : n)),
  };
  await pasteContours(page, [
    half,
    kinked,
    corners(
      [
        [60, 400],
        [260, 400],
        [260, 600],
      ],
      false,
    ),
    bar(900, 10, 12, 12),
  ]);
  const list = page.getByRole('list', { name: 'Snags of this letter' });
  for (const snag of [/No point at an extreme/, /Kink of/, /Open contour/, /Speck beside the letter/]) {
    const found = list.getByRole('button', { name: new RegExp(`^Mend: ${snag.source}`) });
    await expect(found.first()).toBeVisible();
    while ((await found.count()) > 0) {
      const before = await list.getByRole('listitem').count();
      await found.first().click();
      await expect(list.getByRole('listitem')).not.toHaveCount(before);
    }
  }
  await expect(page.getByText('No snags in this letter.')).toBeVisible();
});

test('a letter scaled by 92 % gets its neighbours’ stem back; the table names the two letters out of line', async ({
  page,
}) => {
  await openDemo(page);
  for (const id of ['L', 'T']) {
    await takeInHand(page, 'dress', id);
    await tab(page, 'Parts');
    await type(page, 'Weight by', '9');
    await press(page, 'Grow');
  }
  await takeInHand(page, 'dress', 'H');
  const [w, h] = [
    Number(await field(page, 'Width of the ink').inputValue()),
    Number(await field(page, 'Height of the ink').inputValue()),
  ];
  await type(page, 'Width of the ink', String(w * 0.92));
  await type(page, 'Height of the ink', String(h * 0.92));
  await tab(page, 'Parts');
  await press(page, /^Compare 26 capitals$/);
  const table = page.getByRole('list', { name: 'Stems compared' });
  await expect(table.getByRole('listitem').first()).toBeVisible();
  const odd = await table
    .getByText(/, [+-]\d+ %/)
    .locator('..')
    .getByRole('button')
    .allTextContents();
  expect(odd).toEqual(expect.arrayContaining(['L', 'T']));
  await press(page, 'Take as the standard');
  const standard = Number(await field(page, 'Standard stem').inputValue());
  await press(page, 'Bring to the standard');
  await expect(page.getByText('= standard').first()).toBeVisible();
  expect(standard).toBeGreaterThan(40);

  // The two are brought to it at once: shown first, then kept, as one step.
  await page.getByLabel(/^Stems of these letters/).fill('LT');
  await press(page, `Bring 2 letters to ${standard} u`);
  const shown = page.getByTestId('many-stems');
  await expect(shown.getByRole('img')).toHaveCount(2);
  const other = await inkOf(page, 'H');
  await shown.getByRole('button', { name: 'Keep them' }).click();
  await expect(shown).toBeHidden();
  expect(await inkOf(page, 'H')).toBe(other);
  await press(page, 'Measure again');
  await expect(table.getByText(/, [+-]\d+ %/)).toHaveCount(0);
  await page.keyboard.press('ControlOrMeta+z');
  await press(page, 'Measure again');
  await expect(table.getByText(/, [+-]\d+ %/).first()).toBeVisible();
});

test('a broken skeleton is mended and its pen changed; the outline follows', async ({ page }) => {
  await startProject(page, 'Skeleton');
  await stage(page, 'Dress');
  await beginLetter(page, 'x');
  // Two crossing strokes, one torn apart where they cross, and a spur that a tracer left.
  await pasteContours(page, [
    corners(
      [
        [100, 60],
        [180, 150],
        [245, 225],
      ],
      false,
    ),
    corners(
      [
        [255, 235],
        [320, 310],
        [400, 400],
      ],
      false,
    ),
    corners(
      [
        [400, 60],
        [330, 140],
        [250, 232],
        [170, 320],
        [100, 400],
      ],
      false,
    ),
    corners(
      [
        [252, 230],
        [285, 236],
      ],
      false,
    ),
  ]);
  await tab(page, 'Parts');
  await press(page, 'Draw it by a pen');
  await expect(page.getByRole('button', { name: 'Working on the lines' })).toBeVisible();
  await tab(page, 'Points');
  await expect(points(page)).toHaveText('13');
  // The spur goes.
  await clickAt(page, 285, 236);
  await tab(page, 'Parts');
  await press(page, 'Remove');
  await tab(page, 'Points');
  await expect(points(page)).toHaveText('11');
  // The two torn ends are joined.
  await clickAt(page, 243, 223);
  await clickAt(page, 257, 237, ['Shift']);
  await press(page, 'Join');
  await expect(page.getByText('11, 2')).toBeVisible();
  await tab(page, 'Clean');
  await type(page, 'Deviation allowed', '4');
  await press(page, 'Fewer points');
  await expect(page.getByTestId('clean-up-tried')).toContainText(/11 → [4-7]/);
  await press(page, 'Keep it');
  const family = await liveFontReady(page);
  const thin = await inkOf(page, 'x');
  await tab(page, 'Parts');
  await type(page, 'Pen', '120');
  await otherFont(page, family);
  expect(await inkOf(page, 'x')).toBeGreaterThan(1.25 * thin);
});

test('a bowl shared by b d p q is changed once and changes in all; one is set free', async ({ page }) => {
  await startProject(page, 'Bowls');
  await stage(page, 'Dress');
  await beginLetter(page, 'b');
  await pasteContours(page, [bar(50, 0, 80, 700), round(230, 230, 240), round(230, 230, 160, -1)]);
  // The bowl is chosen by a loop round it, away from the stem.
  await dragTo(page, { x: 200, y: -60 }, { x: 560, y: 520 });
  await tab(page, 'Parts');
  await page.getByLabel('Name of the shared part').fill('bowl');
  await press(page, 'Share');
  await expect(page.getByText('part.bowl, in 1 letters')).toBeVisible();
  for (const [char, x, y, placing] of [
    ['d', 420, 0, 'mirrored'],
    ['p', 50, -200, 'as it is'],
    ['q', 420, -200, 'mirrored'],
  ] as const) {
    await beginLetter(page, char);
    await pasteContours(page, [bar(x, y, 80, 700)]);
    // What was pasted is in hand: the bowl comes beside it, not in its place.
    await page.keyboard.press('Escape');
    await tab(page, 'Parts');
    await page.getByLabel('Put in', { exact: true }).selectOption(placing);
    await press(page, 'Put it in');
    await expect(page.getByText(/part\.bowl, in \d letters/)).toBeVisible();
  }
  await expect(page.getByText('part.bowl, in 4 letters')).toBeVisible();
  await press(page, 'Set part.bowl free');
  const free = await copiedText(page);
  // In p the bowl's right side is pulled out: b and d follow, q is free and stays.
  await beginLetter(page, 'd');
  const before = await copiedText(page);
  await beginLetter(page, 'p');
  await page.keyboard.press('Escape');
  await dragTo(page, { x: 900, y: 540 }, { x: 180, y: 430 });
  await page.keyboard.press('ArrowUp');
  await beginLetter(page, 'd');
  expect(await copiedText(page)).not.toBe(before);
  await beginLetter(page, 'q');
  expect(await copiedText(page)).toBe(free);
});

test('mouse, pen and keyboard draw, bend, cut and measure; copies go to other letters and out as SVG', async ({
  page,
}) => {
  await startProject(page, 'Bench');
  await stage(page, 'Dress');
  await beginLetter(page, 'l');
  await pasteText(page, 'M0 0H100V600H0Z');
  await expect(points(page)).toHaveText('4');
  // A side is bent with a pen; it is one step to undo.
  const canvas = bench(page);
  await canvas.evaluate((element) => {
    const [zoom, x, y] = element.getAttribute('data-view')!.split(' ').map(Number) as [
      number,
      number,
      number,
    ];
    const box = element.getBoundingClientRect();
    const send = (kind: string, px: number, py: number) =>
      element.dispatchEvent(
        new PointerEvent(kind, {
          bubbles: true, pointerId: 9, pointerType: 'pen', pressure: 0.5, buttons: 1,
          clientX: box.left + px * zoom + x, clientY: box.top - py * zoom + y,
        }),
      ); // prettier-ignore
    send('pointerdown', 166, 350);
    for (let i = 1; i <= 8; i++) send('pointermove', 166 + i * 6, 350);
    send('pointerup', 214, 350);
  });
  const wide = Number(await field(page, 'Width of the ink').inputValue());
  expect(wide).toBeGreaterThan(130);
  await page.keyboard.press('Control+z');
  await expect(field(page, 'Width of the ink')).not.toHaveValue(String(wide));
  await page.keyboard.press('Control+Shift+z');
  await expect(field(page, 'Width of the ink')).toHaveValue(String(wide));
  // The knife parts it, the ruler reads it.
  await page.keyboard.press('c');
  await dragTo(page, { x: -50, y: 300 }, { x: 400, y: 300 }, ['Shift']);
  await expect(page.getByText(/^\d+, 2$/)).toBeVisible();
  // Copied as SVG for any program, and into another letter exactly.
  const svg = await copiedText(page);
  expect(svg).toMatch(/^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg"/);
  await beginLetter(page, 'i');
  await pasteText(page, svg);
  await expect(page.getByText(/^\d+, 2$/)).toBeVisible();
  expect(await copiedText(page)).toBe(svg);
  await page.keyboard.press('m');
  await dragTo(page, { x: -50, y: 150 }, { x: 400, y: 150 }, ['Shift']);
  // Anchors are placed, named and moved.
  await tab(page, 'Parts');
  await press(page, /^Place anchor top$/);
  await type(page, 'top y', '700');
  await expect(field(page, 'top y')).toHaveValue('700');
  await page.getByLabel('Name of anchor top').fill('accent');
  await page.getByLabel('Name of anchor top').press('Enter');
  await expect(field(page, 'accent y')).toHaveValue('700');
});
