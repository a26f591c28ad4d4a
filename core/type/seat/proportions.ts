import { endsOf } from './letterLevels';

/** How tall a sign's ink is, and how far above the baseline it begins, as shares of the capitals' height. */
interface Proportion {
  readonly tall: number;
  readonly low: number;
}

/** Signs of everyday print beside capitals (common practice, no published source; between book and pen hands). */
const SIGNS: Readonly<Record<string, Proportion>> = {
  '.': { tall: 0.15, low: 0 },
  ',': { tall: 0.28, low: -0.15 },
  ':': { tall: 0.62, low: 0 },
  ';': { tall: 0.75, low: -0.15 },
  '\u2026': { tall: 0.15, low: 0 },
  '\u00b7': { tall: 0.15, low: 0.4 },
  '\u2022': { tall: 0.35, low: 0.3 },
  "'": { tall: 0.35, low: 0.65 },
  '"': { tall: 0.35, low: 0.65 },
  '\u2018': { tall: 0.32, low: 0.68 },
  '\u2019': { tall: 0.32, low: 0.68 },
  '\u201c': { tall: 0.32, low: 0.68 },
  '\u201d': { tall: 0.32, low: 0.68 },
  '\u201a': { tall: 0.3, low: -0.16 },
  '\u201e': { tall: 0.3, low: -0.16 },
  '-': { tall: 0.1, low: 0.32 },
  '\u2013': { tall: 0.09, low: 0.32 },
  '\u2014': { tall: 0.09, low: 0.32 },
  _: { tall: 0.08, low: -0.2 },
  '=': { tall: 0.33, low: 0.25 },
  '+': { tall: 0.65, low: 0.1 },
  '~': { tall: 0.2, low: 0.35 },
  '*': { tall: 0.5, low: 0.5 },
  '\u00b0': { tall: 0.38, low: 0.62 },
  '^': { tall: 0.4, low: 0.6 },
  '`': { tall: 0.22, low: 0.8 },
  '\u00b4': { tall: 0.22, low: 0.8 },
  '\u00a8': { tall: 0.15, low: 0.82 },
  '\u02c6': { tall: 0.22, low: 0.8 },
  '\u02dc': { tall: 0.18, low: 0.82 },
  '\u00b8': { tall: 0.25, low: -0.27 },
  '\u00ab': { tall: 0.5, low: 0.1 },
  '\u00bb': { tall: 0.5, low: 0.1 },
  '\u2039': { tall: 0.5, low: 0.1 },
  '\u203a': { tall: 0.5, low: 0.1 },
};

/** Whether a character is a sign with a size of its own, which reaches no line. */
export const isSign = (char: string): boolean => SIGNS[char] !== undefined;

/** A drawing this many times as tall as usual, or as low, is odd; thin strokes grow with the pen. */
const ODD_SIZE = { tall: 2.5, thin: 5, thinBelow: 0.12 };

/** How many times as tall as usual a character's ink is (`tall`, em units); null when that is nothing odd, or nothing is usual. */
export function oddSize(char: string, tall: number, lines: Lines): number | null {
  if (!isSign(char) && !/^[A-Za-z0-9]$/.test(char)) return null;
  const usual = usualPlace(char, lines).tall;
  const times = tall / usual;
  const most = usual < ODD_SIZE.thinBelow * lines.capHeight ? ODD_SIZE.thin : ODD_SIZE.tall;
  return times > most || times < 1 / most ? times : null;
}

interface Lines {
  readonly xHeight: number;
  readonly capHeight: number;
}

/**
 * Where a character's ink usually begins and how tall it is, em units above the baseline: for drawings with nothing beside
 * them that tells their size. Letters reach the line that they belong to, signs have a share of the capitals.
 */
export function usualPlace(char: string, { xHeight, capHeight }: Lines): { foot: number; tall: number } {
  const sign = SIGNS[char];
  if (sign) return { foot: sign.low * capHeight, tall: sign.tall * capHeight };
  const small = endsOf(char).top?.line === 'x';
  const top = small ? xHeight : capHeight;
  // Tails reach about as deep as ascenders reach above the x-height.
  const foot = /^[gjpqy]$/.test(char) ? -0.3 * capHeight : 0;
  return { foot, tall: top - foot };
}
