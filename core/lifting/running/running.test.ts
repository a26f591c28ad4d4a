import { expect, test } from '@jest/globals';
import { join } from 'node:path';
import { readHand, writtenPage } from '../../../bench/writtenPage';
import { KEEPER } from '../../../demo/hand/writeLetter';
import { renderPage, type RenderedPage } from '../../../demo/page/renderPage';
import { runningPage, TIDE_BOOK_LINES } from '../../../demo/tideMill';
import { boxOverlap, type Picture, type PxBox } from '../../foundations/raster/picture';
import { inkMask } from '../../tracing/ink/inkField';
import { readSheet } from '../printed/readSheet';
import { COPYING_TEXTS } from './copyingTexts';
import { linesOf } from './lines';
import { liftText, type LiftedText } from './liftText';
import { patchesOf } from './patches';
import { slantOf } from './slant';
import { spacingAsWritten } from './spacing';
import { spotsOf, type WrittenPiece } from './readText';

function lifted(page: Picture, text: string): LiftedText {
  const sheet = readSheet(page);
  if (!sheet.ok) throw new Error('no ink');
  const read = liftText(sheet.value, text);
  if (!read.ok) throw new Error(read.problems.map((p) => p.code).join());
  return read.value;
}

/** Shares of letters found in their true places, and of pieces that are such, %. */
function scored(text: LiftedText, truth: readonly { readonly box: PxBox; readonly order: number }[]) {
  const boxes = new Map(truth.map((t) => [t.order, t.box]));
  const right = text.pieces.filter((p) => {
    const box = boxes.get(p.order);
    return box !== undefined && boxOverlap(box, p.box) > 0.6;
  }).length;
  return { recall: (100 * right) / truth.length, precision: (100 * right) / text.pieces.length };
}

const truthOf = (page: RenderedPage) => page.letters.map((l, order) => ({ ...l, order }));
const TEXT = TIDE_BOOK_LINES.join('\n');
const page = runningPage();

test('letters of running text are found in their words, each in its place', () => {
  const { recall, precision } = scored(lifted(page, TEXT), truthOf(page));
  expect(recall).toBeGreaterThanOrEqual(97);
  expect(precision).toBeGreaterThanOrEqual(99);
});

test('joined letters are parted where one ends and the next begins', () => {
  const joined = runningPage(true);
  const { recall, precision } = scored(lifted(joined, TEXT), truthOf(joined));
  expect(recall).toBeGreaterThanOrEqual(85);
  expect(precision).toBeGreaterThanOrEqual(95);
});

// Source of the truth: Dekko (SIL Open Font License, from the npm registry as @fontsource/dekko), shaped by HarfBuzz.
test('a page set in an open font of handwriting that nothing was learnt from is read without a fault', () => {
  const file = join('node_modules', '@fontsource', 'dekko', 'files', 'dekko-latin-400-normal.woff');
  const written = writtenPage(readHand(file), COPYING_TEXTS.en.slice(0, 5).join(' '), 'photo', 3);
  const { recall, precision } = scored(lifted(written.picture, written.text), written.letters);
  expect(recall).toBeGreaterThanOrEqual(98);
  expect(precision).toBeGreaterThanOrEqual(99);
});

test('words that the page doesn’t show are left out and told, none of their letters is guessed; all others are read', () => {
  const told = TEXT.replace('jammed sluice', 'broken shutter');
  const text = lifted(page, told);
  expect(text.skipped.map((w) => w.text)).toEqual(expect.arrayContaining(['broken', 'shutter,']));
  expect(text.skipped.length).toBeLessThanOrEqual(4);
  const from = told.replace(/\s+/g, '').indexOf('brokenshutter');
  const guessed = text.pieces.filter((p) => p.order >= from && p.order < from + 'brokenshutter,'.length);
  expect(guessed).toEqual([]);
  expect(text.pieces.filter((p) => p.order > from).length).toBeGreaterThan(200);
});

test('the apostrophe between two letters is a sign of its own, and dots stay with their i', () => {
  const lines = ["the miller's wife didn't mind", 'it is his, six in a minute'];
  const small = renderPage({
    hand: { ...KEEPER, seed: 5 },
    characters: '',
    lines,
    width: 1500,
    height: 420,
    capPx: 62,
    perRow: 1,
    skewDeg: 0,
    ink: [38, 44, 66],
    paper: [246, 242, 232],
  });
  const text = lifted(small, lines.join('\n'));
  expect(text.pieces.filter((p) => p.char === "'").length).toBe(2);
  const dots = text.pieces.filter((p) => p.char === 'i');
  expect(dots.length).toBeGreaterThanOrEqual(8);
  expect(dots.every((p) => p.seeds.length === 2)).toBe(true);
});

