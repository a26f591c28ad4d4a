import type { Cut } from '../find/cut';
import type { TextLine, TextLines } from './lines';
import { ATOMS } from './parameters';
import { patchOf, type Patch, type Run } from './patches';

/** A page's writing with its lean taken out: places along a line are px where a stroke of the lean would meet its base line. */
export interface Upright {
  /** y per x. */
  readonly slope: number;
  /** x per y upwards. */
  readonly slant: number;
  readonly penPx: number;
  readonly xHeight: number;
  readonly capHeight: number;
}

/** Ink that is never parted further: letters are put together from neighbours. */
export interface Atom {
  readonly runs: readonly Run[];
  readonly area: number;
  /** Where it begins and ends along the line, the lean taken out. */
  readonly from: number;
  readonly to: number;
  /** The connected ink that it is of: a number within the line. */
  readonly body: number;
  /** The cut that parts it from its body's ink before it, and the ink on it in widths of the pen; null when it begins it. */
  readonly cutBefore: { readonly at: number; readonly inkPens: number } | null;
  /** Dots and accents above it. */
  readonly marks: readonly Patch[];
}

/** A line as atoms in the order of writing, and marks that lie above none. */
export interface AtomLine {
  readonly baseY: number;
  readonly atoms: readonly Atom[];
  readonly loose: readonly Patch[];
}

/** Height over the base line, px. */
export const heightOver = (baseY: number, slope: number, x: number, y: number): number =>
  baseY + slope * x - y;

/** Where a place lies along the line, the lean taken out. */
export const along = (baseY: number, u: Upright, x: number, y: number): number =>
  x - u.slant * heightOver(baseY, u.slope, x, y);

/** The straight cut of the writing's lean that keeps what lies behind a place of the line. */
export function cutAt(baseY: number, { slope, slant, capHeight }: Upright, at: number): Cut {
  // On the cut x = at + slant * up and y = base + slope * x - up.
  const point = (up: number) => {
    const x = at + slant * up;
    return { x, y: baseY + slope * x - up };
  };
  const [foot, top] = [point(-capHeight), point(2 * capHeight)];
  return { x0: foot.x, y0: foot.y, x1: top.x, y1: top.y };
}

/** A patch that stands on the line with the room that it takes there. */
interface Body {
  readonly patch: Patch;
  readonly from: number;
  readonly to: number;
  /** Inked px on each upright line of its room. */
  readonly ink: Float64Array;
}

function bodyOf(patch: Patch, baseY: number, u: Upright): Body {
  const placed = patch.runs.map((r) => {
    const shift = u.slant * heightOver(baseY, u.slope, (r.from + r.to) / 2, r.y + 0.5);
    return { from: r.from - shift, to: r.to - shift };
  });
  const from = Math.floor(placed.reduce((m, r) => Math.min(m, r.from), Infinity));
  const to = Math.ceil(placed.reduce((m, r) => Math.max(m, r.to), -Infinity));
  const ink = new Float64Array(to - from);
  for (const r of placed)
    for (let x = Math.round(r.from); x < Math.round(r.to); x++) {
      const k = Math.max(0, Math.min(ink.length - 1, x - from));
      ink[k] = (ink[k] ?? 0) + 1;
    }
  return { patch, from, to, ink };
}

/** A stretch of a body with the least ink around, px along the line from its beginning. */
interface Thin {
  readonly from: number;
  readonly to: number;
  readonly ink: number;
}

/** Stretches where less ink is met from top to bottom than beside them, apart from each other. */
function thinStretches(ink: Float64Array, reach: number, most: number): Thin[] {
  const value = (k: number) => ink[Math.max(0, Math.min(ink.length - 1, k))] ?? 0;
  const out: Thin[] = [];
  for (let k = reach; k < ink.length - reach; k++) {
    const own = value(k);
    if (own > most || own > value(k - 1)) continue;
    let end = k;
    while (end + 1 < ink.length - reach && value(end + 1) === own) end++;
    const before = Array.from({ length: reach }, (_, d) => value(k - 1 - d));
    const after = Array.from({ length: reach }, (_, d) => value(end + 1 + d));
    if (Math.min(...before, ...after) >= own) out.push({ from: k, to: end, ink: own });
    k = end;
  }
  return out;
}

