import { segments, type Contour } from './contour';
import { cubicLength, splitCubic, type Cubic } from './cubic';
import type { StrokeStyle } from './strokeOutline';
import { TINY } from './tolerance';

export interface Run {
  readonly run: readonly Cubic[];
  readonly closed: boolean;
}

/** So many dashes along one line are a grey line, and take longer than any drawing is worth. */
const MOST_DASHES = 5000;

/** Whether dashes are so fine that the lines are drawn whole. */
export function dashesTooFine(
  contours: readonly Contour[],
  { dashes }: Pick<StrokeStyle, 'dashes'>,
): boolean {
  const period = dashes.reduce((a, b) => a + b, 0);
  if (!(period > 0)) return false;
  return contours.some(
    (c) => (dashes.length * segments(c).reduce((n, s) => n + cubicLength(s), 0)) / period > MOST_DASHES,
  );
}

/** Runs of segments between gaps; one run when the line is whole. */
export function dashed(c: Contour, { dashes, dashOffset }: StrokeStyle): Run[] {
  const whole = segments(c).filter((s) => cubicLength(s) > TINY);
  const period = dashes.reduce((a, b) => a + b, 0);
  if (whole.length === 0 || !(period > 0) || dashes.some((d) => d < 0) || dashesTooFine([c], { dashes }))
    return whole.length > 0 || c.nodes.length > 0
      ? [{ run: whole.length > 0 ? whole : dot0(c), closed: c.closed && whole.length > 1 }]
      : [];
  const pattern = dashes.length % 2 === 0 ? dashes : [...dashes, ...dashes];
  const total = pattern.reduce((a, b) => a + b, 0);
  let left = ((dashOffset % total) + total) % total;
  let at = 0;
  while (left >= pattern[at]!) {
    left -= pattern[at]!;
    at = (at + 1) % pattern.length;
  }
  let rest = pattern[at]! - left;
  const runs: Run[] = [];
  let run: Cubic[] = [];
  for (let piece of whole) {
    for (;;) {
      const size = cubicLength(piece);
      if (size <= rest) {
        if (at % 2 === 0) run.push(piece);
        rest -= size;
        break;
      }
      const t = placeAt(piece, rest);
      const [before, after] = splitCubic(piece, t);
      if (at % 2 === 0) {
        run.push(before);
        runs.push({ run, closed: false });
        run = [];
      }
      at = (at + 1) % pattern.length;
      rest = pattern[at]!;
      piece = after;
      if (runs.length > 5000) return runs;
    }
  }
  if (run.length > 0) runs.push({ run, closed: false });
  return runs;
}

/** A point without length still leaves a dot of the pen where caps are round or square. */
const dot0 = (c: Contour): Cubic[] => {
  const p = c.nodes[0]!;
  return [{ p0: p, p1: p, p2: p, p3: p }];
};

function placeAt(c: Cubic, wanted: number): number {
  let [low, high] = [0, 1];
  for (let i = 0; i < 30; i++) {
    const t = (low + high) / 2;
    if (cubicLength(splitCubic(c, t)[0]) < wanted) low = t;
    else high = t;
  }
  return (low + high) / 2;
}
