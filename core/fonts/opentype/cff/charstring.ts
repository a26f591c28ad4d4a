// Adobe Technical Note 5177, "The Type 2 Charstring Format".
import type { Contour } from '../../../foundations/geometry/contour';
import { isLine, segmentAt, segmentCount } from '../../../foundations/geometry/contour';
import { ByteWriter } from '../bytes';

/** Operators (5177, appendix A). */
export const OP = {
  rlineto: 5, hlineto: 6, vlineto: 7, rrcurveto: 8, callsubr: 10, return: 11, endchar: 14,
  rmoveto: 21, hmoveto: 22, vmoveto: 4, vvcurveto: 26, hhcurveto: 27, vhcurveto: 30, hvcurveto: 31,
} as const; // prettier-ignore

/** A stack number: 1, 2 or 3 bytes (5177, 3.2; table 1). Integers only. */
export function writeNumber(w: ByteWriter, v: number): void {
  if (v >= -107 && v <= 107) w.uint8(v + 139);
  else if (v >= 108 && v <= 1131) w.uint8(247 + ((v - 108) >> 8)).uint8((v - 108) & 0xff);
  else if (v >= -1131 && v <= -108) w.uint8(251 + ((-v - 108) >> 8)).uint8((-v - 108) & 0xff);
  else w.uint8(28).int16(v);
}

/** The stack holds 48 numbers (5177, appendix B). */
const STACK = 48;

interface Op {
  readonly op: number;
  readonly args: readonly number[];
}

/** Single drawing operators of an outline with whole coordinates, relative to the point before. */
function operators(contours: readonly Contour[]): Op[] {
  const ops: Op[] = [];
  let x = 0;
  let y = 0;
  for (const c of contours) {
    const first = c.nodes[0];
    if (!first || c.nodes.length < 2) continue;
    const sx = Math.round(first.x);
    const sy = Math.round(first.y);
    const [mx, my] = [sx - x, sy - y];
    ops.push(
      my === 0
        ? { op: OP.hmoveto, args: [mx] }
        : mx === 0
          ? { op: OP.vmoveto, args: [my] }
          : { op: OP.rmoveto, args: [mx, my] },
    );
    x = sx;
    y = sy;
    for (let i = 0; i < segmentCount(c); i++) {
      const s = segmentAt(c, i);
      const ex = Math.round(s.p3.x);
      const ey = Math.round(s.p3.y);
      // Paths close by themselves; a last straight back to the start needs no operator.
      if (isLine(c, i)) {
        if ((i === c.nodes.length - 1 && c.closed) || (ex === x && ey === y)) continue;
        ops.push(lineOp(ex - x, ey - y));
      } else {
        const [ax, ay] = [Math.round(s.p1.x), Math.round(s.p1.y)];
        const [bx, by] = [Math.round(s.p2.x), Math.round(s.p2.y)];
        // A curve that rounding shrank to its own start draws nothing.
        if (ax === x && ay === y && bx === x && by === y && ex === x && ey === y) continue;
        ops.push(curveOp(ax - x, ay - y, bx - ax, by - ay, ex - bx, ey - by));
      }
      x = ex;
      y = ey;
    }
  }
  return ops;
}

function lineOp(dx: number, dy: number): Op {
  if (dy === 0) return { op: OP.hlineto, args: [dx] };
  if (dx === 0) return { op: OP.vlineto, args: [dy] };
  return { op: OP.rlineto, args: [dx, dy] };
}

/** The shortest operator for a curve: axis-parallel ends save their zero. */
function curveOp(a: number, b: number, c: number, d: number, e: number, f: number): Op {
  if (b === 0 && e === 0) return { op: OP.hvcurveto, args: [a, c, d, f] };
  if (a === 0 && f === 0) return { op: OP.vhcurveto, args: [b, c, d, e] };
  if (b === 0 && f === 0) return { op: OP.hhcurveto, args: [a, c, d, e] };
  if (a === 0 && e === 0) return { op: OP.vvcurveto, args: [b, c, d, f] };
  return { op: OP.rrcurveto, args: [a, b, c, d, e, f] };
}

/** Operators that may be written once for several in a row: the same one, or those that take turns. */
function continues(run: Op[], next: Op): boolean {
  const last = run[run.length - 1]!;
  const size = run.reduce((n, o) => n + o.args.length, 0) + next.args.length;
  if (size > STACK) return false;
  const takesTurns = (p: number, q: number) =>
    (last.op === p && next.op === q) || (last.op === q && next.op === p);
  if (takesTurns(OP.hlineto, OP.vlineto) || takesTurns(OP.hvcurveto, OP.vhcurveto)) return true;
  const repeats = [OP.rlineto, OP.rrcurveto, OP.hhcurveto, OP.vvcurveto] as number[];
  return last.op === next.op && repeats.includes(last.op);
}

/** A charstring in whole drawing steps, which may also be called as subroutines (5177, 4.7). */
export interface CharstringParts {
  /** The difference from the nominal width; no bytes for the default width. */
  readonly width: Uint8Array;
  /** Operators, each with its numbers, in their order; without the end. */
  readonly steps: readonly Uint8Array[];
}

/**
 * Charstring of a glyph in its parts. Contours in em units, y up, coordinates are rounded here; `advance` is left out when it
 * is the private dictionary's default, else written as the difference from its nominal width (5177, 3.1).
 */
export function charstringParts(
  contours: readonly Contour[],
  advance: number,
  widths: { readonly defaultWidth: number; readonly nominalWidth: number },
): CharstringParts {
  const width = new ByteWriter();
  if (advance !== widths.defaultWidth) writeNumber(width, advance - widths.nominalWidth);
  const steps: Uint8Array[] = [];
  let run: Op[] = [];
  const flush = () => {
    const [first] = run;
    if (!first) return;
    const w = new ByteWriter();
    for (const o of run) o.args.forEach((v) => writeNumber(w, v));
    steps.push(w.uint8(first.op).done());
    run = [];
  };
  for (const op of operators(contours)) {
    if (run.length > 0 && !continues(run, op)) flush();
    run.push(op);
  }
  flush();
  return { width: width.done(), steps };
}

/** The bytes of a charstring that calls no subroutine. */
export function charstringBytes({ width, steps }: CharstringParts): Uint8Array {
  const w = new ByteWriter().bytes(width);
  for (const step of steps) w.bytes(step);
  return w.uint8(OP.endchar).done();
}
