import jsQR from 'jsqr';
import { connectedParts, type Part } from '../find/parts';
import { inkField, inkMask } from '../../tracing/ink/inkField';
import { learnInk, type InkModel } from '../../tracing/ink/inkModel';
import type { Vec } from '../../foundations/geometry/vec';
import { percentile } from '../../foundations/raster/histogram';
import { overWhite } from '../../foundations/raster/overWhite';
import { smallerPicture, type Picture } from '../../foundations/raster/picture';
import { fitHomography, project, type Homography } from './homography';
import { MARK_MM, pageOfCode, type PracticePage } from './layout';

/** A practice page found in a picture. */
export interface FoundPage {
  readonly page: PracticePage;
  /** From mm of the page to px of the picture. */
  readonly map: Homography;
  readonly marksFound: number;
}

/** A mark is a ring with a dot in its middle: shares of their areas, and how far their middles may differ. */
const RING_AREA = MARK_MM.outer ** 2 - MARK_MM.hole ** 2;
const DOT_SHARE = MARK_MM.dot ** 2 / RING_AREA;
const MIDDLE_OFF = 0.12;
/** The code is looked for in a picture of this size first, then in others; marks are looked for in the first. */
const LOOK_SIDES = [1700, 1200, 2600, 900];

/**
 * Finds a practice page's marks and code, whichever way up it lies. Null when there are no such marks; a page whose code
 * can't be read gives 'no-code'.
 */
export function findPage(given: Picture): FoundPage | 'no-code' | null {
  // Pages drawn on a tablet may have clear ground.
  const picture = overWhite(given);
  const longer = Math.max(picture.width, picture.height);
  const step = Math.max(1, Math.ceil(longer / LOOK_SIDES[0]! - 0.25));
  const small = smallerPicture(picture, step);
  const ink = learnInk(small);
  if (!ink.ok || ink.value.source === 'alpha') return null;
  const marks = marksOn(small, ink.value).map((m) => ({ x: m.x * step, y: m.y * step }));
  if (marks.length < 3) return null;
  for (const side of LOOK_SIDES) {
    const k = Math.max(1, Math.round(longer / side));
    const code = readCode(k === step ? small : smallerPicture(picture, k), k);
    const page = code && pageOfCode(code.text);
    if (!page) continue;
    const map = placePage(page, code.corners, marks);
    if (map) return map;
  }
  return nearerLook(picture, marks) ?? 'no-code';
}

/** The code stands between the two upper marks; its middle is so far below them, as a share of their distance. */
const CODE_BELOW = 0.06;
/** Side of the part looked at, as a share of the marks' distance, and how much it is enlarged. */
const LOOK_SHARE = 0.26;
const ENLARGED = [2, 3, 1];

/** The code looked for where it must be by the marks, enlarged: small prints at low resolutions need it. */
function nearerLook(picture: Picture, marks: readonly Vec[]): FoundPage | null {
  for (const a of marks) {
    for (const b of marks) {
      const apart = off(a, b);
      if (a === b || apart < 100) continue;
      // To the right of the way from a to b, y down: below when a is the left one.
      const middle = {
        x: (a.x + b.x) / 2 - CODE_BELOW * (b.y - a.y),
        y: (a.y + b.y) / 2 + CODE_BELOW * (b.x - a.x),
      };
      const half = (LOOK_SHARE * apart) / 2;
      for (const times of ENLARGED) {
        const code = readCode(
          enlargedPart(picture, middle.x - half, middle.y - half, 2 * half, times),
          1 / times,
        );
        const page = code && pageOfCode(code.text);
        if (!page) continue;
        const [x0, y0] = [Math.round(middle.x - half), Math.round(middle.y - half)];
        const corners = code.corners.map((c) => ({ x: c.x + x0, y: c.y + y0 }));
        const found = placePage(page, corners, marks);
        if (found) return found;
      }
    }
  }
  return null;
}

