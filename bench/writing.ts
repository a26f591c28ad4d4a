// Measures the reading of running handwriting on simulated pages: npm run bench:writing [-- --write] [--folder FOLDER] [NAME ...]
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { inkMask } from '../core/tracing/ink/inkField';
import { readSheet } from '../core/lifting/printed/readSheet';
import { COPYING_TEXTS } from '../core/lifting/running/copyingTexts';
import { readText, spotsOf, type WrittenPiece } from '../core/lifting/running/readText';
import { spacingAsWritten } from '../core/lifting/running/spacing';
import { median } from '../core/foundations/raster/histogram';
import { boxOverlap, boxRight } from '../core/foundations/raster/picture';
import { readHand, writtenPage, type WrittenPage } from './writtenPage';
import type { Condition } from './letterPage';
import { writeTable } from './writeTable';

/** Hands under open licences from the npm registry that the shapes of letters weren't learnt from. */
const HANDS = {
  unjoined: ['dekko', 'mynerve', 'waiting-for-the-sunrise', 'crafty-girls', 'caveat'],
  joined: ['pacifico', 'cookie'],
};
/** Boxes that share more than this of their common area are one letter; letters less sure than that aren't counted as found. */
const SAME = 0.6;
const LEAST = 0.5;

/** Heights of capitals in em units, for what is told in them. */
const CAP_UNITS = 700;

/** How far distances within words as they were read are from those of the page, em units: the median over all neighbours. */
function spacingOff(page: WrittenPage, pieces: readonly WrittenPiece[]): number {
  const spots = spotsOf(page.text);
  const { bearings } = spacingAsWritten(pieces, spots);
  const off = page.letters.flatMap((b, i) => {
    const a = page.letters[i - 1];
    const [before, own] = [bearings.get(a?.char ?? ''), bearings.get(b.char)];
    if (!a || !before || !own || b.order !== a.order + 1 || spots[b.order]?.starts) return [];
    const gap = b.box.x - boxRight(a.box);
    return [(Math.abs(before.right + own.left - gap) * CAP_UNITS) / page.capPx];
  });
  return median(off);
}

function scorePage(page: WrittenPage) {
  const from = process.cpuUsage();
  const sheet = readSheet(page.picture);
  if (!sheet.ok) return { found: 0, right: 0, spacing: NaN, seconds: 0 };
  const mask = inkMask(sheet.value.picture, sheet.value.ink, sheet.value.ink.level, () => {});
  const text = readText(mask, page.text);
  if ('mostLetters' in text) throw new RangeError('the text is longer than a page');
  const spent = process.cpuUsage(from);
  const boxes = new Map(page.letters.map((l) => [l.order, l]));
  const kept = text.pieces.filter((p) => p.confidence >= LEAST);
  const right = kept.filter((p) => {
    const letter = boxes.get(p.order);
    return letter !== undefined && boxOverlap(letter.box, p.box) > SAME;
  }).length;
  return {
    found: kept.length,
    right,
    spacing: spacingOff(page, text.pieces),
    seconds: (spent.user + spent.system) / 1e6,
  };
}

export function main(argv: readonly string[]): void {
  const folder = argv.includes('--folder') ? argv[argv.indexOf('--folder') + 1] : null;
  const names = argv.filter((a, i) => !a.startsWith('-') && argv[i - 1] !== '--folder');
  const lines = [
    '| hand | condition | letters | recall | precision | spacing, u | s |',
    '| --- | --- | --- | --- | --- | --- | --- |',
  ];
  const all = names.length > 0 ? names : [...HANDS.unjoined, ...HANDS.joined];
  const conditions: Condition[] = argv.includes('--photo') ? ['flat', 'photo'] : ['flat'];
  for (const name of all)
    for (const condition of conditions) {
      const files = [
        folder ? join(folder, name, 'package', 'files') : '',
        join('node_modules', '@fontsource', name, 'files'),
      ];
      const dir = files.find((f) => f !== '' && existsSync(f)) ?? '';
      const hand = readHand(join(dir, `${name}-latin-400-normal.woff`));
      const page = writtenPage(hand, COPYING_TEXTS.en.join(' '), condition, 5);
      const s = scorePage(page);
      const share = (a: number, b: number) => ((100 * a) / Math.max(1, b)).toFixed(1);
      const n = page.letters.length;
      lines.push(
        `| ${name} | ${condition} | ${n} | ${share(s.right, n)} | ${share(s.right, s.found)} | ${s.spacing.toFixed(0)} | ${s.seconds.toFixed(1)} |`,
      );
      process.stderr.write(`${lines[lines.length - 1]}\n`);
    }
  writeTable('writing', lines.join('\n'), argv.includes('--write'));
}
