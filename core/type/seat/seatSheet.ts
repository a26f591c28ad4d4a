import { rotation } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { contoursBox, type Box } from '../../foundations/geometry/measure';
import type { Affine } from '../../foundations/geometry/affine';
import { imageToEm } from '../../foundations/geometry/spaces';
import { areOldStyle, isHanging } from './figures';
import { endsOf } from './letterLevels';
import { isSign, usualPlace } from './proportions';
import { middleOf, robustLine, type Line } from './robust';
import { TINY } from '../../foundations/geometry/tolerance';

/** What seating has to know of a letter cut out of a sheet; outline in px of the picture, y down. */
export interface Seatable {
  readonly id: string;
  readonly char: string;
  readonly row: number;
  readonly outline: readonly Contour[];
  /** Baseline under the letter as the finder saw it, px; used when its row tells nothing better. */
  readonly baselineY: number;
}

export interface SeatSettings {
  readonly reference: 'one-factor' | 'caps-and-small' | 'icons';
  /** Letters stand on their rows' flat feet, or on the line given with each. */
  readonly baseline?: 'feet' | 'given';
  /** Height of capitals on the sheet by its own lines, px. */
  readonly capLinePx?: number | null;
  /** True size: px of the picture that make an em; sized by the capitals when not said. */
  readonly emPx?: number | null;
  readonly unitsPerEm?: number;
  /** The letters whose tops are the capitals' height and the x-height: one, several, or '' for all that are flat. */
  readonly capReference: string;
  readonly smallReference: string;
  readonly capHeight: number;
  /** Only used by 'caps-and-small'; otherwise the line follows from the small reference letter. */
  readonly xHeight: number;
  readonly skewRad: number;
}

export interface SeatedSheet {
  /** Where each letter goes: its picture's px to em units. */
  readonly letters: ReadonlyMap<string, Affine>;
  /** Top of the small reference letter, em units, before rounding; null when it isn't on the sheet. */
  readonly smallHeight: number | null;
  /** Height of the capitals, em units, before rounding. */
  readonly capHeight: number;
  readonly emPerPx: number;
}

const SMALL = /^\p{Ll}$/u;
/** Height of capitals when nothing on the sheet tells it, px. */
const FALLBACK_CAP_PX = 100;

/** Icons are drawn to about 600 of 1000 units (common practice, no published source). */
const ICON_EM = 600;
const tallest = (turned: readonly Turned[]): number =>
  Math.max(TINY, ...turned.map(({ box }) => box.yMax - box.yMin));

interface Turned {
  readonly item: Seatable;
  /** Box with the page's turn undone, px, y down. */
  readonly box: Box;
}

/**
 * Puts the letters of one sheet on the font's lines. Scale: the capital reference letter (or all flat capitals
 * together, without outliers) reaches the cap height from the baseline of its row; with 'caps-and-small' the small letters
 * get a factor of their own from the small reference. Letters with tails keep the factor: boxes don't count. Baseline of a
 * row: a line through the feet of its letters, round ones set right by what round letters overshoot on this sheet.
 */
export function seatSheet(items: readonly Seatable[], settings: SeatSettings): SeatedSheet {
  const turn = settings.skewRad === 0 ? null : rotation(-settings.skewRad);
  const turned: Turned[] = [];
  for (const item of items) {
    const box = contoursBox(turn ? transformContours(item.outline, turn) : item.outline);
    if (box) turned.push({ item, box });
  }
  const lines = rowBaselines(turned);
  const base = (t: Turned) => {
    if (settings.baseline === 'given') return t.item.baselineY;
    const line = lines.get(t.item.row);
    // Nothing of its row stands on a line: it lies where such a sign lies beside capitals.
    if (!line) {
      const { foot, tall } = usualPlace(t.item.char, settings);
      return t.box.yMax + (foot / tall) * (t.box.yMax - t.box.yMin);
    }
    return line.at + line.slope * middleX(t);
  };
  const rise = (t: Turned) => base(t) - t.box.yMin;
  const risesOf = (wanted: (char: string) => boolean) => turned.filter((t) => wanted(t.item.char)).map(rise);
  const flatTops = (line: 'cap' | 'x') =>
    risesOf((c) => endsOf(c).top?.line === line && endsOf(c).top?.edge === 'flat');
  const named = (reference: string, line: 'cap' | 'x') =>
    middleOf(reference === '' ? flatTops(line) : risesOf((c) => reference.includes(c)));

  const smallPx = named(settings.smallReference, 'x');
  const capPx =
    named(settings.capReference, 'cap') ??
    middleOf(risesOf((c) => /^[A-Z0-9]$/.test(c))) ??
    // Small letters alone: they reach their line.
    (smallPx === null ? null : (smallPx * settings.capHeight) / settings.xHeight) ??
    capOfAnything(turned, rise, settings);
  const emPerPx =
    settings.reference === 'icons'
      ? ICON_EM / tallest(turned)
      : settings.emPx
        ? (settings.unitsPerEm ?? 1000) / settings.emPx
        : settings.capHeight / (settings.capLinePx ?? capPx);
  const ownFactor = settings.reference === 'caps-and-small' && smallPx !== null;
  const smallPerPx = ownFactor ? settings.xHeight / smallPx : emPerPx;

  const letters = new Map<string, Affine>();
  for (const t of turned) {
    // The origin is given in the turned page; imageToEm turns about it, so it is turned back first.
    const cos = Math.cos(settings.skewRad);
    const sin = Math.sin(settings.skewRad);
    const x = t.box.xMin;
    const y = base(t);
    const transform = imageToEm({
      originX: x * cos - y * sin,
      baselineY: x * sin + y * cos,
      emPerPx: SMALL.test(t.item.char) ? smallPerPx : emPerPx,
      skewRad: settings.skewRad,
    });
    letters.set(t.item.id, transform);
  }
  const smallHeight = smallPx === null ? null : smallPx * smallPerPx;
  return { letters, smallHeight, capHeight: capPx * emPerPx, emPerPx };
}

