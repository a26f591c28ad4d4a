import { encode } from 'jpeg-js';
import { normal, seededRandom } from '../hand/random';
import { SKELETONS } from '../hand/skeletons';
import { writeLetter, type Hand, type PenPoint } from '../hand/writeLetter';
import type { PxBox } from '../../core/foundations/raster/picture';
import { layLines } from './layLines';
import { TINY } from '../../core/foundations/geometry/tolerance';

export interface PageSettings {
  readonly hand: Hand;
  readonly characters: string;
  /** Lines of running text instead of rows of letters, and whether its letters are joined. */
  readonly lines?: readonly string[];
  readonly joined?: boolean;
  /** Another way of the pen than the keeper's. */
  readonly skeletons?: Readonly<Record<string, string>>;
  readonly width: number;
  readonly height: number;
  /** Height of capitals, px. */
  readonly capPx: number;
  readonly perRow: number;
  /** Turn of the page in the scanner, degrees clockwise. */
  readonly skewDeg: number;
  readonly ink: readonly [number, number, number];
  readonly paper: readonly [number, number, number];
  /** Letters that run into the one before them. */
  readonly touching?: readonly string[];
  /** Letters set too high, by so much of the cap height; letters too large about their own middle, by a factor. */
  readonly floating?: Readonly<Record<string, number>>;
  readonly swollen?: Readonly<Record<string, number>>;
  /** A letter written behind the last one and crossed out. */
  readonly crossedOut?: string;
  /** Printed rules, so many a row; and how unevenly the page is lit, 0..1. */
  readonly rules?: number;
  readonly shade?: number;
}

/** A page of writing as it comes from a scanner: RGBA, with what is truly on it. */
export interface RenderedPage {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
  /** Characters written, in reading order. */
  readonly written: string;
  /** Of running text the room that each letter's ink takes, px. */
  readonly letters: readonly { readonly char: string; readonly box: PxBox }[];
}

/** Ink of round dabs along strokes, as coverage 0..1 per px. */
function inkStroke(ink: Float32Array, width: number, height: number, points: readonly PenPoint[]): void {
  for (let i = 0; i + 1 < points.length; i++) {
    const a = points[i]!;
    const b = points[i + 1]!;
    const reach = Math.max(a.radius, b.radius) + 1.5;
    const x0 = Math.max(0, Math.floor(Math.min(a.x, b.x) - reach));
    const x1 = Math.min(width - 1, Math.ceil(Math.max(a.x, b.x) + reach));
    const y0 = Math.max(0, Math.floor(Math.min(a.y, b.y) - reach));
    const y1 = Math.min(height - 1, Math.ceil(Math.max(a.y, b.y) + reach));
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const size = dx * dx + dy * dy || TINY;
    for (let y = y0; y <= y1; y++) {
      for (let x = x0; x <= x1; x++) {
        const t = Math.max(0, Math.min(1, ((x + 0.5 - a.x) * dx + (y + 0.5 - a.y) * dy) / size));
        const off = Math.hypot(x + 0.5 - a.x - dx * t, y + 0.5 - a.y - dy * t);
        // A soft edge of 1.6 px: lens and scanner.
        const cover = (a.radius + (b.radius - a.radius) * t - off) / 1.6 + 0.5;
        const k = y * width + x;
        if (cover > ink[k]!) ink[k] = Math.min(1, cover);
      }
    }
  }
}

/** Strokes on the page, and what they are. */
interface Laid extends Pick<RenderedPage, 'written' | 'letters'> {
  readonly strokes: readonly PenPoint[][];
}

