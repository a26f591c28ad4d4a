import { capturePage, CLEAN_SCAN, type Capture } from '../../../demo/practice/fillPage';
import { passOn, type PassedOn } from '../../../demo/practice/passOn';
import { APPRENTICE, KEEPER } from '../../../demo/hand/writeLetter';
import { defaultRecipe } from '../../project/document/defaultRecipe';
import { BASIC_BILL } from '../../type/names/bills';
import { contoursBox } from '../../foundations/geometry/measure';
import type { Vec } from '../../foundations/geometry/vec';
import type { Picture } from '../../foundations/raster/picture';
import { fitHomography, project, type Homography } from './homography';
import { pageOfCode, practicePages } from './layout';
import { DEFAULT_PRACTICE } from './settings';
import { liftPractice } from './liftPractice';
import { codeModules, practiceDrawing } from './drawing';
import { practicePdf } from './pdf';
import { findPage } from './readPage';
import { straightenPage } from './straighten';

test('a page code alone gives the same page again, on every page and with several boxes', () => {
  for (const settings of [
    DEFAULT_PRACTICE,
    { paper: 'letter', boxes: 3, xHeightMm: 7, slantDeg: 8 } as const,
    { paper: 'a4', boxes: 2, xHeightMm: 14, slantDeg: 0 } as const,
  ]) {
    const pages = practicePages([...BASIC_BILL, 'ß', 'é'], settings);
    expect(pages.flatMap((p) => p.boxes.map((b) => b.char + b.turn)).length).toBe(76 * settings.boxes);
    for (const page of pages) expect(pageOfCode(page.code.text)).toEqual(page);
  }
  for (const other of ['https://example.org', 'OGP1|a3|1|9|0|1|1|0|AB', 'OGP1|a4|x|9|0|1|1|0|AB', ''])
    expect(pageOfCode(other)).toBeNull();
  for (const run of ['A\t', '\tZ', 'Z\tA', 'A\t\u{10ffff}'])
    expect(pageOfCode(`OGP2|a4|1|9|0|1|1|0|${run}`)).toBeNull();
});

test('a code is short enough to be read from small prints; pages that were printed with every character spelt out are read too', () => {
  const [whole] = practicePages([...BASIC_BILL], DEFAULT_PRACTICE);
  // ISO/IEC 18004, table 7: version 3 at level M holds 42 bytes; it has 29 modules a side.
  expect(codeModules(whole!.code.text).length).toBe(29);
  const before = `OGP1|a4|1|${DEFAULT_PRACTICE.xHeightMm}|0|1|1|0|${[...BASIC_BILL].join('')}`;
  expect(pageOfCode(before)!.boxes).toEqual(whole!.boxes);
});

test('boxes lie on the paper, clear of marks and code', () => {
  for (const paper of ['a4', 'letter'] as const) {
    const [page] = practicePages([...BASIC_BILL], { ...DEFAULT_PRACTICE, paper });
    for (const b of page!.boxes) {
      expect(b.x).toBeGreaterThanOrEqual(5);
      expect(b.x + b.width).toBeLessThanOrEqual(page!.widthMm - 5);
      expect(b.y).toBeGreaterThan(page!.code.y + page!.code.size);
      expect(b.y + b.height).toBeLessThanOrEqual(page!.marks[2]!.y - 3);
    }
  }
});

test("the PDF holds a page for each page, in the paper's size", async () => {
  const pages = practicePages([...BASIC_BILL, 'Ж'], { ...DEFAULT_PRACTICE, slantDeg: 10 });
  const { PDFDocument } = await import('pdf-lib');
  const pdf = await PDFDocument.load(await practicePdf(pages, 'Tide book hand'));
  expect(pdf.getPageCount()).toBe(pages.length);
  // ISO 216: A4 is 210 mm x 297 mm; a PDF point is 1/72 inch.
  expect(pdf.getPage(0).getWidth()).toBeCloseTo(595.28, 1);
  expect(pdf.getPage(0).getHeight()).toBeCloseTo(841.89, 1);
  // What is shown on the page is what is printed: every letter, line and mark lies on the paper.
  const drawn = practiceDrawing(pages[0]!, 'Tide book hand');
  expect(drawn.filter((d) => d.kind === 'text').map((d) => d.text)).toEqual([
    ...pages[0]!.boxes.map((b) => b.char),
    `Tide book hand, page 1 of ${pages.length}`,
  ]);
  for (const d of drawn) {
    const [x, y] = d.kind === 'line' ? [d.x1, d.y1] : [d.x, d.y];
    expect(x > 0 && x < pages[0]!.widthMm && y > 0 && y < pages[0]!.heightMm).toBe(true);
  }
  expect(codeModules('A').length).toBe(21); // ISO/IEC 18004: version 1 has 21 x 21 modules.
});

