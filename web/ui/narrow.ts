/**
 * Media queries of small windows, in em of the browser's own font, so that larger text counts like a smaller window (WCAG 2.2, 1.4.4 and 1.4.10:
 * 1280 by 1024 px at 400 % are 320 by 256).
 */
export const NARROW = {
  /** The course shows its signs and short names only. */
  rail: '@media (max-width: 70em)',
  /** The gauge is a drawer over the bench. */
  drawer: '@media (max-width: 56em)',
  /** Signs alone. */
  signs: '@media (max-width: 44em), (max-height: 34em)',
  /** Rows of buttons are one line each, scrolled. */
  low: '@media (max-height: 34em)',
} as const;

/** A row that is scrolled where it has no room. */
export const SCROLLED_ROW = {
  flexWrap: 'nowrap',
  overflowX: 'auto',
  scrollbarWidth: 'thin',
  '& > *': { flexShrink: 0, flexWrap: 'nowrap' },
} as const;