/** A place of the page as it lies in the scanner. */
function turned({ skewDeg, width, height }: PageSettings): (p: PenPoint) => PenPoint {
  const turn = (skewDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return (p) => {
    const [x, y] = [p.x - width / 2, p.y - height / 2];
    return { ...p, x: width / 2 + x * cos - y * sin, y: height / 2 + x * sin + y * cos };
  };
}

/** Running text on the page, its lines as far apart as they have room. */
function runningText(s: PageSettings, lines: readonly string[], random: () => number): Laid {
  const pitch = (s.height * 0.94) / lines.length;
  const place = turned(s);
  const laid = layLines(
    {
      lines,
      pitch,
      joined: s.joined ?? false,
      hand: s.hand,
      skeletons: s.skeletons ?? SKELETONS,
      capPx: s.capPx,
      left: s.width * 0.06,
      top: s.height * 0.03 + pitch * 0.7,
    },
    random,
  ).map(({ char, strokes }) => ({ char, strokes: strokes.map((stroke) => stroke.map(place)) }));
  return {
    strokes: laid.flatMap((l) => l.strokes),
    written: laid.map((l) => l.char).join(''),
    letters: laid.map(({ char, strokes }) => ({ char, box: boxOf(strokes.flat()) })),
  };
}

function boxOf(points: readonly PenPoint[]): PxBox {
  const [xs, ys] = [
    points.flatMap((p) => [p.x - p.radius, p.x + p.radius]),
    points.flatMap((p) => [p.y - p.radius, p.y + p.radius]),
  ];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** Places letters in rows with uneven gaps and drifting baselines, and turns the whole page. */
function layOut(s: PageSettings, random: () => number): Laid {
  const strokes: PenPoint[][] = [];
  const chars = [...s.characters];
  const rows = Math.ceil(chars.length / s.perRow);
  const left = s.width * 0.07;
  const pitchX = (s.width * 0.88) / s.perRow;
  const pitchY = (s.height * 0.94) / rows;
  const turn = (s.skewDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [cx, cy] = [s.width / 2, s.height / 2];
  let edge = 0;
  chars.forEach((char, i) => {
    const letter = writeLetter(char, s.hand, random, s.skeletons);
    if (!letter) throw new RangeError(`the hand has no skeleton for ${char}`);
    const row = Math.floor(i / s.perRow);
    const place = left + (i % s.perRow) * pitchX + normal(random) * pitchX * 0.03;
    const y = s.height * 0.04 + (row + 0.72) * pitchY + normal(random) * s.capPx * 0.012;
    const scale = s.capPx * (1 + normal(random) * 0.008);
    const lift = (s.floating?.[char] ?? 0) * s.capPx;
    const swell = s.swollen?.[char] ?? 1;
    const ys = letter.flat().map((p) => p.y);
    const middle = (Math.min(...ys) + Math.max(...ys)) / 2;
    const xs = letter.flat().map((p) => p.x * scale);
    const x = s.touching?.includes(char) ? edge - Math.min(...xs) + s.capPx * 0.02 : place;
    edge = x + Math.max(...xs);
    for (const stroke of letter) {
      strokes.push(
        stroke.map((p) => {
          const px = x + p.x * scale - cx;
          const py = y - lift - (middle + swell * (p.y - middle)) * scale - cy;
          return { x: cx + px * cos - py * sin, y: cy + px * sin + py * cos, radius: p.radius * scale };
        }),
      );
    }
  });
  if (s.crossedOut !== undefined) {
    const at = { x: left + (chars.length % s.perRow) * pitchX, y: s.height * 0.04 + (rows - 0.28) * pitchY };
    strokes.push(...crossedOut(s, s.crossedOut, at, random));
  }
  return { strokes, written: chars.join(''), letters: [] };
}

/** A letter scribbled over until it can't be read. */
function crossedOut(
  s: PageSettings,
  char: string,
  at: { x: number; y: number },
  random: () => number,
): PenPoint[][] {
  const place = (x: number, y: number): PenPoint => ({
    x: at.x + x * s.capPx,
    y: at.y - y * s.capPx,
    radius: 0.045 * s.capPx,
  });
  const scribble = Array.from({ length: 90 }, (_, i) => {
    const t = i / 89;
    return place(-0.2 + 1.1 * t + 0.04 * normal(random), 0.45 + 0.42 * Math.sin(44 * t));
  });
  const letter = writeLetter(char, s.hand, random) ?? [];
  return [...letter.map((stroke) => stroke.map((p) => place(p.x, p.y))), scribble];
}

/** Slowly changing noise on a grid of `cell` px, -1..1, blended between grid points. */
function cloud(
  width: number,
  height: number,
  cell: number,
  random: () => number,
): (x: number, y: number) => number {
  const columns = Math.ceil(width / cell) + 2;
  const grid = Float32Array.from(
    { length: columns * (Math.ceil(height / cell) + 2) },
    () => random() * 2 - 1,
  );
  return (x, y) => {
    const gx = x / cell;
    const gy = y / cell;
    const [x0, y0] = [Math.floor(gx), Math.floor(gy)];
    const [fx, fy] = [gx - x0, gy - y0];
    const at = (i: number, j: number) => grid[j * columns + i]!;
    return (
      (at(x0, y0) * (1 - fx) + at(x0 + 1, y0) * fx) * (1 - fy) +
      (at(x0, y0 + 1) * (1 - fx) + at(x0 + 1, y0 + 1) * fx) * fy
    );
  };
}

/** Draws a page of a hand on grained paper, unevenly lit, skewed, with a stray speck and a smudge. Repeatable. */
export function renderPage(s: PageSettings): RenderedPage {
  const random = seededRandom(s.hand.seed);
  const { width, height } = s;
  const ink = new Float32Array(width * height);
  const { strokes, written, letters } = s.lines ? runningText(s, s.lines, random) : layOut(s, random);
  for (const stroke of strokes) inkStroke(ink, width, height, stroke);
  // A speck from the nib, well away from the letters, smaller than a full stop.
  const speck = { x: width * 0.955, y: height * 0.5, radius: s.capPx * 0.018 };
  inkStroke(ink, width, height, [speck, { ...speck, x: speck.x + 0.5 }]);
  const smudge = { x: width * 0.5, y: height * 0.985, rx: s.capPx * 1.6, ry: s.capPx * 0.14 };
  const [grain, light] = [cloud(width, height, 5, random), cloud(width, height, 700, random)];
  const isRule = rulesOf(s);
  const data = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const k = y * width + x;
      const rough = grain(x, y);
      const smear = ((x - smudge.x) / smudge.rx) ** 2 + ((y - smudge.y) / smudge.ry) ** 2;
      const smudged = smear < 1 ? 0.13 * (1 - smear) : 0;
      const cover = Math.max(ink[k]! * (0.95 + 0.05 * rough), smudged);
      const lit = 1 + (0.035 + (s.shade ?? 0)) * light(x, y) - 0.05 * (x / width) * (y / height);
      const rule = isRule(x, y) ? RULE : WHITE;
      const noise = (random() + random() - 1) * 3;
      for (let c = 0; c < 3; c++) {
        const paper = s.paper[c]! * lit * rule[c]! + rough * 1.6;
        data[4 * k + c] = Math.max(0, Math.min(255, paper + (s.ink[c]! - paper) * cover + noise));
      }
      data[4 * k + 3] = 255;
    }
  }
  return { width, height, data, written, letters };
}

const WHITE = [1, 1, 1];
const RULE = [0.68, 0.8, 0.95];

/** Whether a printed rule runs over a px, turned with the page. */
function rulesOf(s: PageSettings): (x: number, y: number) => boolean {
  if (!s.rules) return () => false;
  const pitch = (s.height * 0.94) / Math.ceil([...s.characters].length / s.perRow) / s.rules;
  const slope = Math.tan((s.skewDeg * Math.PI) / 180);
  return (x, y) => {
    const level = y - slope * (x - s.width / 2) - s.height * 0.04;
    return ((level % pitch) + pitch) % pitch < 3;
  };
}

export const toJpeg = (page: Pick<RenderedPage, 'width' | 'height' | 'data'>, quality: number): Uint8Array =>
  new Uint8Array(encode({ width: page.width, height: page.height, data: page.data }, quality).data);