/** A square part of a picture enlarged with straight steps between px; white beyond the picture. */
function enlargedPart(p: Picture, left: number, top: number, side: number, times: number): Picture {
  const [x0, y0] = [Math.round(left), Math.round(top)];
  const size = Math.floor(side * times);
  const data = new Uint8Array(size * size * 4).fill(255);
  const value = (x: number, y: number, c: number) =>
    x < 0 || y < 0 || x >= p.width || y >= p.height ? 255 : p.data[(y * p.width + x) * 4 + c]!;
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) {
      const [sx, sy] = [(x + 0.5) / times - 0.5 + x0, (y + 0.5) / times - 0.5 + y0];
      const [ix, iy] = [Math.floor(sx), Math.floor(sy)];
      const [fx, fy] = [sx - ix, sy - iy];
      for (let c = 0; c < 3; c++)
        data[(y * size + x) * 4 + c] =
          (value(ix, iy, c) * (1 - fx) + value(ix + 1, iy, c) * fx) * (1 - fy) +
          (value(ix, iy + 1, c) * (1 - fx) + value(ix + 1, iy + 1, c) * fx) * fy;
    }
  }
  return { width: size, height: size, data };
}

/** Print is darker than this share of the darkest thousandth of a page. */
const PRINT_SHARE = 0.5;
/** Print so much denser than what was learnt as ink is looked for by itself. */
const MUCH_DENSER = 1.5;

/**
 * Middles of the marks, px. Where pale guides or a shadow were taken for ink (a light pen, a small print), the page is dark all
 * over at their level: then among what is as dark as print.
 */
function marksOn(small: Picture, ink: InkModel): Vec[] {
  const marks = findMarks(connectedParts(inkMask(small, ink, ink.level)));
  if (marks.length >= 3) return marks;
  const { data } = inkField(small, ink, { x: 0, y: 0, width: small.width, height: small.height });
  // Every 17th px tells the darkest thousandth as well as all of them.
  const print =
    PRINT_SHARE *
    percentile(
      Array.from({ length: data.length / 17 }, (_, k) => data[k * 17]!),
      0.999,
    );
  if (print < MUCH_DENSER * ink.level) return marks;
  return findMarks(connectedParts(inkMask(small, ink, print)));
}

/** Middles of ring-and-dot marks among patches of ink. */
function findMarks(parts: readonly Part[]): Vec[] {
  const sound = parts.filter((p) => p.area >= 8);
  const found: { at: Vec; area: number }[] = [];
  for (const ring of sound) {
    const size = Math.max(ring.box.width, ring.box.height);
    if (size < 10 || Math.min(ring.box.width, ring.box.height) < 0.6 * size) continue;
    const fill = ring.area / (ring.box.width * ring.box.height);
    if (fill < 0.25 || fill > 0.75) continue;
    const middle = { x: ring.box.x + ring.box.width / 2, y: ring.box.y + ring.box.height / 2 };
    const dot = sound.find(
      (d) =>
        d !== ring &&
        Math.hypot(d.box.x + d.box.width / 2 - middle.x, d.box.y + d.box.height / 2 - middle.y) <
          MIDDLE_OFF * size &&
        d.area / ring.area > DOT_SHARE * 0.45 &&
        d.area / ring.area < DOT_SHARE * 2,
    );
    if (dot) found.push({ at: { x: dot.centerX, y: dot.centerY }, area: ring.area });
  }
  return found.map((f) => f.at);
}

interface Code {
  readonly text: string;
  /** Corners of the code on the picture: left top, right top, right bottom, left bottom. */
  readonly corners: readonly Vec[];
}

function readCode({ width, height, data }: Picture, k: number): Code | null {
  const grey = Uint8ClampedArray.from(data);
  const found = jsQR(grey, width, height, { inversionAttempts: 'dontInvert' });
  if (!found) return null;
  const { topLeftCorner, topRightCorner, bottomRightCorner, bottomLeftCorner } = found.location;
  const corners = [topLeftCorner, topRightCorner, bottomRightCorner, bottomLeftCorner].map((c) => ({
    x: c.x * k,
    y: c.y * k,
  }));
  const text = new TextDecoder().decode(Uint8Array.from(found.binaryData));
  return { text, corners };
}

/** Marks lie this near to where they are expected (as a share of the page's height on the picture) to be believed. */
const BELIEVED = [0.12, 0.03, 0.012];

/**
 * The page placed by its code and marks; null when they don't agree. Where the code alone says too roughly where the marks are (it is a
 * tenth of the page), the marks are tried against each other.
 */
