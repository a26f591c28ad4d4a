import { PDFDocument, rgb, StandardFonts } from 'pdf-lib';
import { create } from 'qrcode';
import { LABEL_MM, MARK_MM, type PracticePage } from './layout';

const PT = 72 / 25.4;
/** Pale blue: far from any ink, and it still shows when printed grey. */
const RULE = rgb(0.62, 0.76, 0.92);
/** Fainter still: slanted helps are too short to be told from strokes by their length. */
const SLANT = rgb(0.84, 0.9, 0.97);
const LABEL = rgb(0.5, 0.5, 0.5);

/** Rows of dark modules of the page code. */
export function codeModules(text: string): boolean[][] {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  return Array.from({ length: modules.size }, (_, y) =>
    Array.from({ length: modules.size }, (_, x) => Boolean(modules.get(y, x))),
  );
}

/** The pages as a PDF with vector lines, for any printer at any scale. */
export async function practicePdf(pages: readonly PracticePage[], title: string): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  pdf.setCreator('Orthoglyph');
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const p of pages) {
    const sheet = pdf.addPage([p.widthMm * PT, p.heightMm * PT]);
    const up = (y: number) => (p.heightMm - y) * PT;
    const line = (x0: number, y0: number, x1: number, y1: number, mm: number) =>
      sheet.drawLine({
        start: { x: x0 * PT, y: up(y0) },
        end: { x: x1 * PT, y: up(y1) },
        thickness: mm * PT,
        color: RULE,
      });
    const square = (x: number, y: number, size: number, color = rgb(0, 0, 0)) =>
      sheet.drawRectangle({ x: x * PT, y: up(y + size), width: size * PT, height: size * PT, color });
    const write = (text: string, x: number, y: number, size: number) => {
      try {
        sheet.drawText(text, { x: x * PT, y: up(y), size, font, color: LABEL });
      } catch {
        // Standard fonts know Latin only; the box shows its code point instead.
        sheet.drawText(`U+${text.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`, {
          x: x * PT,
          y: up(y),
          size: size * 0.6,
          font,
          color: LABEL,
        });
      }
    };
    for (const top of p.rows) {
      line(p.left, top + p.lines.caps, p.right, top + p.lines.caps, 0.12);
      line(p.left, top + p.lines.xHeight, p.right, top + p.lines.xHeight, 0.18);
      line(p.left, top + p.lines.baseline, p.right, top + p.lines.baseline, 0.3);
      line(p.left, top + p.lines.descender, p.right, top + p.lines.descender, 0.12);
    }
    const slant = Math.tan((p.settings.slantDeg * Math.PI) / 180);
    for (const top of slant !== 0 ? p.rows : []) {
      const tall = p.lines.descender - p.lines.caps;
      for (let x = p.left + 4; x < p.right - 4; x += 6) {
        sheet.drawLine({
          start: { x: (x + slant * tall) * PT, y: up(top + p.lines.caps) },
          end: { x: x * PT, y: up(top + p.lines.descender) },
          thickness: 0.1 * PT,
          color: SLANT,
        });
      }
    }
    const [first, last] = [p.rows[0]!, p.rows[p.rows.length - 1]! + p.boxes[0]!.height];
    const columns = Math.round((p.right - p.left) / p.boxes[0]!.width);
    for (let c = 0; c <= columns; c++)
      line(p.left + c * p.boxes[0]!.width, first, p.left + c * p.boxes[0]!.width, last, 0.15);
    for (const b of p.boxes) write(b.char, b.x + 1, b.y + LABEL_MM - 1.2, 9);
    for (const m of p.marks) {
      square(m.x - MARK_MM.outer / 2, m.y - MARK_MM.outer / 2, MARK_MM.outer);
      square(m.x - MARK_MM.hole / 2, m.y - MARK_MM.hole / 2, MARK_MM.hole, rgb(1, 1, 1));
      square(m.x - MARK_MM.dot / 2, m.y - MARK_MM.dot / 2, MARK_MM.dot);
    }
    const modules = codeModules(p.code.text);
    const size = p.code.size / modules.length;
    modules.forEach((row, y) =>
      row.forEach((dark, x) => dark && square(p.code.x + x * size, p.code.y + y * size, size * 1.01)),
    );
    write(`${title}, page ${p.page} of ${p.pages}`, p.left + 8, MARK_MM.outer + 9, 9);
  }
  return pdf.save();
}
