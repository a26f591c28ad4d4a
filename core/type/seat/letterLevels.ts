/**
 * Which line each end of a letter belongs to (common practice of lettering, no published source): feet stand flat on the
 * baseline or overshoot it when round; tops reach the x-height, the capitals' height or the ascender, or end where they like.
 */
export type Edge = 'flat' | 'round';

export interface Ends {
  /** How it meets the baseline; null = its foot hangs or ends freely. */
  readonly foot: Edge | null;
  readonly top: { readonly line: 'x' | 'cap' | 'ascender' | 'figure'; readonly edge: Edge } | null;
}

const FLAT_FEET = new Set('ABDEFHIKLMNPRTXYZfhiklmnrxz1247');
const ROUND_FEET = new Set('CGOSUVWabcdeostuvw035689');
const X_FLAT = new Set('uvwxyz');
const X_ROUND = new Set('acegmnopqrs');
const CAP_ROUND = new Set('ACGOQS');
const CAP_FREE = new Set('J');
const ASCENDER = new Set('bdhkl');
const ASCENDER_ROUND = new Set('f');
const FIGURE_FLAT = new Set('157');

/** Ends of a character; letters with accents and signs have none that can be held against a line. */
export function endsOf(char: string): Ends {
  const foot: Edge | null = FLAT_FEET.has(char) ? 'flat' : ROUND_FEET.has(char) ? 'round' : null;
  const top = (line: NonNullable<Ends['top']>['line'], round: boolean): Ends['top'] => ({
    line,
    edge: round ? 'round' : 'flat',
  });
  if (X_FLAT.has(char) || X_ROUND.has(char)) return { foot, top: top('x', X_ROUND.has(char)) };
  if (ASCENDER.has(char) || ASCENDER_ROUND.has(char))
    return { foot, top: top('ascender', ASCENDER_ROUND.has(char)) };
  if (/^[A-Z]$/.test(char)) return { foot, top: CAP_FREE.has(char) ? null : top('cap', CAP_ROUND.has(char)) };
  if (/^[0-9]$/.test(char)) return { foot, top: top('figure', !FIGURE_FLAT.has(char)) };
  return { foot, top: null };
}
