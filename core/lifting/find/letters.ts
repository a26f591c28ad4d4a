import { median, percentile } from '../../foundations/raster/histogram';
import { boxBottom, boxRight, unionPxBox, type PxBox } from '../../foundations/raster/picture';
import type { Cut } from './cut';
import { LOOSE_DOT, PERCENT_SIGN, SPECK, TOGETHER, TYPICAL } from './parameters';
import type { Part } from './parts';
import { findRows, nearestRow, pageSlope, type Row } from './rows';

/** Parts that belong to one letter, with the row it stands in. */
export interface FoundLetter {
  readonly parts: readonly Part[];
  readonly box: PxBox;
  readonly row: number;
  /** Where it was cut off from letters it ran into. */
  readonly cuts: readonly Cut[];
}

export interface FoundLetters {
  /** In reading order: rows from the top, each from the left. */
  readonly letters: readonly FoundLetter[];
  readonly rows: readonly Row[];
  /** y per x; positive when rows fall to the right. */
  readonly slope: number;
  /** Typical height of a capital-sized letter, px. */
  readonly letterHeight: number;
  /** Width of the pen's stroke, px. */
  readonly penPx: number;
  readonly specksDropped: number;
}

const overlap = (a0: number, a1: number, b0: number, b1: number) => Math.min(a1, b1) - Math.max(a0, b0);

/** Height of the larger letters, from parts big enough not to be dots or noise. */
function typicalHeight(parts: readonly Part[]): number {
  const heights = parts.map((p) => Math.max(p.box.height, p.box.width * TYPICAL.lying));
  const big = percentile(heights, TYPICAL.large);
  const letters = heights.filter((h) => h > big * TYPICAL.letter);
  return percentile(letters, TYPICAL.height);
}

/** Typical thickness of the stroke in px: the shorter mean runs among letter-sized parts are those of upright strokes. */
const strokeWidth = (parts: readonly Part[]): number =>
  percentile(
    parts.map((p) => p.meanRun),
    TYPICAL.stroke,
  );

/**
 * Ink patches grouped to letters in reading order. Specks (much smaller than a dot made by the same pen)
 * and hairs are dropped. Lengths are judged against the letters' own size, so any resolution does; `known` says the
 * height of a letter (px) and the page's slope (y per x) where the patches themselves don't.
 */
export function groupLetters(
  all: readonly Part[],
  known: { readonly height?: number | undefined; readonly slope?: number | undefined } = {},
): FoundLetters {
  const noise = all.filter((p) => p.area >= SPECK.leastPx);
  if (noise.length === 0)
    return { letters: [], rows: [], slope: 0, letterHeight: 0, penPx: 1, specksDropped: all.length };
  // Not the very biggest: that may be the desk around the page, or a pen lying on it.
  const areas = noise.map((p) => p.area).sort((a, b) => b - a);
  const biggest = areas[Math.min(SPECK.rank, Math.floor(areas.length / SPECK.quarter))]!;
  const sound = noise.filter((p) => p.area >= biggest * SPECK.noise);
  const usual = typicalHeight(sound.filter((p) => p.area >= biggest * SPECK.telling));
  const grains = sound.filter((p) => Math.max(p.box.width, p.box.height) <= usual * SPECK.outsize);
  const height = known.height ?? typicalHeight(grains.filter((p) => p.area >= biggest * SPECK.telling));
  const bodies = grains.filter((p) => p.box.height >= height * SPECK.body && p.area > 0);
  const told = bodies.length > 0 ? bodies : grains;
  const pen = strokeWidth(told);
  // The smallest thing a pen leaves on purpose is a dot about as wide as its stroke.
  const kept = grains.filter((p) => p.area >= SPECK.dot * pen * pen || p.box.height >= height * SPECK.body);
  const slope = known.slope ?? pageSlope(told, height);
  const rows = findRows(told, slope, height);
  const clusters = joinParts(kept, rows, height);
  const letters = clusters
    .map((parts) => ({
      parts,
      box: parts.map((p) => p.box).reduce(unionPxBox),
      row: rowOfCluster(parts, rows),
      cuts: [],
    }))
    .filter((l) => !isStray(l, rows, height, pen));
  letters.sort((a, b) => a.row - b.row || middleX(a.box) - middleX(b.box));
  const keptParts = letters.reduce((n, l) => n + l.parts.length, 0);
  return { letters, rows, slope, letterHeight: height, penPx: pen, specksDropped: all.length - keptParts };
}

