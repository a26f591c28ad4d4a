import { practiceDrawing, TONES, type Drawn, type Tone } from './drawing';
import type { PracticePage } from './layout';

/** Points in a mm. */
const PT_PER_MM = 72 / 25.4;

const colour = (tone: Tone) =>
  `#${TONES[tone]
    .map((v) =>
      Math.round(255 * v)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
const n = (v: number) => String(Number(v.toFixed(3)));
const escaped = (s: string) => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

function svgOf(d: Drawn): string {
  if (d.kind === 'line')
    return `<path d="M${n(d.x0)} ${n(d.y0)}L${n(d.x1)} ${n(d.y1)}" stroke="${colour(d.tone)}" stroke-width="${n(d.mm)}"/>`;
  if (d.kind === 'square')
    return `<rect x="${n(d.x)}" y="${n(d.y)}" width="${n(d.size)}" height="${n(d.size)}" fill="${colour(d.tone)}"/>`;
  return `<text x="${n(d.x)}" y="${n(d.y)}" font-size="${n(d.pt / PT_PER_MM)}" fill="${colour('label')}">${escaped(d.text)}</text>`;
}

/** A practice page as an SVG document on clear ground, `widthPx` wide, to be made a picture that is drawn on with a tablet. */
export const practicePageSvg = (page: PracticePage, title: string, widthPx: number): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${widthPx}" height="${Math.round((widthPx * page.heightMm) / page.widthMm)}" ` +
  `viewBox="0 0 ${n(page.widthMm)} ${n(page.heightMm)}" font-family="sans-serif">` +
  `${practiceDrawing(page, title).map(svgOf).join('')}</svg>\n`;
