import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib';
import { practiceDrawing, TONES, type Drawn, type Tone } from './drawing';
import type { PracticePage } from './layout';

const PT = 72 / 25.4;
const colourOf = (tone: Tone) => rgb(...TONES[tone]);

/** The pages as a PDF with vector lines, for any printer at any scale. */
export async function practicePdf(pages: readonly PracticePage[], title: string): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  pdf.setCreator('Orthoglyph');
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const p of pages) {
    const sheet = pdf.addPage([p.widthMm * PT, p.heightMm * PT]);
    for (const drawn of practiceDrawing(p, title)) draw(sheet, drawn, p.heightMm, font);
  }
  return pdf.save();
}

/** Puts one thing on a page of a height in mm; PDF's y goes up. */
function draw(sheet: PDFPage, drawn: Drawn, heightMm: number, font: PDFFont): void {
  const up = (y: number) => (heightMm - y) * PT;
  if (drawn.kind === 'line') {
    const { x0, y0, x1, y1, mm, tone } = drawn;
    const [start, end] = [
      { x: x0 * PT, y: up(y0) },
      { x: x1 * PT, y: up(y1) },
    ];
    return sheet.drawLine({ start, end, thickness: mm * PT, color: colourOf(tone) });
  }
  if (drawn.kind === 'square') {
    const { x, y, size, tone } = drawn;
    const [width, height] = [size * PT, size * PT];
    return sheet.drawRectangle({ x: x * PT, y: up(y + size), width, height, color: colourOf(tone) });
  }
  const [x, y, color] = [drawn.x * PT, up(drawn.y), colourOf('label')];
  try {
    sheet.drawText(drawn.text, { x, y, size: drawn.pt, font, color });
  } catch {
    // Standard fonts know Latin only; the box shows its code point instead.
    const hex = drawn.text.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0');
    sheet.drawText(`U+${hex}`, { x, y, size: drawn.pt * 0.6, font, color });
  }
}
