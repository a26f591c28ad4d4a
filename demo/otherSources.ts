import { encode } from 'fast-png';
import { PDFDocument, LineCapStyle, rgb } from 'pdf-lib';
import { turnByOrientation } from '../core/foundations/raster/picture';
import { seededRandom } from './hand/random';
import { APPRENTICE, KEEPER, writeLetter } from './hand/writeLetter';
import { renderPage, toJpeg } from './page/renderPage';
import { largePng } from './largePng';

/** Sources besides pages of writing, drawn by the demo's own code. All is made up. */

/** The figures of the tide clock, as they light up: five by seven lamps. */
const LAMPS: Record<string, readonly string[]> = {
  '0': ['.###.', '#...#', '#...#', '#...#', '#...#', '#...#', '.###.'],
  '1': ['..#..', '.##..', '#.#..', '..#..', '..#..', '..#..', '#####'],
  '2': ['.###.', '#...#', '....#', '..##.', '.#...', '#....', '#####'],
  '3': ['####.', '....#', '....#', '.###.', '....#', '....#', '####.'],
  '4': ['#..#.', '#..#.', '#..#.', '#####', '...#.', '...#.', '...#.'],
  '5': ['#####', '#....', '#....', '####.', '....#', '....#', '####.'],
  '6': ['.###.', '#....', '#....', '####.', '#...#', '#...#', '.###.'],
  '7': ['#####', '....#', '...#.', '...#.', '..#..', '..#..', '..#..'],
  '8': ['.###.', '#...#', '#...#', '.###.', '#...#', '#...#', '.###.'],
  '9': ['.###.', '#...#', '#...#', '.####', '....#', '....#', '.###.'],
};
const LAMP_PX = 3;

/** The words that the clock shows below its figures. */
const LAMP_LETTERS: Record<string, readonly string[]> = {
  A: ['.###.', '#...#', '#...#', '#####', '#...#', '#...#', '#...#'],
  B: ['####.', '#...#', '#...#', '####.', '#...#', '#...#', '####.'],
  C: ['.###.', '#...#', '#....', '#....', '#....', '#...#', '.###.'],
  D: ['####.', '#...#', '#...#', '#...#', '#...#', '#...#', '####.'],
  E: ['#####', '#....', '#....', '####.', '#....', '#....', '#####'],
  F: ['#####', '#....', '#....', '####.', '#....', '#....', '#....'],
  G: ['.###.', '#...#', '#....', '#..##', '#...#', '#...#', '.###.'],
  H: ['#...#', '#...#', '#...#', '#####', '#...#', '#...#', '#...#'],
  I: ['.###.', '..#..', '..#..', '..#..', '..#..', '..#..', '.###.'],
  J: ['..###', '...#.', '...#.', '...#.', '...#.', '#..#.', '.##..'],
  K: ['#...#', '#..#.', '#.#..', '##...', '#.#..', '#..#.', '#...#'],
  L: ['#....', '#....', '#....', '#....', '#....', '#....', '#####'],
  M: ['#...#', '##.##', '#.#.#', '#.#.#', '#...#', '#...#', '#...#'],
  N: ['#...#', '##..#', '##..#', '#.#.#', '#..##', '#..##', '#...#'],
  O: ['.###.', '#...#', '#...#', '#...#', '#...#', '#...#', '.###.'],
  P: ['####.', '#...#', '#...#', '####.', '#....', '#....', '#....'],
  Q: ['.###.', '#...#', '#...#', '#...#', '#.#.#', '#..#.', '.##.#'],
  R: ['####.', '#...#', '#...#', '####.', '#.#..', '#..#.', '#...#'],
  S: ['.####', '#....', '#....', '.###.', '....#', '....#', '####.'],
  T: ['#####', '..#..', '..#..', '..#..', '..#..', '..#..', '..#..'],
  U: ['#...#', '#...#', '#...#', '#...#', '#...#', '#...#', '.###.'],
  V: ['#...#', '#...#', '#...#', '#...#', '#...#', '.#.#.', '..#..'],
  W: ['#...#', '#...#', '#...#', '#.#.#', '#.#.#', '##.##', '#...#'],
  X: ['#...#', '#...#', '.#.#.', '..#..', '.#.#.', '#...#', '#...#'],
  Y: ['#...#', '#...#', '.#.#.', '..#..', '..#..', '..#..', '..#..'],
  Z: ['#####', '....#', '...#.', '..#..', '.#...', '#....', '#####'],
};

