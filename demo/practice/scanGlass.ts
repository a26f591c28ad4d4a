import { practicePages } from '../../core/lifting/practice/layout';
import type { Glass } from '../../core/lifting/scanner/messages';
import { APPRENTICE, KEEPER } from '../hand/writeLetter';
import { toJpeg } from '../page/renderPage';
import { capturePage, CLEAN_SCAN } from './fillPage';

const MM_PER_INCH = 25.4;

/** The page on the stand-in scanner's glass, printed, filled and scanned: a JPEG. RangeError for a page the sheet lacks. */
export function scanGlass(glass: Glass, dpi: number): Uint8Array {
  const page = practicePages([...glass.characters], glass.settings)[glass.page - 1];
  if (!page) throw new RangeError(`the sheet has no page ${glass.page}`);
  const hand = glass.hand === 'keeper' ? KEEPER : APPRENTICE;
  const picture = capturePage(page, {
    ...CLEAN_SCAN,
    hand,
    seed: hand.seed + glass.page,
    printScale: glass.printPercent / 100,
    turnDeg: glass.turnDeg,
    pxPerMm: dpi / MM_PER_INCH,
  });
  return toJpeg(picture, 92);
}