const middleX = (b: PxBox) => b.x + b.width / 2;

/** The row of the cluster's largest part: a dot above must not pull its letter up. */
function rowOfCluster(parts: readonly Part[], rows: readonly Row[]): number {
  const main = parts.reduce((a, b) => (b.area > a.area ? b : a));
  return nearestRow(rows, middleX(main.box), main.box.y + main.box.height / 2);
}

/** A lone patch far above or below its row, or much less inked than a full stop, is a speck or a smudge. */
function isStray(letter: FoundLetter, rows: readonly Row[], height: number, pen: number): boolean {
  const { box } = letter;
  const y = box.y + box.height / 2 - rows[letter.row]!.slope * middleX(box);
  const off = Math.abs(y - rows[letter.row]!.middleY);
  if (off > height * SPECK.stray) return true;
  const area = letter.parts.reduce((sum, p) => sum + p.area, 0);
  return area < SPECK.alone * pen * pen;
}

/** Union of parts into clusters by pairwise rules. */
function joinParts(parts: readonly Part[], rows: readonly Row[], height: number): Part[][] {
  const order = [...parts].sort((a, b) => a.box.x - b.box.x);
  const parent = order.map((_, i) => i);
  const find = (i: number): number => (parent[i] === i ? i : (parent[i] = find(parent[i]!)));
  for (let i = 0; i < order.length; i++) {
    for (let j = i + 1; j < order.length; j++) {
      if (order[j]!.box.x > boxRight(order[i]!.box) + height) break;
      if (find(i) !== find(j) && belongTogether(order[i]!, order[j]!, rows, height))
        parent[find(i)] = find(j);
    }
  }
  joinSlashedPairs(order, find, parent, height);
  joinLooseDots(order, find, parent, rows, height);
  const clusters = new Map<number, Part[]>();
  order.forEach((p, i) => {
    const root = find(i);
    clusters.set(root, [...(clusters.get(root) ?? []), p]);
  });
  return [...clusters.values()];
}

function belongTogether(a: Part, b: Part, rows: readonly Row[], height: number): boolean {
  const [small, large] = a.area <= b.area ? [a, b] : [b, a];
  const ax = overlap(a.box.x, boxRight(a.box), b.box.x, boxRight(b.box));
  const ay = overlap(a.box.y, boxBottom(a.box), b.box.y, boxBottom(b.box));
  // Inside the other's box: a broken stroke or an island in a counter.
  if (ax >= small.box.width * TOGETHER.inside && ay >= small.box.height * TOGETHER.inside) return true;
  const gapY = -ay;
  const gapX = -ax;
  const smallPart = small.box.height < height * TOGETHER.mark;
  // Both a letter high: a stroke of a letter overlapping another's box is a neighbour's tail, not a part.
  if (!smallPart) return false;
  // Dot or accent above or below its body; the bars of = ; the two dots of a colon.
  const reach = height * (large.box.height < height * TOGETHER.mark ? TOGETHER.fromMark : TOGETHER.fromBody);
  const centred =
    Math.abs(middleX(a.box) - middleX(b.box)) <
    Math.max(TOGETHER.middleOfBody * large.box.width, TOGETHER.middle * height);
  const over = ax >= small.box.width * TOGETHER.over || centred;
  const above = gapY >= -height * TOGETHER.overlap && gapY < reach && over;
  if (above && gapX < height * TOGETHER.beside) return sameRow(a, b, rows, height);
  // The two ticks of a double quote, the two dots of a diaeresis: alike, side by side, near each other.
  const alike = Math.max(a.area, b.area) < TOGETHER.alike * Math.min(a.area, b.area);
  const level = Math.abs(a.box.y - b.box.y) < height * TOGETHER.level;
  const bothSmall = Math.max(a.box.height, b.box.height) < height * TOGETHER.tick;
  const raised = isRaised(a, rows) && isRaised(b, rows);
  return alike && level && bothSmall && raised && gapX > 0 && gapX < height * TOGETHER.apart;
}

