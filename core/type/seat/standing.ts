import { areOldStyle, isHanging, isLow } from './figures';
import { endsOf, type Edge, type Ends } from './letterLevels';
import { middleOf, spreadOf } from './robust';

/** Heights above the baseline, em units; the descender's is negative. */
export interface Heights {
  readonly xHeight: number;
  readonly capHeight: number;
  readonly ascender: number;
  readonly descender: number;
}

/** A letter by its lowest and highest point, em units. */
export interface Stander {
  readonly id: string;
  readonly char: string;
  readonly bottom: number;
  readonly top: number;
}

export type Fault = 'floats' | 'sinks' | 'too tall' | 'too short' | 'overshoots';

/** How a letter stands on the lines. */
export interface Standing extends Stander {
  /** Where its foot and top should be, em units; null = they end where they like. */
  readonly foot: number | null;
  readonly head: number | null;
  /** Foot and top minus where they should be, em units; 0 for those that end where they like. */
  readonly footOff: number;
  readonly topOff: number;
  readonly fault: Fault | null;
  /** What puts it right: first the factor about the baseline, then the lift, em units; null when nothing is wrong. */
  readonly mend: { readonly scale: number; readonly lift: number } | null;
}

/** A hand wavers by so much without anybody minding, shares of the cap height (2.5 %: common practice, no published source). */
const WAVER = 0.025;
/** Signs are set down less carefully than letters, shares of the cap height (10 %: common practice, no published source). */
const SIGN_WAVER = 0.1;
/** Letters farther out than so many times the usual deviation of their font are told. */
const OUT_AFTER = 3;
/** More than this is another letter, not one badly scaled. */
const SCALE_LIMITS = [0.7, 1.4] as const;
/** Beyond this share of what round letters should overshoot, an overshoot is too much. */
const TOO_MUCH = 1.6;

/** Signs that stand on the baseline beside letters. Rows are not seated by them: hands set them down anywhere near it. */
const STANDING_SIGNS = new Set('.:!?\u2026');

/** Ends of a character in a font whose figures are old-style or not. */
function endsIn(char: string, oldStyle: boolean): Ends {
  const ends = endsOf(char);
  if (STANDING_SIGNS.has(char)) return { foot: 'flat', top: null };
  if (!oldStyle || ends.top?.line !== 'figure') return ends;
  const low = isLow(char) || isHanging(char);
  return {
    foot: isHanging(char) ? null : ends.foot,
    top: low ? { line: 'x', edge: 'round' } : ends.top,
  };
}

/**
 * Every letter against the lines, with those that stand out and what would put them right. What is usual is learnt from the
 * font itself, so that a lively hand isn't told off for being lively.
 */
export function standingsOf(letters: readonly Stander[], lines: Heights, overshoot: number): Standing[] {
  const over = (edge: Edge | undefined) => (edge === 'round' ? overshoot : 0);
  const oldStyle = areOldStyle(letters);
  // Ascenders and figures keep to each other; they have no line that all hands agree on.
  const usual = (line: 'ascender' | 'figure') =>
    middleOf(letters.flatMap((l) => (endsIn(l.char, oldStyle).top?.line === line ? [l.top] : [])));
  const tops = {
    x: lines.xHeight,
    cap: lines.capHeight,
    ascender: usual('ascender') ?? lines.ascender,
    figure: usual('figure') ?? lines.capHeight,
  };
  const measured = letters.map((l) => {
    const ends = endsIn(l.char, oldStyle);
    const free = ends.top && (ends.top.line === 'ascender' || ends.top.line === 'figure');
    const foot = ends.foot === null ? null : -over(ends.foot);
    const head = ends.top === null ? null : tops[ends.top.line] + (free ? 0 : over(ends.top.edge));
    return {
      ...l,
      foot,
      head,
      footOff: foot === null ? 0 : l.bottom - foot,
      topOff: head === null ? 0 : l.top - head,
      round: ends.foot === 'round' && ends.top?.edge === 'round',
    };
  });
  const least = WAVER * lines.capHeight;
  const footTolerance = Math.max(
    least,
    OUT_AFTER *
      spreadOf(measured.filter((m) => m.foot !== null && !STANDING_SIGNS.has(m.char)).map((m) => m.footOff)),
  );
  const topTolerance = Math.max(
    least,
    OUT_AFTER * spreadOf(measured.filter((m) => m.head !== null).map((m) => m.topOff)),
  );
  const signTolerance = Math.max(footTolerance, SIGN_WAVER * lines.capHeight);
  return measured.map(({ round, ...m }): Standing => {
    const foot = STANDING_SIGNS.has(m.char) ? signTolerance : footTolerance;
    const fault = faultOf(m, round, overshoot, foot, topTolerance);
    return { ...m, fault, mend: fault === null ? null : mendOf(m, topTolerance) };
  });
}