/** Lit lamps in rows on clear ground, each lamp three px wide. */
function litLamps(lit: readonly (readonly string[])[], perRow: number): Uint8Array {
  const [columns, rows] = [perRow * 7 + 2, Math.ceil(lit.length / perRow) * 9 + 2];
  const [width, height] = [columns * LAMP_PX, rows * LAMP_PX];
  const data = new Uint8Array(width * height * 4);
  lit.forEach((lamps, k) => {
    const [x0, y0] = [(k % perRow) * 7 + 2, Math.floor(k / perRow) * 9 + 2];
    lamps.forEach((line, j) =>
      [...line].forEach((lamp, i) => {
        if (lamp !== '#') return;
        for (let y = 0; y < LAMP_PX; y++)
          for (let x = 0; x < LAMP_PX; x++)
            data.set([226, 96, 24, 255], 4 * (((y0 + j) * LAMP_PX + y) * width + (x0 + i) * LAMP_PX + x));
      }),
    );
  });
  return encode({ width, height, data, channels: 4, depth: 8 });
}

/** Figures 0 to 9 in two rows. */
export const tideClockDigits = (): Uint8Array => litLamps(Object.values(LAMPS), 5);
/** Capitals in three rows. */
export const tideClockLetters = (): Uint8Array => litLamps(Object.values(LAMP_LETTERS), 9);

/** A JPEG that says how many dots it has an inch (JFIF's density, ITU-T T.871, 10.1). */
function withDpi(jpeg: Uint8Array, dpi: number): Uint8Array {
  const out = jpeg.slice();
  out.set([1, dpi >> 8, dpi & 255, dpi >> 8, dpi & 255], 13);
  return out;
}

/** Capitals of the mill's seed-bag type as they lie on the scanner, the wrong way round, at 600 dpi. */
export function metalType(): Uint8Array {
  const page = renderPage({
    hand: KEEPER,
    characters: 'ABCDEFGHIJKLMNOPQRSTUVWXYZ',
    width: 1700,
    height: 900,
    capPx: 130,
    perRow: 9,
    skewDeg: 0.8,
    ink: [40, 38, 36],
    paper: [190, 186, 178],
  });
  return withDpi(toJpeg(turnByOrientation(page, 2) as typeof page, 88), 600);
}

/** Small letters drawn on a tablet: clear ground, black below it. */
export function tabletDrawing(): Uint8Array {
  const { width, height, data } = renderPage({
    hand: APPRENTICE,
    characters: 'abcdefghijklmnopqrstuvwxyz',
    width: 1500,
    height: 800,
    capPx: 110,
    perRow: 9,
    skewDeg: 0,
    ink: [0, 0, 0],
    paper: [255, 255, 255],
  });
  const clear = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i += 4)
    clear[i + 3] = Math.max(0, Math.min(255, Math.round((225 - data[i]!) * 1.2)));
  return encode({ width, height, data: clear, channels: 4, depth: 8 });
}

const HUGE_TIMES = 7;

/** A page of writing as a drum scanner would give it: 212 megapixels of grey. */
export function hugePage(): Promise<Uint8Array> {
  const page = renderPage({
    hand: APPRENTICE,
    characters: 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz',
    width: 2480,
    height: 1748,
    capPx: 118,
    perRow: 13,
    skewDeg: 0.7,
    ink: [38, 44, 62],
    paper: [243, 238, 226],
  });
  const [width, height] = [page.width * HUGE_TIMES, page.height * HUGE_TIMES];
  const data = new Uint8Array(width * height);
  for (let y = 0; y < page.height; y++) {
    const row = data.subarray(y * HUGE_TIMES * width, (y * HUGE_TIMES + 1) * width);
    for (let x = 0; x < width; x++)
      row[x] = page.data[4 * (y * page.width + Math.floor(x / HUGE_TIMES)) + 1]!;
    for (let k = 1; k < HUGE_TIMES; k++)
      data.copyWithin((y * HUGE_TIMES + k) * width, y * HUGE_TIMES * width, (y * HUGE_TIMES + 1) * width);
  }
  return largePng(data, width, height, 1);
}

/** A page of capitals as strokes of a round pen, drawn in a vector program: PDF. */
export async function letterPdf(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setCreationDate(new Date(2026, 0, 5));
  pdf.setModificationDate(new Date(2026, 0, 5));
  const page = pdf.addPage([595, 842]);
  const cap = 90;
  [...'TIDEMLANRGOS'].forEach((char, i) => {
    const [x0, y0] = [50 + (i % 4) * 130, 700 - Math.floor(i / 4) * 150];
    for (const stroke of writeLetter(char, KEEPER, seededRandom(60 + i)) ?? []) {
      const d = stroke.map(
        (p, k) => `${k === 0 ? 'M' : 'L'}${(p.x * cap).toFixed(2)} ${(-p.y * cap).toFixed(2)}`,
      );
      page.drawSvgPath(d.join(' '), {
        x: x0,
        y: y0,
        borderColor: rgb(0.1, 0.2, 0.4),
        borderWidth: 9,
        borderLineCap: LineCapStyle.Round,
      });
    }
  });
  return pdf.save();
}