/** Rows must agree for the pair; else a quote under a tail would join the row above. */
function sameRow(a: Part, b: Part, rows: readonly Row[], height: number): boolean {
  if (rows.length < 2) return true;
  const row = (p: Part) => nearestRow(rows, middleX(p.box), p.box.y + p.box.height / 2);
  if (row(a) === row(b)) return true;
  const main = a.area >= b.area ? a : b;
  const other = main === a ? b : a;
  const r = rows[row(main)]!;
  const off = other.box.y + other.box.height / 2 - r.slope * middleX(other.box) - r.middleY;
  return Math.abs(off) < height * TOGETHER.row;
}

const isRaised = (p: Part, rows: readonly Row[]): boolean => {
  const r = rows[nearestRow(rows, middleX(p.box), p.box.y)];
  return r ? p.box.y + p.box.height / 2 - r.slope * middleX(p.box) < r.middleY : true;
};

/**
 * Dots that hang beside their body, as a leaning hand leaves them over i and j: each still lone dot goes to the nearest
 * lone body below it that it nearly touches sideways.
 */
function joinLooseDots(
  order: readonly Part[],
  find: (i: number) => number,
  parent: number[],
  rows: readonly Row[],
  height: number,
): void {
  const alone = (i: number) => order.every((_, k) => k === i || find(k) !== find(i));
  order.forEach((dot, i) => {
    const size = Math.max(dot.box.width, dot.box.height);
    if (size > height * LOOSE_DOT.size || !alone(i) || !isRaised(dot, rows)) return;
    let best = -1;
    let bestGap = height * LOOSE_DOT.gap;
    order.forEach((body, j) => {
      const isBody =
        body.box.height >= height * LOOSE_DOT.bodyHeight && body.box.width <= height * LOOSE_DOT.bodyWidth;
      if (j === i || !isBody || !alone(j)) return;
      const drop = body.box.y - boxBottom(dot.box);
      const gap = -overlap(dot.box.x, boxRight(dot.box), body.box.x, boxRight(body.box));
      if (
        drop > height * LOOSE_DOT.lowest &&
        drop < height * LOOSE_DOT.highest &&
        gap < bestGap &&
        sameRow(dot, body, rows, height)
      ) {
        bestGap = gap;
        best = j;
      }
    });
    if (best >= 0) parent[find(i)] = find(best);
  });
}

/** Percent sign: two small rings, one high left and one low right of a slanted bar between them. */
function joinSlashedPairs(
  order: readonly Part[],
  find: (i: number) => number,
  parent: number[],
  height: number,
): void {
  const solo = order.map((_, i) => order.every((_, j) => i === j || find(i) !== find(j)));
  order.forEach((bar, i) => {
    const isBar =
      bar.box.height >= height * PERCENT_SIGN.bar &&
      bar.area <= bar.box.width * bar.box.height * PERCENT_SIGN.barFill;
    if (!solo[i] || !isBar) return;
    const beside = order
      .map((p, j) => ({ p, j }))
      .filter(({ j }) => j !== i && solo[j])
      .filter(({ p }) => p.box.height < height * PERCENT_SIGN.mostRing)
      .filter(({ p }) => p.box.height > height * PERCENT_SIGN.leastRing)
      .filter(
        ({ p }) =>
          overlap(p.box.y, boxBottom(p.box), bar.box.y, boxBottom(bar.box)) >
          p.box.height * PERCENT_SIGN.besideBar,
      )
      .filter(
        ({ p }) =>
          -overlap(p.box.x, boxRight(p.box), bar.box.x, boxRight(bar.box)) < height * PERCENT_SIGN.gap,
      );
    const left = beside.find(({ p }) => middleX(p.box) < middleX(bar.box) && p.centerY < bar.centerY);
    const right = beside.find(({ p }) => middleX(p.box) > middleX(bar.box) && p.centerY > bar.centerY);
    const size = (p: Part) => median([p.box.width, p.box.height]);
    const alike = (a: Part, b: Part) => size(a) < PERCENT_SIGN.alike * size(b);
    if (left && right && alike(left.p, right.p) && alike(right.p, left.p)) {
      parent[find(left.j)] = find(i);
      parent[find(right.j)] = find(i);
    }
  });
}
