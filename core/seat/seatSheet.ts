import { rotation } from '../geometry/affine';
import { transformContours, type Contour } from '../geometry/contour';
import { contoursBox, type Box } from '../geometry/measure';
import { imageToEm, type Map as SpaceMap } from '../geometry/spaces';
import { median } from '../raster/histogram';

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
  readonly capReference: string;
  readonly smallReference: string;
  readonly capHeight: number;
  /** Only used by 'caps-and-small'; otherwise the line follows from the small reference letter. */
  readonly xHeight: number;
  readonly skewRad: number;
}

export interface SeatedLetter {
  readonly transform: SpaceMap<'image', 'em'>;
  /** Em units, y up; outer contours counter-clockwise when the tracer kept its word. */
  readonly contours: Contour[];
}

export interface SeatedSheet {
  readonly letters: ReadonlyMap<string, SeatedLetter>;
  /** Top of the small reference letter, em units, before rounding; null when it isn't on the sheet. */
  readonly smallHeight: number | null;
  /** Height of the capitals, em units, before rounding. */
  readonly capHeight: number;
  readonly emPerPx: number;
}

/** Letters that stand flat on the line; round ones overshoot it and would pull it down. */
const FLAT = new Set('ABDEFHIKLMNPRTXZhiklmnrxfz147');
const DESCENDING = new Set('gjpqyQ,;()[]{}/');
const SMALL = /^\p{Ll}$/u;
/** Without any capital, the height of what is there has to do. */
const FALLBACK_CAP_PX = 100;

/** Icons are drawn to about 600 of 1000 units (common practice, no published source). */
const ICON_EM = 600;
const tallest = (turned: readonly Turned[]): number =>
  Math.max(1e-9, ...turned.map(({ box }) => box.yMax - box.yMin));

interface Turned {
  readonly item: Seatable;
  /** Box with the page's turn undone, px, y down. */
  readonly box: Box;
}

/**
 * Puts the letters of one sheet on the font's lines. Scale: the capital reference letter (else the median of
 * the capitals there are) reaches the cap height from the baseline of its row; with 'caps-and-small' the small
 * letters get a factor of their own from the small reference. Baseline of a row: where its flat-footed letters stand.
 */
export function seatSheet(items: readonly Seatable[], settings: SeatSettings): SeatedSheet {
  const turn = rotation(-settings.skewRad);
  const turned: Turned[] = [];
  for (const item of items) {
    const box = contoursBox(transformContours(item.outline, turn));
    if (box) turned.push({ item, box });
  }
  const baselines = rowBaselines(turned);
  const base = (t: Turned) =>
    settings.baseline === 'given' ? t.item.baselineY : (baselines.get(t.item.row) ?? t.box.yMax);
  const rise = (t: Turned) => base(t) - t.box.yMin;
  const risesOf = (wanted: (char: string) => boolean) => turned.filter((t) => wanted(t.item.char)).map(rise);

  const caps = risesOf((c) => c === settings.capReference);
  const anyCaps = caps.length > 0 ? caps : risesOf((c) => /^[A-Z0-9]$/.test(c));
  const capPx = anyCaps.length > 0 ? median(anyCaps) : median(turned.map(rise)) || FALLBACK_CAP_PX;
  const emPerPx =
    settings.reference === 'icons'
      ? ICON_EM / tallest(turned)
      : settings.emPx
        ? (settings.unitsPerEm ?? 1000) / settings.emPx
        : settings.capHeight / (settings.capLinePx ?? capPx);
  const smalls = risesOf((c) => c === settings.smallReference);
  const smallPx = smalls.length > 0 ? median(smalls) : null;
  const ownFactor = settings.reference === 'caps-and-small' && smallPx !== null;
  const smallPerPx = ownFactor ? settings.xHeight / smallPx : emPerPx;

  const letters = new Map<string, SeatedLetter>();
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
    letters.set(t.item.id, {
      transform,
      contours: transformContours(t.item.outline, transform),
    });
  }
  const smallHeight = smallPx === null ? null : smallPx * smallPerPx;
  return { letters, smallHeight, capHeight: capPx * emPerPx, emPerPx };
}

/** Per row the baseline in the turned page, px: the middle of its flat feet, else of all feet but descenders. */
function rowBaselines(turned: readonly Turned[]): Map<number, number> {
  const rows = new Map<number, Turned[]>();
  for (const t of turned) rows.set(t.item.row, [...(rows.get(t.item.row) ?? []), t]);
  const out = new Map<number, number>();
  for (const [row, list] of rows) {
    const flat = list.filter((t) => FLAT.has(t.item.char));
    const standing = list.filter((t) => !DESCENDING.has(t.item.char) && /[\p{L}\p{N}.!?]/u.test(t.item.char));
    const feet = (flat.length >= 2 ? flat : standing).map((t) => t.box.yMax);
    if (feet.length > 0) out.set(row, median(feet));
  }
  return out;
}
