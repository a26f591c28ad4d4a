import type { PracticePage } from '../../core/lifting/practice/layout';
import { seededRandom } from '../hand/random';
import { KEEPER, writeLetter } from '../hand/writeLetter';

/** A practice page's letters in the keeper's hand, as strokes of a pen on a layer above it: SVG paths, mm of the page. */
export function writtenOnLayer(page: PracticePage): string {
  const random = seededRandom(7);
  const cap = page.lines.baseline - page.lines.caps;
  return page.boxes
    .flatMap((b) => {
      const strokes = writeLetter(b.char, KEEPER, random) ?? [];
      const xs = strokes.flat().map((p) => p.x);
      const left = b.x + b.width / 2 - ((Math.min(...xs) + Math.max(...xs)) / 2) * cap;
      const foot = b.y + page.lines.baseline;
      return strokes.map(
        (s) =>
          `<path d="M${s.map((p) => `${left + p.x * cap} ${foot - p.y * cap}`).join('L')}" fill="none" stroke="#203" stroke-linecap="round" stroke-width="${2 * s[0]!.radius * cap}"/>`,
      );
    })
    .join('');
}
