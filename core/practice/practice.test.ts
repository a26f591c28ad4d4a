import { capturePage, CLEAN_SCAN, type Capture } from '../../demo/practice/fillPage';
import { APPRENTICE, KEEPER } from '../../demo/hand/writeLetter';
import { defaultRecipe } from '../document/newProject';
import { BASIC_BILL } from '../names/bills';
import { contoursBox } from '../geometry/measure';
import { fitHomography, project } from './homography';
import { pageOfCode, practicePages } from './layout';
import { DEFAULT_PRACTICE } from './settings';
import { liftPractice } from './liftPractice';
import { codeModules, practicePdf } from './pdf';
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
  expect(codeModules('A').length).toBe(21); // ISO/IEC 18004: version 1 has 21 x 21 modules.
});

test('a homography is found from four points and averaged over more', () => {
  const truth = [1.1, 0.2, 30, -0.1, 0.9, 12, 0.0004, -0.0002, 1];
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

function read(change: Partial<Capture>) {
  const picture = capturePage(page!, { ...CLEAN_SCAN, hand: KEEPER, pxPerMm: 6, ...change });
  const found = findPage(picture);
  if (!found || found === 'no-code') throw new Error(`page not found: ${String(found)}`);
  const flat = straightenPage(picture, found);
  const lifted = liftPractice(flat.picture, found.page, flat.pxPerMm, defaultRecipe);
  if (!lifted.ok) throw new Error(JSON.stringify(lifted.problems));
  return lifted.value;
}

test.each<[string, Partial<Capture>]>([
  ['printed at 70 % and turned', { printScale: 0.7, turnDeg: 5, pxPerMm: 8 }],
  ['upside down, grey guides, a mark hidden', { turnDeg: 181, grey: true, hiddenMark: 2 }],
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
  const parts: Record<string, number> = { i: 2, j: 2, ':': 2, ';': 2, '!': 2, '?': 2, '"': 2 };
  const counters = (c: string) => (/[BQ8&]/.test(c) ? 2 : /[ADOPRabdegopq0469]/.test(c) ? 1 : 0);
  const odd = lifted.pieces.filter((p) => p.outline.length > (parts[p.char!] ?? 1) + counters(p.char!));
  expect(odd.map((p) => p.char)).toEqual([]);
  for (const p of lifted.pieces) {
    const box = contoursBox(p.outline)!;
    if (/[AEHIKLMNTXhikmnrx]/.test(p.char!))
      expect(Math.abs(box.yMax - p.baselineY) / lifted.capLinePx).toBeLessThan(0.12);
  }
});

test('a picture without marks is no practice page', () => {
  const data = new Uint8Array(400 * 300 * 4).fill(240);
  expect(findPage({ width: 400, height: 300, data })).toBeNull();
});
