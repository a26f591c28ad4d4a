import type { Lines } from '../../core/project/document/schema';
import type { Inks } from './inks';
import { toScreen, type View } from './view';

type Mark = 'baseline' | 'xHeight' | 'capHeight' | 'ascender' | 'descender';

/**
 * Our own line code: baseline a solid hairline with a small foot mark, x-height dashed, capitals dotted,
 * ascender and descender short ticks at the margins only; each with its name set small at the left.
 * World: em units with y down (the em's y negated).
 */
export function drawFontLines(
  g: CanvasRenderingContext2D,
  view: View,
  width: number,
  lines: Lines,
  inks: Inks,
): void {
  const marks: [Mark, string, number][] = [
    ['baseline', 'baseline', 0],
    ['xHeight', 'x-height', lines.xHeight],
    ['capHeight', 'caps', lines.capHeight],
    ['ascender', 'ascender', lines.ascender],
    ['descender', 'descender', lines.descender],
  ];
  g.save();
  g.lineWidth = 1;
  g.font = "11px 'Atkinson Hyperlegible', sans-serif";
  for (const [mark, name, value] of marks) {
    const y = Math.round(toScreen(view, { x: 0, y: -value }).y) + 0.5;
    g.strokeStyle = mark === 'baseline' ? inks.faded : inks.rule;
    g.setLineDash(mark === 'xHeight' ? [9, 5] : mark === 'capHeight' ? [1.5, 4] : []);
    g.beginPath();
    if (mark === 'ascender' || mark === 'descender') {
      g.moveTo(0, y);
      g.lineTo(22, y);
      g.moveTo(width - 22, y);
      g.lineTo(width, y);
    } else {
      g.moveTo(0, y);
      g.lineTo(width, y);
    }
    if (mark === 'baseline') {
      g.moveTo(6, y);
      g.lineTo(2, y + 6);
      g.lineTo(10, y + 6);
      g.closePath();
    }
    g.stroke();
    g.fillStyle = inks.faded;
    g.fillText(name, mark === 'baseline' ? 14 : 4, y - 4);
  }
  g.restore();
}
