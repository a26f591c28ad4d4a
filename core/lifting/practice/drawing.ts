import { create } from 'qrcode';
import { LABEL_MM, MARK_MM, type PracticePage } from './layout';

/** What is printed with what: pale help lines, fainter slants, grey labels, and marks in black with white holes. */
export type Tone = 'rule' | 'slant' | 'label' | 'black' | 'white';

/**
 * Shares of red, green and blue. Pale blue is far from any ink and still shows when printed grey; slants are fainter still: they are too
 * short to be told from strokes by their length.
 */
export const TONES: Readonly<Record<Tone, readonly [number, number, number]>> = {
  rule: [0.62, 0.76, 0.92],
  slant: [0.84, 0.9, 0.97],
  label: [0.5, 0.5, 0.5],
  black: [0, 0, 0],
  white: [1, 1, 1],
};

/** One thing on a printed page; mm from its left top, thickness in mm, letters' size in pt. */
export type Drawn =
  | {
      readonly kind: 'line';
      readonly x0: number;
      readonly y0: number;
      readonly x1: number;
      readonly y1: number;
      readonly mm: number;
      readonly tone: Tone;
    }
  | {
      readonly kind: 'square';
      readonly x: number;
      readonly y: number;
      readonly size: number;
      readonly tone: Tone;
    }
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly pt: number;
      readonly text: string;
    };

/** Rows of dark modules of the page code. */
export function codeModules(text: string): boolean[][] {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  return Array.from({ length: modules.size }, (_, y) =>
    Array.from({ length: modules.size }, (_, x) => Boolean(modules.get(y, x))),
  );
}

const line = (x0: number, y0: number, x1: number, y1: number, mm: number, tone: Tone = 'rule'): Drawn => ({
  kind: 'line',
  x0,
  y0,
  x1,
  y1,
  mm,
  tone,
});
const square = (x: number, y: number, size: number, tone: Tone = 'black'): Drawn => ({
  kind: 'square',
  x,
  y,
  size,
  tone,
});

/** All that is on a practice page, from the lowest to the top: the same for the printed page and for what is shown of it. */
export function practiceDrawing(p: PracticePage, title: string): Drawn[] {
  return [
    ...writingLines(p),
    ...slants(p),
    ...columns(p),
    ...p.boxes.map((b): Drawn => ({
      kind: 'text',
      text: b.char,
      x: b.x + 1,
      y: b.y + LABEL_MM - 1.2,
      pt: 9,
    })),
    ...p.marks.flatMap(({ x, y }) => [
      square(x - MARK_MM.outer / 2, y - MARK_MM.outer / 2, MARK_MM.outer),
      square(x - MARK_MM.hole / 2, y - MARK_MM.hole / 2, MARK_MM.hole, 'white'),
      square(x - MARK_MM.dot / 2, y - MARK_MM.dot / 2, MARK_MM.dot),
    ]),
    ...pageCode(p),
    {
      kind: 'text',
      text: `${title}, page ${p.page} of ${p.pages}`,
      x: p.left + 8,
      y: MARK_MM.outer + 9,
      pt: 9,
    },
  ];
}

const writingLines = ({ rows, lines, left, right }: PracticePage): Drawn[] =>
  rows.flatMap((top) => [
    line(left, top + lines.caps, right, top + lines.caps, 0.12),
    line(left, top + lines.xHeight, right, top + lines.xHeight, 0.18),
    line(left, top + lines.baseline, right, top + lines.baseline, 0.3),
    line(left, top + lines.descender, right, top + lines.descender, 0.12),
  ]);

function slants({ rows, lines, left, right, settings }: PracticePage): Drawn[] {
  const slant = Math.tan((settings.slantDeg * Math.PI) / 180);
  const tall = lines.descender - lines.caps;
  const out: Drawn[] = [];
  for (const top of slant !== 0 ? rows : [])
    for (let x = left + 4; x < right - 4; x += 6)
      out.push(line(x + slant * tall, top + lines.caps, x, top + lines.descender, 0.1, 'slant'));
  return out;
}

function columns({ rows, boxes, left, right }: PracticePage): Drawn[] {
  const { width, height } = boxes[0]!;
  const [first, last] = [rows[0]!, rows[rows.length - 1]! + height];
  return Array.from({ length: Math.round((right - left) / width) + 1 }, (_, c) =>
    line(left + c * width, first, left + c * width, last, 0.15),
  );
}

function pageCode({ code }: PracticePage): Drawn[] {
  const modules = codeModules(code.text);
  const size = code.size / modules.length;
  return modules.flatMap((row, y) =>
    row.flatMap((dark, x) => (dark ? [square(code.x + x * size, code.y + y * size, size * 1.01)] : [])),
  );
}
