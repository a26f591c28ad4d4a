import type { ByteImage } from '../../foundations/raster/picture';
import { shapeOf, type ShapeLikeness } from '../shapes/classify';
import type { MeasuredForm } from '../find/rowForms';
import { heightOver, type Atom, type AtomLine, type Upright } from './atoms';
import { ATOMS } from './parameters';
import type { Run } from './patches';

/** Neighbouring atoms of one line that may be a letter: from the first up to, not with, `end`; places in the page's whole row of atoms. */
export interface Slice {
  readonly start: number;
  readonly end: number;
  readonly form: MeasuredForm;
  readonly likeness: ShapeLikeness;
  /** Its shape in numbers, for what is learnt of the hand. */
  readonly description: Float32Array;
}

/** All atoms of a page in the order of writing. */
export interface AtomRow {
  readonly lines: readonly AtomLine[];
  readonly atoms: readonly Atom[];
  /** The line that each atom is of. */
  readonly lineOf: readonly number[];
}

export function atomRowOf(lines: readonly AtomLine[]): AtomRow {
  return {
    lines,
    atoms: lines.flatMap((l) => l.atoms),
    lineOf: lines.flatMap((l, i) => l.atoms.map(() => i)),
  };
}

/** All that may be letters, by where they begin. `onShare` is told how far it is (0..1). */
export function slicesOf(row: AtomRow, u: Upright, onShare: (share: number) => void): Slice[][] {
  return row.atoms.map((first, start) => {
    onShare(start / row.atoms.length);
    const line = row.lineOf[start] ?? 0;
    const out: Slice[] = [];
    for (let end = start + 1; end <= Math.min(row.atoms.length, start + ATOMS.most); end++) {
      const last = row.atoms[end - 1];
      if (!last || row.lineOf[end - 1] !== line) break;
      if (last.to - first.from > ATOMS.widest * u.capHeight) break;
      const slice = readSlice(row.atoms.slice(start, end), row.lines[line]?.baseY ?? 0, u);
      out.push({ start, end, ...slice });
    }
    return out;
  });
}

/** What atoms together look like, their lean taken out. */
function readSlice(
  atoms: readonly Atom[],
  baseY: number,
  u: Upright,
): { form: MeasuredForm; likeness: ShapeLikeness; description: Float32Array } {
  const runs = atoms.flatMap((a) => [...a.runs, ...a.marks.flatMap((m) => m.runs)]);
  const { drawing, top, bottom } = drawingOf(runs, baseY, u);
  const bodies = new Set(atoms.map((a) => a.body));
  const form = {
    top: top / u.capHeight,
    bottom: bottom / u.capHeight,
    width: drawing.width / u.capHeight,
    parts: bodies.size + atoms.reduce((n, a) => n + a.marks.length, 0),
  };
  return { form, ...shapeOf(drawing, form) };
}

/** Runs as an upright picture, tight around them; its top and bottom over the base line, px. */
function drawingOf(
  runs: readonly Run[],
  baseY: number,
  u: Upright,
): { drawing: ByteImage; top: number; bottom: number } {
  const upright = runs.map((r) => {
    const up = heightOver(baseY, u.slope, (r.from + r.to) / 2, r.y + 0.5);
    const shift = Math.round(u.slant * up);
    return { row: Math.floor(up), from: r.from - shift, to: r.to - shift };
  });
  let [x0, x1, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const r of upright) {
    [x0, x1] = [Math.min(x0, r.from), Math.max(x1, r.to)];
    [low, high] = [Math.min(low, r.row), Math.max(high, r.row)];
  }
  const [width, height] = [x1 - x0, high - low + 1];
  const data = new Uint8Array(width * height);
  for (const r of upright) {
    const start = (high - r.row) * width - x0;
    data.fill(1, start + r.from, start + r.to);
  }
  return { drawing: { width, height, data }, top: high + 1, bottom: low };
}
