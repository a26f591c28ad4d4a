import { median } from '../../foundations/raster/histogram';
import type { ByteImage, PxBox } from '../../foundations/raster/picture';
import { turnedCut, type Cut } from '../find/cut';
import { characterForm } from '../find/expected';
import { connectedParts } from '../find/parts';
import { alignText } from './alignText';
import { bordersOf, type Border } from './borders';
import { MOST_PLACES, type Aligned, type TextSpot } from './lattice';
import { atomLineOf, cutAt, heightOver, uprightOf, type Upright } from './atoms';
import { learnHand, unknownHand, type Borders, type Hand } from './hand';
import { linesOf } from './lines';
import { shareMarks } from './marks';
import { HAND } from './parameters';
import { patchesOf, patchOf, type Run } from './patches';
import { slantOf } from './slant';
import { atomRowOf, slicesOf, type AtomRow } from './slices';
import { skippedWords, type SkippedWord } from './words';

/** A letter of running handwriting. Everything in px of the picture, y down. */
export interface WrittenPiece {
  readonly box: PxBox;
  /** One point of ink for each of its patches. */
  readonly seeds: readonly { readonly x: number; readonly y: number }[];
  /** Where it was cut off from its neighbours. */
  readonly cuts: readonly Cut[];
  readonly row: number;
  /** Height of the row's base line under the middle of the piece. */
  readonly baselineY: number;
  readonly char: string;
  /** Its place among the characters of the text that aren't white. */
  readonly order: number;
  /** 0..1: share of all ways to read the page in which it is so. */
  readonly confidence: number;
  /** How far it is from how this hand draws the character, nats: the least odd is the most typical. */
  readonly oddness: number;
}

export interface WrittenText {
  readonly pieces: readonly WrittenPiece[];
  /** Words of the text that the page doesn't show so. */
  readonly skipped: readonly SkippedWord[];
  /** Places in other words that nothing was found for. */
  readonly missing: readonly number[];
  readonly skewRad: number;
  readonly capHeightPx: number;
  readonly rows: number;
}

const RAISED = new Set(['\u2019', '\u2018', "'", '"', '\u201c', '\u201d']);

/** Characters of a text in the order of writing, composed (Unicode NFC). */
export function spotsOf(text: string): TextSpot[] {
  return text
    .normalize('NFC')
    .split(/\s+/)
    .flatMap((word) => [...word].map((char, i) => ({ char, starts: i === 0, raised: RAISED.has(char) })));
}

/** Letters are as wide beside the usual ones as the page's ink is beside that of its text. */
function widthScaleOf({ atoms }: AtomRow, spots: readonly TextSpot[], { capHeight }: Upright): number {
  const inked = atoms.reduce((sum, a) => sum + a.to - a.from, 0) / capHeight;
  const usual = spots.reduce((sum, s) => sum + (s.raised ? 0 : (characterForm(s.char)?.width ?? 0.5)), 0);
  return usual > 0 ? Math.max(0.5, Math.min(1.6, inked / usual)) : 1;
}

/** How letters of the hand stand beside each other, by what was read. */
function bordersRead(
  read: readonly Aligned[],
  spots: readonly TextSpot[],
  borders: readonly Border[],
  before: Borders,
): Borders {
  const [within, between]: [number[], number[]] = [[], []];
  let cuts = 0;
  read.forEach(({ spot, slice, confidence }, k) => {
    const last = read[k - 1];
    const border = borders[slice.start];
    if (!border || last?.spot !== spot - 1 || last.slice.end !== slice.start) return;
    if (confidence < HAND.sure || last.confidence < HAND.sure) return;
    if (border.kind === 'gap') (spots[spot]?.starts ? between : within).push(border.gap);
    if (border.kind === 'cut' && !spots[spot]?.starts) cuts++;
  });
  const inWords = cuts + within.length;
  const joined = inWords > 0 ? cuts / inWords : before.joined;
  const [a, b] = [within.length > 0 ? median(within) : 0, median(between)];
  if (Number.isNaN(b) || b <= a) return { ...before, joined };
  return { joined, wordGap: (a + b) / 2, gapDoubt: Math.max(0.03, (b - a) / 10) };
}

/**
 * Reads running handwriting whose text is known. `slope`: the page's turn, y per x, where it is known. `onShare` is told how far
 * it is (0..1); throwing from it stops the work. A text longer than can be matched with the page's ink gives how many letters could be.
 */