function placePage(page: PracticePage, corners: readonly Vec[], marks: readonly Vec[]): FoundPage | null {
  const { x, y, size } = page.code;
  const onPage = [
    { x, y },
    { x: x + size, y },
    { x: x + size, y: y + size },
    { x, y: y + size },
  ];
  const code = { onPage, corners };
  return (
    refined(page, code, marks, fitHomography(onPage, corners), BELIEVED) ??
    refined(page, code, marks, mapByMarks(page, code, marks), BELIEVED.slice(1))
  );
}

interface PlacedCode {
  /** Corners of the code, mm on the page and px on the picture. */
  readonly onPage: readonly Vec[];
  readonly corners: readonly Vec[];
}

/** A rough map made exact by the marks that lie where it expects them, nearer and nearer. */
function refined(
  page: PracticePage,
  code: PlacedCode,
  marks: readonly Vec[],
  rough: Homography | null,
  believed: readonly number[],
): FoundPage | null {
  let map = rough;
  let used: Vec[] = [];
  // With marks found the code's own corners hardly count any more.
  for (const share of believed) {
    if (!map) return null;
    const now: Homography = map;
    const reach = share * off(project(now, page.marks[0]!), project(now, page.marks[3]!));
    const pairs = page.marks.flatMap((m): [Vec, Vec][] => {
      const at = project(now, m);
      const near = [...marks].sort((a, b) => off(a, at) - off(b, at))[0];
      return near && off(near, at) < reach ? [[m, near]] : [];
    });
    used = pairs.map(([, to]) => to);
    const from = pairs.map(([on]) => on);
    // A code seen askew can put two corners of the page at one mark.
    if (new Set(used).size < used.length) return null;
    if (pairs.length >= 4) map = fitHomography(from, used);
    else if (pairs.length === 3)
      map = fitHomography([...from, ...from, ...code.onPage], [...used, ...used, ...code.corners]);
    else return null;
  }
  if (!map || used.length < 3 || !agrees(page, map, code)) return null;
  return { page, map, marksFound: used.length };
}

/** The code lies this near to where the page puts it, as a share of its own side. */
const CODE_SHARE = 0.2;
/** No camera sees one end of a page so many times larger than the other. */
const MOST_TAPER = 2.5;

const sideOf = (corners: readonly Vec[]): number => off(corners[0]!, corners[1]!);

/** Whether a map shows the page as a camera can, and the code where it was found. */
function agrees(page: PracticePage, map: Homography, { onPage, corners }: PlacedCode): boolean {
  const depths = page.marks.map((m) => map[6]! * m.x + map[7]! * m.y + map[8]!);
  const [least, most] = [Math.min(...depths), Math.max(...depths)];
  if (least <= 0 || most > MOST_TAPER * least) return false;
  const reach = CODE_SHARE * sideOf(corners);
  return onPage.every((p, i) => off(project(map, p), corners[i]!) < reach);
}

/** More marks than these can't be tried against each other; the page's own are never so many. */
const MOST_TRIED = 8;
/** Marks and code agree when each lies this near to where the others put it, as a share of the code's side. */
const AGREE_SHARE = 0.12;

/** The map by which three of the marks and the code's corners agree best; null when none do. */
function mapByMarks(page: PracticePage, code: PlacedCode, marks: readonly Vec[]): Homography | null {
  const side = sideOf(code.corners);
  let best: { readonly map: Homography; readonly miss: number } | null = null;
  for (const without of page.marks) {
    const three = page.marks.filter((m) => m !== without);
    const from = [...three, ...three, ...code.onPage];
    for (const picked of orderedThrees(marks.slice(0, MOST_TRIED))) {
      const to = [...picked, ...picked, ...code.corners];
      const map = fitHomography(from, to);
      if (!map || !agrees(page, map, code)) continue;
      const miss = Math.max(...from.map((p, i) => off(project(map, p), to[i]!))) / side;
      if (miss < (best?.miss ?? AGREE_SHARE)) best = { map, miss };
    }
  }
  return best?.map ?? null;
}

function orderedThrees(marks: readonly Vec[]): Vec[][] {
  return marks.flatMap((a) =>
    marks.flatMap((b) => (b === a ? [] : marks.flatMap((c) => (c === a || c === b ? [] : [[a, b, c]])))),
  );
}

const off = (a: Vec, b: Vec): number => Math.hypot(a.x - b.x, a.y - b.y);
