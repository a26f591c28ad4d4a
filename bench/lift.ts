// Measures the finder of letters on simulated pages: npm run bench:lift [-- --write] [CONDITION ...]
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'opentype.js';
import { liftPicture } from '../core/lifting/find/liftPicture';
import { readSheet } from '../core/lifting/printed/readSheet';
import { boxOverlap } from '../core/foundations/raster/picture';
import { CONDITIONS, letterPage, type Condition, type LetterPage } from './letterPage';
import { writeTable } from './writeTable';

/** Handwriting under open licences from the npm registry; the shapes that letters are known by were not learnt from these. */
const FONTS = ['mynerve', 'dekko', 'waiting-for-the-sunrise', 'crafty-girls'];
const CHARACTERS = [
  ...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,:;!?\'"()&-+=*/%$@#[]',
];
/** Boxes that share more than this of their common area are one letter. */
const SAME = 0.5;
const ABSENT = 3;

interface Score {
  readonly letters: number;
  readonly found: number;
  readonly right: number;
  readonly named: number;
  /** Right neighbours in reading order, of those that could be. */
  readonly inOrder: number;
  readonly seconds: number;
}

function scorePage(page: LetterPage, expected: readonly string[]): Score {
  const from = performance.now();
  const sheet = readSheet(page.picture);
  const lifted = sheet.ok ? liftPicture(sheet.value, { list: expected }) : sheet;
  const seconds = (performance.now() - from) / 1000;
  const pieces = lifted.ok ? lifted.value.pieces.filter((p) => !p.rejected) : [];
  let [right, named, inOrder, before] = [0, 0, 0, -1];
  for (const piece of pieces) {
    const at = page.letters.findIndex((l) => boxOverlap(l.box, piece.box) > SAME);
    if (at < 0) continue;
    right++;
    if (page.letters[at]!.char === piece.char) named++;
    if (at > before) inOrder++;
    before = at;
  }
  return { letters: page.letters.length, found: pieces.length, right, named, inOrder, seconds };
}

export function main(argv: readonly string[]): void {
  const wanted = CONDITIONS.filter((c) => argv.includes(c));
  const lines = [
    '| condition | recall | precision | order | label with list | list with 3 absent | label without list | s a page |',
    '| --- | --- | --- | --- | --- | --- | --- | --- |',
  ];
  for (const condition of wanted.length > 0 ? wanted : CONDITIONS) lines.push(row(condition));
  writeTable('lift', lines.join('\n'), argv.includes('--write'));
}

function row(condition: Condition): string {
  const sums = [0, 1, 2].map(() => ({ letters: 0, found: 0, right: 0, named: 0, inOrder: 0, seconds: 0 }));
  FONTS.forEach((name, i) => {
    const file = join('node_modules', '@fontsource', name, 'files', `${name}-latin-400-normal.woff`);
    const font = parse(readFileSync(file).slice().buffer);
    const characters = CHARACTERS.filter((c) => font.charToGlyph(c).index > 0);
    const page = letterPage(font, characters, condition, 11 + i);
    // A list may name letters that were never written.
    const bent = [...characters];
    for (let k = 0; k < ABSENT; k++) bent.splice(17 + 23 * k, 0, '§ø€'[k]!);
    [characters, bent, []].forEach((list, k) => {
      const score = scorePage(page, list);
      for (const key of Object.keys(score) as (keyof Score)[]) sums[k]![key] += score[key];
    });
    process.stderr.write(`${condition} ${name}: ${sums[0]!.right} of ${sums[0]!.letters}\n`);
  });
  const [list, bent, bare] = sums as [(typeof sums)[0], (typeof sums)[0], (typeof sums)[0]];
  const share = (a: number, b: number) => ((100 * a) / b).toFixed(1);
  const cells = [
    condition,
    share(list.right, list.letters),
    share(list.right, list.found),
    share(list.inOrder, list.right),
    share(list.named, list.letters),
    share(bent.named, bent.letters),
    share(bare.named, bare.letters),
    (list.seconds / FONTS.length).toFixed(1),
  ];
  process.stderr.write(`${cells.join('  ')}\n`);
  return `| ${cells.join(' | ')} |`;
}
