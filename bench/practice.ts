import { capturePage, CLEAN_SCAN, type Capture } from '../demo/practice/fillPage';
import { passOn, type PassedOn } from '../demo/practice/passOn';
import { seededRandom } from '../demo/hand/random';
import { APPRENTICE, KEEPER } from '../demo/hand/writeLetter';
import { defaultRecipe } from '../core/project/document/defaultRecipe';
import { BASIC_BILL } from '../core/type/names/bills';
import { practicePages } from '../core/lifting/practice/layout';
import { DEFAULT_PRACTICE } from '../core/lifting/practice/settings';
import { liftPractice } from '../core/lifting/practice/liftPractice';
import { findPage } from '../core/lifting/practice/readPage';
import { straightenPage } from '../core/lifting/practice/straighten';

const AS_IT_IS = { grey: false, resized: 1, quality: 90, saves: 0, copies: 0 };
/** What becomes of every print after it was filled: as it is, saved again, sent on small, copied twice, with dark guides. */
const WAYS: readonly { readonly guides?: Partial<Capture>; readonly passed?: Partial<PassedOn> }[] = [
  {},
  { passed: { quality: 60, saves: 2 } },
  { guides: { guides: 'dark' }, passed: { grey: true, quality: 60, saves: 1 } },
  { passed: { resized: 0.7, quality: 75, saves: 1 } },
  { guides: { guides: 'dark' }, passed: { copies: 2, grey: true, quality: 80, saves: 1 } },
];

/**
 * Simulated prints of a practice sheet: any turn, printed at 70 to 110 %, slanted up to about 20 degrees, a mark hidden in
 * every third, grey guides in every second; then saved again, resized or copied (not so with --as-filled). Tells how many were
 * read with every box right and nothing printed left in any.
 *   npm run bench:practice [-- COUNT] [--as-filled]
 */
export function main(args: string[]): void {
  const count = Number(args.find((arg) => !arg.startsWith('--')) ?? 40);
  const ways = args.includes('--as-filled') ? WAYS.slice(0, 1) : WAYS;
  const random = seededRandom(2026);
  let [read, right, boxes, wrong, seen] = [0, 0, 0, 0, 0];
  for (let k = 0; k < count; k++) {
    const [page] = practicePages([...BASIC_BILL], DEFAULT_PRACTICE);
    const pick = (low: number, high: number) => low + (high - low) * random();
    const inPen = [
      [35, 38, 60],
      [60, 30, 110],
      [120, 30, 30],
      [90, 90, 95],
    ] as const;
    const change: Partial<Capture> = {
      hand: k % 2 === 0 ? KEEPER : APPRENTICE,
      seed: k + 1,
      printScale: pick(0.7, 1.1),
      turnDeg: pick(0, 360),
      tilt: k % 2 === 0 ? pick(0, 0.2) : 0,
      guides: k % 2 === 1 ? 'grey' : 'blue',
      hiddenMark: k % 3 === 0 ? Math.floor(pick(0, 4)) : -1,
      ink: inPen[k % 4]!,
      shadow: pick(0, 0.35),
      noise: pick(1, 6),
      pxPerMm: pick(6, 9),
      empty: ['D', '7'],
      crossedOut: ['C'],
    };
    const way = ways[k % ways.length]!;
    const filled = capturePage(page!, { ...CLEAN_SCAN, hand: KEEPER, ...change, ...way.guides });
    const picture = passOn(filled, { ...AS_IT_IS, seed: k, ...way.passed });
    const found = findPage(picture);
    if (!found || found === 'no-code') {
      process.stdout.write(`${k}: ${String(found)} ${JSON.stringify(change)}\n`);
      continue;
    }
    read++;
    const flat = straightenPage(picture, found);
    const lifted = liftPractice(flat.picture, found.page, flat.pxPerMm, defaultRecipe);
    const wanted = page!.boxes.map((b) => b.char).filter((c) => !['C', 'D', '7'].includes(c));
    const got = lifted.ok ? lifted.value.pieces : [];
    const parts = (c: string) =>
      (/[ij:;!?"]/.test(c) ? 2 : 1) + (/[BQ8&]/.test(c) ? 2 : /[ADOPRabdegopq0469]/.test(c) ? 1 : 0);
    const good = new Set(
      got.filter((p) => p.char !== null && p.outline.length <= parts(p.char)).map((p) => p.char),
    );
    const bad = wanted.filter((c) => !good.has(c));
    const extra = got.filter((p) => !wanted.includes(p.char ?? ''));
    boxes += wanted.length;
    wrong += bad.length + extra.length;
    if (bad.length > 0 || extra.length > 0)
      seen += bad.filter((c) => (got.find((p) => p.char === c)?.confidence ?? 0) < 0.6).length;
    if (bad.length + extra.length === 0) right++;
    else
      process.stdout.write(
        `${k}: wrong ${bad.join('')} extra ${extra.map((p) => p.char).join('')} ${JSON.stringify(change)}\n`,
      );
  }
  process.stdout.write(
    `${count} prints: ${read} found, ${right} with every box right; ${wrong} of ${boxes} boxes wrong, ${seen} of them told as doubtful\n`,
  );
}