test('of many drawings of a letter one is the letter, two take turns, the others are kept', () => {
  const es = lifted(page, TEXT).pieces.filter((p) => p.char === 'e');
  expect(
    es
      .filter((p) => !p.spare)
      .map((p) => p.variant)
      .sort(),
  ).toEqual(['alt1', 'alt2', null]);
  expect(es.filter((p) => p.spare).length).toBe(es.length - 3);
  const letter = es.find((p) => !p.spare && p.variant === null);
  expect(Math.min(...es.filter((p) => p.confidence >= 0.6).map((p) => p.oddness))).toBe(letter?.oddness);
});

test('a text far longer than the page is refused with what to do, and nothing is guessed', () => {
  const sheet = readSheet(page);
  if (!sheet.ok) throw new Error('no ink');
  const read = liftText(sheet.value, `${TEXT} `.repeat(60));
  expect(read.ok).toBe(false);
  expect(read.problems).toEqual([expect.objectContaining({ code: 'text-too-long' })]);
});

test('a text of which the page shows only the beginning is read as far as it goes', () => {
  const text = lifted(page, `${TEXT} and then some more that nobody wrote on this page at all`);
  expect(text.pieces.every((p) => p.order < TEXT.replace(/\s+/g, '').length)).toBe(true);
  expect(text.pieces.length).toBeGreaterThan(330);
});

test('lines, their turn and the lean of strokes are found from the ink', () => {
  const sheet = readSheet(page);
  if (!sheet.ok) throw new Error('no ink');
  const { ink, picture } = sheet.value;
  const lines = linesOf(patchesOf(inkMask(picture, ink, ink.level, () => {})));
  expect(lines.lines.length).toBe(TIDE_BOOK_LINES.length);
  expect((Math.atan(lines.slope) * 180) / Math.PI).toBeCloseTo(0.5, 0.5);
  expect(lines.capHeight).toBeGreaterThan(52);
  expect(lines.capHeight).toBeLessThan(68);
  // The keeper's hand leans by 3 degrees.
  expect((Math.atan(slantOf(lines)) * 180) / Math.PI).toBeGreaterThan(0.5);
  expect((Math.atan(slantOf(lines)) * 180) / Math.PI).toBeLessThan(6);
});

test('bearings as written give back the distances that letters were set by', () => {
  const white: Record<string, { left: number; right: number }> = {
    a: { left: 4, right: 7 },
    b: { left: 10, right: 2 },
    o: { left: 1, right: 3 },
  };
  const words = Array.from({ length: 5 }, () => ['abba', 'obab', 'boao', 'aabo', 'oobb']).flat();
  let x = 0;
  const pieces = words.flatMap((word, w) =>
    [...word].map((char, i): WrittenPiece => {
      const own = white[char] ?? { left: 0, right: 0 };
      const from = x + own.left + (i === 0 && w > 0 ? 20 : 0);
      x = from + 12 + own.right;
      const order = words.slice(0, w).join('').length + i;
      const box = { x: from, y: 0, width: 12, height: 12 };
      return { box, seeds: [], cuts: [], row: 0, baselineY: 12, char, order, confidence: 1, oddness: 0 };
    }),
  );
  const { bearings, wordPx } = spacingAsWritten(pieces, spotsOf(words.join(' ')));
  expect(Math.abs((wordPx ?? 0) - 20)).toBeLessThan(2);
  for (const [l, r] of ['ab', 'ba', 'ob', 'bo', 'ao', 'aa'].map((p) => [...p])) {
    const found = (bearings.get(l ?? '')?.right ?? 0) + (bearings.get(r ?? '')?.left ?? 0);
    const true_ = (white[l ?? '']?.right ?? 0) + (white[r ?? '']?.left ?? 0);
    expect(Math.abs(found - true_)).toBeLessThan(1.5);
  }
});

test('every letter of its language stands in the copying texts four times at least', () => {
  const letters = { en: 'abcdefghijklmnopqrstuvwxyz', de: 'abcdefghijklmnopqrstuvwxyzäöüß' };
  for (const language of ['en', 'de'] as const) {
    const all = COPYING_TEXTS[language].join(' ').toLowerCase();
    for (const c of letters[language]) expect([c, all.split(c).length - 1 >= 4]).toEqual([c, true]);
  }
});