type Measured = Omit<Standing, 'fault' | 'mend'>;

function faultOf(m: Measured, round: boolean, overshoot: number, foot: number, top: number): Fault | null {
  const much = TOO_MUCH * overshoot;
  const both =
    round &&
    -m.bottom > much &&
    m.topOff > much - overshoot &&
    (m.topOff > 0.6 * top || -m.footOff > 0.6 * foot);
  if (both) return 'overshoots';
  if (m.footOff > foot) return 'floats';
  if (m.footOff < -foot) return 'sinks';
  if (m.topOff > top) return 'too tall';
  if (m.topOff < -top) return 'too short';
  return null;
}

/** Set down (or up) onto its line; scaled as well when its top would be off then. */
function mendOf(m: Measured, tolerance: number): { scale: number; lift: number } {
  const lift = m.foot === null ? 0 : m.foot - m.bottom;
  if (m.head === null || Math.abs(m.top + lift - m.head) <= tolerance) return { scale: 1, lift };
  const height = m.top - m.bottom;
  const wanted = m.foot === null ? null : (m.head - m.foot) / height;
  if (wanted === null) {
    // A letter with a tail: the part above the baseline is what is scaled.
    const scale = m.top > 0 ? m.head / m.top : 1;
    return within(scale) ? { scale, lift: 0 } : { scale: 1, lift: 0 };
  }
  if (!within(wanted)) return { scale: 1, lift };
  return { scale: wanted, lift: m.foot! - wanted * m.bottom };
}

const within = (scale: number) => scale > SCALE_LIMITS[0] && scale < SCALE_LIMITS[1];

/** By how much round letters overshoot flat ones in these drawings, em units; null when there are too few to say. */
export function measuredOvershoot(letters: readonly Stander[]): number | null {
  const feet = (edge: Edge) => letters.flatMap((l) => (endsOf(l.char).foot === edge ? [l.bottom] : []));
  const [flat, round] = [feet('flat'), feet('round')];
  if (flat.length < 3 || round.length < 3) return null;
  return Math.max(0, middleOf(flat)! - middleOf(round)!);
}

/** Heights of the lines as the letters have them, em units; what no letter tells keeps its old value. */
export function linesOfLetters(letters: readonly Stander[], lines: Heights): Heights {
  const tops = (line: string, edge: Edge | null) =>
    middleOf(
      letters.flatMap((l) => {
        const { top } = endsOf(l.char);
        return top?.line === line && (edge === null || top.edge === edge) ? [l.top] : [];
      }),
    );
  const deep = middleOf(letters.flatMap((l) => ('gpqyj'.includes(l.char) ? [l.bottom] : [])));
  const whole = (v: number | null, otherwise: number) => (v === null ? otherwise : Math.round(v));
  return {
    xHeight: whole(tops('x', 'flat'), lines.xHeight),
    capHeight: whole(tops('cap', 'flat'), lines.capHeight),
    ascender: whole(tops('ascender', 'flat'), lines.ascender),
    descender: whole(deep, lines.descender),
  };
}
