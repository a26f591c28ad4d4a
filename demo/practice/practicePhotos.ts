import { encode } from 'fast-png';
import { BASIC_BILL } from '../../core/names/bills';
import { practicePages } from '../../core/practice/layout';
import { DEFAULT_PRACTICE } from '../../core/practice/settings';
import { APPRENTICE, KEEPER, type Hand } from '../hand/writeLetter';
import { capturePage, CLEAN_SCAN } from './fillPage';

/** The first page of the demo's practice sheet, printed at 83 %, filled and scanned askew; then again by a better hand. */
export function practicePhotos(): (readonly [string, Uint8Array])[] {
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
    return encode({ width, height, data, channels: 4, depth: 8 });
  };
  return [
    ['practice-first.png', shot(APPRENTICE, 5, 4, ['Q'])],
    ['practice-again.png', shot(KEEPER, 6, -2, [])],
  ];
}