test('a homography is found from four points and averaged over more', () => {
  const truth: Homography = [1.1, 0.2, 30, -0.1, 0.9, 12, 0.0004, -0.0002, 1];
  const from = [0, 1, 2, 3, 4, 5].map((k) => ({ x: (k * 137) % 200, y: (k * k * 53) % 260 }));
  const found = fitHomography(
    from,
    from.map((p) => project(truth, p)),
  )!;
  for (const p of [
    { x: 90, y: 120 },
    { x: 10, y: 250 },
  ]) {
    expect(project(found, p).x).toBeCloseTo(project(truth, p).x, 4);
    expect(project(found, p).y).toBeCloseTo(project(truth, p).y, 4);
  }
  expect(
    fitHomography(
      [0, 1, 2, 3].map((k) => ({ x: k, y: k })),
      [0, 1, 2, 3].map((k) => ({ x: k, y: 2 * k })),
    ),
  ).toBeNull();
});

const [page] = practicePages([...BASIC_BILL], DEFAULT_PRACTICE);

const counters = (c: string) => (/[BQ8&]/.test(c) ? 2 : /[ADOPRabdegopq0469]/.test(c) ? 1 : 0);
const patches = (c: string) => (/[ij:;!?"]/.test(c) ? 2 : 1);

function read(change: Partial<Capture>) {
  return readPicture(capturePage(page!, { ...CLEAN_SCAN, hand: KEEPER, pxPerMm: 6, ...change }));
}

function readPicture(picture: Picture) {
  const found = findPage(picture);
  if (!found || found === 'no-code') throw new Error(`page not found: ${String(found)}`);
  const flat = straightenPage(picture, found);
  const lifted = liftPractice(flat.picture, found.page, flat.pxPerMm, defaultRecipe);
  if (!lifted.ok) throw new Error(JSON.stringify(lifted.problems));
  return lifted.value;
}

test.each<[string, Partial<Capture>]>([
  ['printed at 70 % and turned', { printScale: 0.7, turnDeg: 5, pxPerMm: 8 }],
  ['upside down, grey guides, a mark hidden', { turnDeg: 181, guides: 'grey', hiddenMark: 2 }],
  [
    'a slanted photograph in uneven light',
    { tilt: 0.2, turnDeg: -12, shadow: 0.3, noise: 5, hand: APPRENTICE, pxPerMm: 8 },
  ],
])('every box is read right: %s', (_, change) => {
  const lifted = read({ ...change, empty: ['D', '7'], crossedOut: ['C'] });
  const expected = page!.boxes.map((b) => b.char).filter((c) => !['D', '7', 'C'].includes(c));
  expect(lifted.pieces.map((p) => p.char)).toEqual(expected);
  expect(lifted.empty).toEqual(['D', '7']);
  expect(lifted.crossedOut).toEqual(['C']);
  // Nothing printed is left in any letter: its patches are those of the letter, and it stands on its line.
  const odd = lifted.pieces.filter((p) => p.outline.length > patches(p.char!) + counters(p.char!));
  expect(odd.map((p) => p.char)).toEqual([]);
  for (const p of lifted.pieces) {
    const box = contoursBox(p.outline)!;
    if (/[AEHIKLMNTXhikmnrx]/.test(p.char!))
      expect(Math.abs(box.yMax - p.baselineY) / lifted.capLinePx).toBeLessThan(0.15);
  }
});

test('a light pen on grey guides in a shadow: marks are found though guides were learnt as ink', () => {
  const filled = capturePage(page!, {
    ...CLEAN_SCAN,
    ...{ hand: APPRENTICE, seed: 32, printScale: 0.816, turnDeg: 142.02, guides: 'grey', ink: [90, 90, 95] },
    ...{ shadow: 0.347, noise: 3.8, pxPerMm: 6.93, empty: ['D', '7'], crossedOut: ['C'] },
  });
  expect(findPage(filled)).toMatchObject({ marksFound: 4 });
});

test('three marks place a small tilted print though its code says only roughly where they are', () => {
  const filled = capturePage(page!, {
    ...CLEAN_SCAN,
    ...{ hand: KEEPER, seed: 19, printScale: 0.8287, turnDeg: 255.986, tilt: 0.1712, hiddenMark: 0 },
    ...{
      ink: [120, 30, 30],
      shadow: 0.2108,
      noise: 5.686,
      pxPerMm: 6.147,
      empty: ['D', '7'],
      crossedOut: ['C'],
    },
  });
  expect(findPage(filled)).toMatchObject({ marksFound: 3 });
});

test('a page is never placed where its code is not: a tilted print whose code put two of its corners at one mark', () => {
  const filled = capturePage(page!, {
    ...CLEAN_SCAN,
    ...{ hand: KEEPER, seed: 57, printScale: 0.74337, turnDeg: 161.5108, tilt: 0.179, empty: ['D', '7'] },
    ...{ ink: [35, 38, 60], shadow: 0.24588, noise: 3.4378, pxPerMm: 6.24724, crossedOut: ['C'] },
  });
  const found = findPage(filled);
  if (!found || found === 'no-code') throw new Error('not found');
  expect(found.marksFound).toBe(4);
  // The four marks are a page, not a sliver: its sides on the picture are as long as they must be at that scale.
  const [a, b, , d] = page!.marks.map((m) => project(found.map, m)) as [Vec, Vec, Vec, Vec];
  expect(Math.hypot(a.x - d.x, a.y - d.y)).toBeGreaterThan(0.6 * 0.743 * 6.247 * 271);
  expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(0.6 * 0.743 * 6.247 * 184);
});

test('all of the basic bill has room on one page', () => {
  expect(practicePages([...BASIC_BILL], DEFAULT_PRACTICE)).toHaveLength(1);
});

test.each<[string, Partial<Capture>, Partial<PassedOn>]>([
  [
    'dark guides, printed at 70 %, saved as a grey JPEG',
    { printScale: 0.7, guides: 'dark' },
    { quality: 60, saves: 1 },
  ],
  [
    'dark guides, sent on small, saved twice',
    { printScale: 0.9, guides: 'dark' },
    { quality: 50, saves: 2, resized: 0.6 },
  ],
])(
  'nothing of the guides is left in any letter, and no letter is wider than its box: %s',
  (_, change, passed) => {
    const filled = capturePage(page!, {
      ...CLEAN_SCAN,
      hand: KEEPER,
      seed: 3,
      pxPerMm: 8,
      empty: ['D'],
      ...change,
    });
    const picture = passOn(filled, {
      grey: true,
      resized: 1,
      quality: 90,
      saves: 0,
      copies: 0,
      seed: 4,
      ...passed,
    });
    const lifted = readPicture(picture);
    expect(lifted.empty).toEqual(['D']);
    expect(lifted.pieces.map((p) => p.char).join('')).toBe(
      page!.boxes
        .map((b) => b.char)
        .filter((c) => c !== 'D')
        .join(''),
    );
    const odd = lifted.pieces.filter((p) => p.outline.length > patches(p.char!) + counters(p.char!));
    expect(odd.map((p) => p.char)).toEqual([]);
    const box = page!.boxes[0]!.width;
    const pxPerMm = lifted.capLinePx / (page!.lines.baseline - page!.lines.caps);
    for (const p of lifted.pieces) expect(p.box.width).toBeLessThan(0.7 * box * pxPerMm);
    expect(lifted.pieces.filter((p) => p.confidence < 0.6)).toHaveLength(0);
  },
);

test('a speck inside a letter goes, one beside nothing is told, and a letter wider than its box is doubtful', () => {
  const filled = capturePage(page!, { ...CLEAN_SCAN, hand: KEEPER, seed: 3, turnDeg: 0, pxPerMm: 5 });
  const clean = readPicture(filled);
  const data = Uint8Array.from(filled.data);
  const k = 5;
  const blot = (xMm: number, yMm: number, wMm: number, hMm: number) => {
    for (let y = Math.round(yMm * k); y < (yMm + hMm) * k; y++)
      for (let x = Math.round(xMm * k); x < (xMm + wMm) * k; x++)
        data.set([35, 38, 60], 4 * (y * filled.width + x));
  };
  const boxOf = (c: string) => page!.boxes.find((b) => b.char === c)!;
  // The picture is 10 px larger to each side than the page.
  const off = 10 / k;
  const [t, n] = [boxOf('t'), boxOf('n')];
  blot(off + t.x + 0.8 * t.width, off + t.y + page!.lines.xHeight + 3, 0.7, 0.7);
  blot(off + n.x - 3, off + n.y + page!.lines.baseline - 4, n.width + 6, 0.9);
  const soiled = readPicture({ ...filled, data });
  const piece = (of: typeof clean, c: string) => of.pieces.find((p) => p.char === c)!;
  expect(piece(soiled, 't').outline).toHaveLength(piece(clean, 't').outline.length);
  expect(piece(soiled, 'n').confidence).toBeLessThan(0.6);
  expect(piece(clean, 'n').confidence).toBe(1);
});

test('a picture without marks is no practice page', () => {
  const data = new Uint8Array(400 * 300 * 4).fill(240);
  expect(findPage({ width: 400, height: 300, data })).toBeNull();
});
