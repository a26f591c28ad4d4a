import type { Paper } from '../../tracing/ink/paper';
import { paperAt } from '../../tracing/ink/paper';
import { median } from '../../foundations/raster/histogram';
import type { ByteImage, Picture } from '../../foundations/raster/picture';
import type { PracticePage } from './layout';

/** Printed guides lie this near to where they should, mm: paper bends, and so do lenses. */
const NEAR_MM = 0.55;
/** So near its place a guide takes ink out with it, mm. */
const BRIDGE_MM = 0.35;
/** A guide has left something when so much of its length shows ink with nothing else in its column; a fine L's foot does too. */
const LEFT_SHARE = 0.05;
/** All guides together have left something when so much of their length does: they were dark. */
const ALL_LEFT = 0.004;
/** Strokes of a pen are thicker than what a guide leaves, by this factor at least. */
const THICKER = 1.7;
const PEN_LIKE = 0.45;
/** What is thinner than so much of a pen's stroke, where dark guides run, is theirs. */
const THINNER = 0.5;
/** What fades at the edges of a remnant goes along, px. */
const FADE_PX = 2;
/** Ink in the same column within so many mm is a letter's. */
const COLUMN_MM = 9;

/** A guide: along one axis from `from` to `to`, at `at` on the other, px. */
interface Guide {
  readonly upright: boolean;
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** A run of ink across a guide, on nothing else. */
interface Run {
  readonly along: number;
  readonly first: number;
  readonly last: number;
  /** No other ink is near in its column. */
  readonly alone: boolean;
}

/** A straightened practice page as it is read: px, y down. */
export interface GuidedPage {
  /** Free of printed lines, and with them. */
  readonly picture: Picture;
  readonly flat: Picture;
  readonly paper: Paper;
  /** 1 = ink; changed with the picture. */
  readonly mask: ByteImage;
  readonly page: PracticePage;
  readonly pxPerMm: number;
  /** Width of the pen's stroke, px. */
  readonly penPx: number;
}

/**
 * Takes out what printed guides left where they are known to lie: dark guides of a copied or re-saved page come through in bits
 * and hang letters together. Only where a guide shows beside the letters too, and only runs as thin as what it left there, so
 * that the foot of an E on the baseline stays. Answers a copy of the picture; the mask is changed.
 */
export function clearGuides(sheet: GuidedPage): Picture {
  const { picture, mask, page, pxPerMm: k } = sheet;
  const guides = guidesOf(page, k);
  const letters = withoutBands(mask, guides, k);
  const found = guides.map((guide) => ({ guide, runs: runsAcross(mask, letters, guide, k) }));
  const alone = found.map(({ runs }) => runs.filter((r) => r.alone).map(thickness));
  const length = guides.reduce((sum, g) => sum + g.to - g.from, 0);
  const out = { ...picture, data: picture.data.slice() };
  if (alone.flat().length >= ALL_LEFT * length) clearRuns(out, sheet, found, alone);
  // Sides of boxes part letters from each other: nothing is bridged there.
  for (const guide of guides) if (!guide.upright) bridge(out, sheet, guide);
  return out;
}

/** Guides with the runs of ink across them. */
interface GuideRuns {
  readonly guide: Guide;
  readonly runs: readonly Run[];
}

function clearRuns(
  out: Picture,
  { paper, mask, penPx }: GuidedPage,
  found: readonly GuideRuns[],
  alone: readonly (readonly number[])[],
): void {
  const usual = THICKER * median(alone.flat());
  const thin = usual < penPx ? THINNER * penPx : 0;
  found.forEach(({ guide, runs }, i) => {
    const left = alone[i]!.length < LEFT_SHARE * (guide.to - guide.from) ? 0 : median(alone[i]!);
    // As thick as the pen's strokes they are letters' feet, not what a guide left.
    const most = left < PEN_LIKE * penPx ? Math.max(thin, THICKER * left) : thin;
    for (const r of runs) if (thickness(r) <= most) paintOver(out, paper, mask, guide, r);
  });
}

const brightness = ({ data }: Picture, at: number): number =>
  data[4 * at]! + data[4 * at + 1]! + data[4 * at + 2]!;

/** What is bridged was darker than this share of the paper. */
const BRIDGED = 0.62;
/** A stroke that crosses a guide goes on beside it within so many px. */
const ASIDE_PX = 2;

/**
 * Gives back what was taken out with a guide of a stroke that crosses it: a pen no darker than the guides would be left with gaps. Where
 * ink goes on at both sides of a guide's place, that place is as the picture had it.
 */
function bridge(out: Picture, { flat, paper, mask, pxPerMm: k }: GuidedPage, guide: Guide): void {
  const [alongMost, acrossMost] = guide.upright ? [mask.height, mask.width] : [mask.width, mask.height];
  const near = Math.ceil(BRIDGE_MM * k);
  const [low, high] = [Math.round(guide.at) - near, Math.round(guide.at) + near];
  if (low < 1 || high > acrossMost - 2) return;
  const inked = (u: number, v: number) => mask.data[indexOf(mask, guide, u, v)]! > 0;
  const goesOn = (u: number, v: number) => {
    for (let d = -ASIDE_PX; d <= ASIDE_PX; d++)
      if (u + d >= 0 && u + d < alongMost && inked(u + d, v)) return true;
    return false;
  };
  const given: number[] = [];
  const ground = [0, 0, 0];
  for (let u = Math.max(0, Math.round(guide.from)); u < Math.min(alongMost, guide.to); u++) {
    if (!goesOn(u, low - 1) || !goesOn(u, high + 1)) continue;
    for (let v = low; v <= high; v++) {
      const at = indexOf(mask, guide, u, v);
      paperAt(paper, u, v, ground);
      if (!mask.data[at] && brightness(flat, at) < BRIDGED * (ground[0]! + ground[1]! + ground[2]!))
        given.push(at);
    }
  }
  for (const at of given) {
    mask.data[at] = 1;
    for (let c = 0; c < 3; c++)
      out.data[4 * at + c] = Math.min(out.data[4 * at + c]!, flat.data[4 * at + c]!);
  }
}

const thickness = (r: Run): number => r.last - r.first + 1;

/** The ink apart from where guides run. */
function withoutBands(mask: ByteImage, guides: readonly Guide[], k: number): ByteImage {
  const out = { ...mask, data: mask.data.slice() };
  const near = Math.ceil(NEAR_MM * k);
  for (const guide of guides) {
    const [alongMost, acrossMost] = guide.upright ? [mask.height, mask.width] : [mask.width, mask.height];
    const [low, high] = [
      Math.max(0, Math.round(guide.at) - near),
      Math.min(acrossMost - 1, Math.round(guide.at) + near),
    ];
    for (let u = Math.max(0, Math.round(guide.from)); u < Math.min(alongMost, guide.to); u++)
      for (let v = low; v <= high; v++) out.data[indexOf(mask, guide, u, v)] = 0;
  }
  return out;
}

function guidesOf(page: PracticePage, k: number): Guide[] {
  const { lines, rows, boxes, left, right } = page;
  const box = boxes[0]!;
  const [top, bottom] = [rows[0]!, rows[rows.length - 1]! + box.height];
  const level = rows.flatMap((y) =>
    [0, lines.caps, lines.xHeight, lines.baseline, lines.descender].map((dy) => y + dy),
  );
  const upright = Array.from(
    { length: Math.round((right - left) / box.width) + 1 },
    (_, i) => left + i * box.width,
  );
  return [
    ...level.map((at) => ({ upright: false, at: at * k, from: left * k, to: right * k })),
    ...upright.map((at) => ({ upright: true, at: at * k, from: top * k, to: bottom * k })),
  ];
}

/** Index of the px at a place along a guide and across it. */
const indexOf = (image: { width: number }, { upright }: Guide, along: number, across: number): number =>
  upright ? along * image.width + across : across * image.width + along;

function runsAcross(mask: ByteImage, letters: ByteImage, guide: Guide, k: number): Run[] {
  const { upright, at } = guide;
  const [alongMost, acrossMost] = upright ? [mask.height, mask.width] : [mask.width, mask.height];
  const near = Math.ceil(NEAR_MM * k);
  const [low, high] = [Math.max(1, Math.round(at) - near), Math.min(acrossMost - 2, Math.round(at) + near)];
  const inked = (u: number, v: number) => mask.data[indexOf(mask, guide, u, v)]! > 0;
  const column = Math.round(COLUMN_MM * k);
  const runs: Run[] = [];
  for (let u = Math.max(0, Math.round(guide.from)); u < Math.min(alongMost, guide.to); u++) {
    const own: { first: number; last: number }[] = [];
    for (let v = low; v <= high; v++) {
      if (!inked(u, v)) continue;
      const run = own.at(-1);
      if (run && run.last === v - 1) run.last = v;
      else own.push({ first: v, last: v });
    }
    // What goes on beyond the guide's place is a stroke that crosses it.
    const within = own.filter(
      ({ first, last }) => !(first === low && inked(u, low - 1)) && !(last === high && inked(u, high + 1)),
    );
    if (within.length === 0) continue;
    let alone = true;
    for (let v = Math.max(0, low - column); alone && v < Math.min(acrossMost, high + column); v++)
      if (letters.data[indexOf(mask, guide, u, v)]! > 0) alone = false;
    for (const run of within) runs.push({ along: u, ...run, alone });
  }
  return runs;
}

function paintOver(picture: Picture, paper: Paper, mask: ByteImage, guide: Guide, run: Run): void {
  const ground = [0, 0, 0];
  const most = guide.upright ? mask.width : mask.height;
  for (let v = Math.max(0, run.first - FADE_PX); v <= Math.min(most - 1, run.last + FADE_PX); v++) {
    const at = indexOf(mask, guide, run.along, v);
    mask.data[at] = 0;
    if (guide.upright) paperAt(paper, v, run.along, ground);
    else paperAt(paper, run.along, v, ground);
    for (let c = 0; c < 3; c++) picture.data[4 * at + c] = ground[c]!;
  }
}