/** Height that capitals would have beside what is there, by how high letters usually reach and how tall signs are, px. */
function capOfAnything(turned: readonly Turned[], rise: (t: Turned) => number, lines: SeatSettings): number {
  const capitals = turned.map((t) => {
    const { foot, tall } = usualPlace(t.item.char, lines);
    const [own, usual] = isSign(t.item.char) ? [t.box.yMax - t.box.yMin, tall] : [rise(t), foot + tall];
    return (own * lines.capHeight) / usual;
  });
  return middleOf(capitals) || FALLBACK_CAP_PX;
}

const middleX = (t: Turned): number => (t.box.xMin + t.box.xMax) / 2;

/** Share of the tallest letter that a round one overshoots at most. */
const OVERSHOOT_MOST = 0.05;

interface Foot {
  readonly x: number;
  readonly y: number;
  readonly round: boolean;
}

/** By how much round feet reach below flat ones about their rows' lines, px; never more than a hand does by habit. */
function overshootPx(rows: readonly (readonly Foot[])[], most: number): number {
  const differences = rows.flatMap((feet) => {
    const line = robustLine(feet);
    if (!line) return [];
    const below = (round: boolean) =>
      middleOf(feet.filter((f) => f.round === round).map((f) => f.y - line.at - line.slope * f.x));
    const [flat, round] = [below(false), below(true)];
    return flat !== null && round !== null ? [round - flat] : [];
  });
  return Math.max(0, Math.min(most, middleOf(differences) ?? 0));
}

/** Figures among letters, y up. */
const figuresOf = (list: readonly Turned[]) =>
  list
    .filter((t) => /^[0-9]$/.test(t.item.char))
    .map((t) => ({ char: t.item.char, bottom: -t.box.yMax, top: -t.box.yMin }));

/** Per row the baseline in the turned page, px, y down. */
function rowBaselines(turned: readonly Turned[]): Map<number, Line> {
  const rows = new Map<number, Turned[]>();
  for (const t of turned) rows.set(t.item.row, [...(rows.get(t.item.row) ?? []), t]);
  // A row of old-style figures is seated by those that stand.
  const oldStyle = new Set([...rows].flatMap(([row, list]) => (areOldStyle(figuresOf(list)) ? [row] : [])));
  const feet = new Map(
    [...rows].map(([row, list]): [number, Foot[]] => [
      row,
      list.flatMap((t) => {
        const { foot } = endsOf(t.item.char);
        const hangs = oldStyle.has(row) && isHanging(t.item.char);
        return foot === null || hangs ? [] : [{ x: middleX(t), y: t.box.yMax, round: foot === 'round' }];
      }),
    ]),
  );
  const over = overshootPx([...feet.values()], OVERSHOOT_MOST * tallest(turned));
  const out = new Map<number, Line>();
  for (const [row, list] of rows) {
    const level = feet.get(row)!.map((f) => ({ x: f.x, y: f.y - (f.round ? over : 0) }));
    const line = robustLine(level) ?? robustLine(standing(list));
    if (line) out.set(row, line);
  }
  return out;
}

/** Feet of what else stands on a line. */
const standing = (list: readonly Turned[]) =>
  list
    .filter((t) => /[\p{L}\p{N}.!?]/u.test(t.item.char) && !/[gjpqyQJ]/.test(t.item.char))
    .map((t) => ({ x: middleX(t), y: t.box.yMax }));