export function readText(
  mask: ByteImage,
  text: string,
  slope: number | null = null,
  onShare: (share: number) => void = () => {},
): WrittenText | { readonly mostLetters: number } {
  const lines = linesOf(patchesOf(mask), slope);
  const u = uprightOf(lines, slantOf(lines));
  const row = atomRowOf(lines.lines.map((l) => atomLineOf(l, u)));
  const spots = spotsOf(text);
  const mostLetters = Math.floor(MOST_PLACES / Math.max(1, row.atoms.length));
  if (spots.length > mostLetters) return { mostLetters };
  const slices = slicesOf(row, u, (share) => onShare(share * LOOKING));
  const borders = bordersOf(row, u);
  let hand: Hand = unknownHand(widthScaleOf(row, spots, u));
  let read: Aligned[] = [];
  for (let round = 0; round < HAND.rounds; round++) {
    onShare(LOOKING + ((1 - LOOKING) * round) / HAND.rounds);
    read = alignText(row, slices, spots, { hand, upright: u, before: round === 0 ? null : read });
    const taught = read
      .filter((a) => a.confidence >= HAND.sure)
      .map(({ spot, slice }) => ({ char: spots[spot]?.char ?? '', slice }));
    hand = learnHand(taught, bordersRead(read, spots, borders, hand.borders), hand.widthScale);
  }
  const skipped = skippedWords(read, spots);
  const left = (spot: number) => skipped.some((w) => spot >= w.from && spot <= w.to);
  const kept = read.filter((a) => !left(a.spot));
  const pieces = piecesOf(kept, spots, row, u).sort((a, b) => a.order - b.order);
  const found = new Set(pieces.map((p) => p.order));
  return {
    pieces,
    skipped,
    missing: spots.flatMap((_, i) => (found.has(i) || left(i) ? [] : [i])),
    skewRad: Math.atan(u.slope),
    capHeightPx: u.capHeight,
    rows: row.lines.length,
  };
}

/** Letters and raised signs with their ink. */
function piecesOf(
  read: readonly Aligned[],
  spots: readonly TextSpot[],
  row: AtomRow,
  u: Upright,
): WrittenPiece[] {
  const marks = shareMarks(read, spots, row, u);
  const piece = (runs: readonly Run[], line: number, spot: number) => {
    const patch = patchOf(runs);
    const baseY = row.lines[line]?.baseY ?? 0;
    const char = spots[spot]?.char ?? '';
    if (!patch) return [];
    const middle = patch.box.x + patch.box.width / 2;
    const baselineY = heightOver(baseY, u.slope, middle, 0);
    return [{ box: patch.box, seeds: seedsOf(runs, patch.box), row: line, baselineY, char, order: spot }];
  };
  const letters = read.flatMap(({ spot, slice, confidence, cost }, k) => {
    const line = row.lineOf[slice.start] ?? 0;
    const own = row.atoms.slice(slice.start, slice.end).flatMap((a) => a.runs);
    const above = (marks.ofLetters.get(k) ?? []).flatMap((m) => m.runs);
    const cuts = cutsAround(row, slice.start, slice.end, row.lines[line]?.baseY ?? 0, u);
    return piece([...own, ...above], line, spot).map((p) => ({ ...p, cuts, confidence, oddness: cost }));
  });
  const signs = [...marks.signs].flatMap(([spot, { line, patches }]) =>
    piece(
      patches.flatMap((p) => p.runs),
      line,
      spot,
    ).map((p) => ({ ...p, cuts: [], confidence: SIGN_SURE, oddness: 0 })),
  );
  return [...letters, ...signs];
}

/** Share of the time that looking at all that may be letters takes. */
const LOOKING = 0.5;

/** A raised sign is known by its place alone. */
const SIGN_SURE = 0.8;

/** One place of ink for each connected patch, px of the picture. */
function seedsOf(runs: readonly Run[], box: PxBox): { x: number; y: number }[] {
  const data = new Uint8Array(box.width * box.height);
  for (const { y, from, to } of runs)
    data.fill(1, (y - box.y) * box.width + from - box.x, (y - box.y) * box.width + to - box.x);
  return connectedParts({ width: box.width, height: box.height, data }).map(({ seed }) => ({
    x: seed.x + box.x,
    y: seed.y + box.y,
  }));
}

/** The cuts at both ends of a stretch of atoms, where its ink goes on. */
function cutsAround(
  { atoms, lineOf }: AtomRow,
  start: number,
  end: number,
  baseY: number,
  u: Upright,
): Cut[] {
  const bodies = new Set(atoms.slice(start, end).map((a) => a.body));
  const own = atoms.slice(start, end).filter((a, k, all) => {
    const first = all.findIndex((b) => b.body === a.body) === k;
    return first && a.cutBefore !== null;
  });
  const next = atoms
    .slice(end)
    .filter((a, k) => lineOf[end + k] === lineOf[start] && bodies.has(a.body))
    .slice(0, 1);
  return [
    ...own.flatMap((a) => (a.cutBefore ? [cutAt(baseY, u, a.cutBefore.at)] : [])),
    ...next.flatMap((a) => (a.cutBefore ? [turnedCut(cutAt(baseY, u, a.cutBefore.at))] : [])),
  ];
}
