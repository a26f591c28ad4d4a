import type { Paper } from '../../tracing/ink/paper';
import type { Picture } from '../../foundations/raster/picture';
import { flipAxes, readDarkness } from './darkness';
import { findLevelLines, printedFamily, type FoundLine } from './findLines';
import { axisOf, BIN_PX, byteAt, followLine, groundAt, type Axis, type LineCourse } from './lineCourse';

/** Ends of a line, px of the picture. */
export interface PrintedLine {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

/** A picture without its printed lines, and where they were. */
export interface WithoutLines {
  /** The same picture when it had none. */
  readonly picture: Picture;
  readonly lines: readonly PrintedLine[];
}

/** Printed darker than this a line hides what is beneath; its surroundings say whether ink runs across. */
const OPAQUE = 0.8;
/** Ink beside an opaque line: darker than this. */
const INKED = 0.4;
/**
 * Leaves printed rules and squares out: straight thin lines right across the page, in whatever colour and turn. Ink is
 * transparent to print, so the line's own darkness is divided out along its course and letters that cross it stay whole.
 * The picture that was given is not changed. Light ink on dark has no printed lines. `paper` is the picture's ground.
 */
export function dropPrintedLines(p: Picture, paper: Paper): WithoutLines {
  if (paper.lightOnDark) return { picture: p, lines: [] };
  const look = readDarkness(p, paper);
  const level = printedFamily(findLevelLines(look));
  const upright = printedFamily(findLevelLines(flipAxes(look)));
  if (level.length + upright.length === 0) return { picture: p, lines: [] };
  const out = { ...p, data: p.data.slice() };
  const { scale } = look;
  const lines = [
    ...clear(p, out, paper, axisOf(p, false), level, scale).map(([u0, v0, u1, v1]) => ({
      x0: u0,
      y0: v0,
      x1: u1,
      y1: v1,
    })),
    ...clear(p, out, paper, axisOf(p, true), upright, scale).map(([u0, v0, u1, v1]) => ({
      x0: v0,
      y0: u0,
      x1: v1,
      y1: u1,
    })),
  ];
  return { picture: out, lines };
}

type Ends = readonly [number, number, number, number];

function clear(
  from: Picture,
  to: Picture,
  paper: Paper,
  axis: Axis,
  lines: readonly FoundLine[],
  scale: number,
): Ends[] {
  return lines.flatMap((line): Ends[] => {
    const course = followLine(from, paper, axis, line, scale);
    if (!course) return [];
    divideOut(from, to, paper, axis, course);
    return [[0, course.middleAt(0), axis.along, course.middleAt(axis.along)]];
  });
}

/** Brightens the line's px by what it took; where lines cross the darker one was right, so the brightest result stays. */
function divideOut(from: Picture, to: Picture, paper: Paper, axis: Axis, course: LineCourse): void {
  const { profile, bins, middleAt, strengthAt } = course;
  const half = halfWidth(profile, bins);
  const dark = Math.max(...profile);
  const ground = [0, 0, 0];
  for (let u = 0; u < axis.along; u++) {
    const middle = middleAt(u + 0.5);
    const strength = strengthAt(u + 0.5);
    const first = Math.max(0, Math.ceil(middle - half - 0.5));
    const last = Math.min(axis.across - 1, Math.floor(middle + half - 0.5));
    const opaque = dark * strength > OPAQUE && !inkBeside(from, paper, axis, u, first - 2, last + 2);
    for (let v = first; v <= last; v++) {
      const at = Math.max(0, Math.min(2 * bins, (v + 0.5 - middle) / BIN_PX + bins));
      const low = Math.floor(at);
      const high = Math.min(2 * bins, low + 1);
      const i = byteAt(from, axis, u, v);
      if (opaque) groundAt(paper, axis, u, v, ground);
      for (let c = 0; c < 3; c++) {
        const d = profile[low * 3 + c]! + (profile[high * 3 + c]! - profile[low * 3 + c]!) * (at - low);
        const left = Math.max(0.07, 1 - strength * d);
        const bright = opaque ? ground[c]! : from.data[i + c]! / left;
        to.data[i + c] = Math.max(to.data[i + c]!, Math.min(255, Math.round(bright)));
      }
    }
  }
}

function halfWidth(profile: Float32Array, bins: number): number {
  let most = 0;
  profile.forEach((v, k) => {
    if (v > 0) most = Math.max(most, Math.abs(Math.floor(k / 3) - bins));
  });
  return (most + 1) * BIN_PX;
}

function inkBeside(p: Picture, paper: Paper, axis: Axis, u: number, above: number, below: number): boolean {
  const ground = [0, 0, 0];
  return [above, below].some((v) => {
    if (v < 0 || v >= axis.across) return false;
    groundAt(paper, axis, u, v, ground);
    const i = byteAt(p, axis, u, v);
    const bright = p.data[i]! + p.data[i + 1]! + p.data[i + 2]!;
    return 1 - bright / (ground[0]! + ground[1]! + ground[2]!) > INKED;
  });
}
