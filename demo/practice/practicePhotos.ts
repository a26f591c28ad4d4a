import { BASIC_BILL } from '../../core/type/names/bills';
import { practicePages } from '../../core/lifting/practice/layout';
import { DEFAULT_PRACTICE } from '../../core/lifting/practice/settings';
import { APPRENTICE, KEEPER, type Hand } from '../hand/writeLetter';
import { largePng } from '../largePng';
import { capturePage, CLEAN_SCAN } from './fillPage';

/** The first page of the demo's practice sheet, printed at 83 %, filled and scanned askew; then again by a better hand. */
export async function practicePhotos(): Promise<(readonly [string, Uint8Array])[]> {
  const [page] = practicePages([...BASIC_BILL], DEFAULT_PRACTICE);
  const shot = (hand: Hand, seed: number, turnDeg: number, crossedOut: readonly string[]) => {
    const { width, height, data } = capturePage(page!, {
      ...CLEAN_SCAN,
      hand,
      seed,
      turnDeg,
      printScale: 0.83,
      shadow: 0.12,
      crossedOut,
    });
    return largePng(data, width, height, 4);
  };
  return [
    ['practice-first.png', await shot(APPRENTICE, 5, 4, ['Q'])],
    ['practice-again.png', await shot(KEEPER, 6, -2, [])],
  ];
}