/** Stretches with no more than a ripple between them as one. */
function joined(thin: readonly Thin[], ink: Float64Array, ripple: number): Thin[] {
  const out: Thin[] = [];
  for (const t of thin) {
    const last = out[out.length - 1];
    const between = last ? ink.subarray(last.to, t.from + 1).reduce((a, b) => Math.max(a, b), 0) : 0;
    if (last && between <= Math.max(last.ink, t.ink) + ripple)
      out[out.length - 1] = { from: last.from, to: t.to, ink: Math.min(last.ink, t.ink) };
    else out.push(t);
  }
  return out;
}

/**
 * Places where a body may be cut. A stroke that joins belongs to the letter before: the place is where the ink of the next
 * one begins.
 */
function cutPlaces({ ink, from }: Body, penPx: number): { at: number; inkPens: number }[] {
  const reach = Math.max(1, Math.round(ATOMS.apartPens * penPx));
  const thin = joined(thinStretches(ink, reach, ATOMS.mostInkPens * penPx), ink, ATOMS.ripplePens * penPx);
  return thin.map((t, i) => {
    const joint = t.ink * ATOMS.joint + ATOMS.jointPens * penPx;
    const limit = Math.min(ink.length - reach, (thin[i + 1]?.from ?? Infinity) - reach) - 1;
    let end = t.to;
    while (end < limit && (ink[end + 1] ?? 0) <= joint) end++;
    return { at: from + end + 1, inkPens: t.ink / penPx };
  });
}

function atomsOf(body: Body, index: number, baseY: number, u: Upright): Atom[] {
  const places = cutPlaces(body, u.penPx);
  const runs: Run[][] = Array.from({ length: places.length + 1 }, () => []);
  for (const run of body.patch.runs) {
    const lean = u.slant * heightOver(baseY, u.slope, (run.from + run.to) / 2, run.y + 0.5);
    let from = run.from;
    places.forEach(({ at }, k) => {
      const end = Math.min(run.to, Math.round(at + lean));
      if (end > from) {
        runs[k]?.push({ y: run.y, from, to: end });
        from = end;
      }
    });
    if (run.to > from) runs[places.length]?.push({ y: run.y, from, to: run.to });
  }
  return runs.flatMap((own, k) => {
    const patch = patchOf(own);
    if (!patch) return [];
    return [
      {
        runs: own,
        area: patch.area,
        from: k === 0 ? body.from : (places[k - 1]?.at ?? body.from),
        to: places[k]?.at ?? body.to,
        body: index,
        cutBefore: k === 0 ? null : (places[k - 1] ?? null),
        marks: [],
      },
    ];
  });
}

const isMark = (p: Patch, baseY: number, { slope, xHeight }: Upright): boolean =>
  p.box.height < ATOMS.markHeight * xHeight &&
  p.box.width < ATOMS.markWidth * xHeight &&
  heightOver(baseY, slope, p.centerX, p.box.y + p.box.height) > ATOMS.raised * xHeight;

/** Ink of a line as atoms in the order of writing; raised marks lie on the nearest. */
export function atomLineOf({ baseY, patches }: TextLine, u: Upright): AtomLine {
  const marks = patches.filter((p) => isMark(p, baseY, u));
  const bodies = patches.filter((p) => !marks.includes(p)).map((p) => bodyOf(p, baseY, u));
  const atoms = bodies
    .flatMap((body, i) => atomsOf(body, i, baseY, u))
    .sort((a, b) => a.from + a.to - b.from - b.to);
  const on = new Map<Atom, Patch[]>();
  const loose: Patch[] = [];
  for (const mark of marks) {
    const at = along(baseY, u, mark.centerX, mark.centerY);
    const off = (a: Atom) => Math.max(a.from - at, at - a.to, 0);
    const nearest = atoms.reduce<Atom | null>((best, a) => (best && off(best) <= off(a) ? best : a), null);
    if (nearest && off(nearest) <= ATOMS.beside * u.xHeight)
      on.set(nearest, [...(on.get(nearest) ?? []), mark]);
    else loose.push(mark);
  }
  return { baseY, atoms: atoms.map((a) => ({ ...a, marks: on.get(a) ?? [] })), loose };
}

/** The page's writing with what its lean is made of. */
export const uprightOf = ({ slope, penPx, xHeight, capHeight }: TextLines, slant: number): Upright => ({
  slope,
  slant,
  penPx,
  xHeight,
  capHeight,
});
