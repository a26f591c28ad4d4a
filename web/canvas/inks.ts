/** The theme's colours for canvases, read from the page when they are needed. */
export interface Inks {
  readonly ink: string;
  readonly faded: string;
  readonly rule: string;
  readonly hand: string;
  readonly snag: string;
  readonly sheet: string;
  readonly paper: string;
}

const NAMES = ['ink', 'faded', 'rule', 'hand', 'snag', 'sheet', 'paper'] as const;

export function readInks(): Inks {
  const style = getComputedStyle(document.documentElement);
  return Object.fromEntries(
    NAMES.map((n) => [n, style.getPropertyValue(`--chakra-colors-${n}`).trim()]),
  ) as unknown as Inks;
}
