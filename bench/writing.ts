// Measures the reading of running handwriting on simulated pages: npm run bench:writing [-- --write] [--folder FOLDER] [NAME ...]
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { inkMask } from '../core/tracing/ink/inkField';
import { readSheet } from '../core/lifting/printed/readSheet';
import { COPYING_TEXTS } from '../core/lifting/running/copyingTexts';
import { readText } from '../core/lifting/running/readText';
import { boxOverlap } from '../core/foundations/raster/picture';
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

function scorePage(page: WrittenPage) {
  const from = process.cpuUsage();
  const sheet = readSheet(page.picture);
  if (!sheet.ok) return { found: 0, right: 0, seconds: 0 };
  const mask = inkMask(sheet.value.picture, sheet.value.ink, sheet.value.ink.level, () => {});
  const text = readText(mask, page.text);
  const spent = process.cpuUsage(from);
  const boxes = new Map(page.letters.map((l) => [l.order, l]));
  const kept = text.pieces.filter((p) => p.confidence >= LEAST);
  const right = kept.filter((p) => {
    const letter = boxes.get(p.order);
    return letter !== undefined && boxOverlap(letter.box, p.box) > SAME;
  }).length;
  return { found: kept.length, right, seconds: (spent.user + spent.system) / 1e6 };
}

export function main(argv: readonly string[]): void {
  const folder = argv.includes('--folder') ? argv[argv.indexOf('--folder') + 1] : null;
  const names = argv.filter((a, i) => !a.startsWith('-') && argv[i - 1] !== '--folder');
  const lines = [
    '| hand | condition | letters | recall | precision | s |',
    '| --- | --- | --- | --- | --- | --- |',
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
        `| ${name} | ${condition} | ${n} | ${share(s.right, n)} | ${share(s.right, s.found)} | ${s.seconds.toFixed(1)} |`,
      );
      process.stderr.write(`${lines[lines.length - 1]}\n`);
    }
  writeTable('writing', lines.join('\n'), argv.includes('--write'));
}
