import { create } from 'zustand';

/** Size of the line: as it is first, and between what it is zoomed, px an em. */
export const USUAL_EM_PX = 125;
export const LEAST_EM_PX = 50;
export const MOST_EM_PX = 420;

/** What the line of letters shows. */
export type FitText = 'running' | 'between' | 'words' | 'pangram' | 'pair';

/** The state of the fitting bench that is nobody else's business: not saved, not undone. */
interface FitBench {
  readonly text: FitText;
  /** Bench: the long line, or the map of all pairs. */
  readonly view: 'line' | 'map';
  /** A pair in hand, by its glyphs; null = the letter in hand and what follows it in the line. */
  readonly pair: { readonly left: string; readonly right: string } | null;
  /** White tinted by how far it is from the rhythm. */
  readonly tint: boolean;
  readonly tab: string;
  /** Size of the line, px an em. */
  readonly emPx: number;
}

export const useFitBench = create<FitBench>(() => ({
  text: 'running',
  view: 'line',
  pair: null,
  tint: true,
  tab: 'letter',
  emPx: USUAL_EM_PX,
}));
