import type { TracedSheet } from '../lifting/find/tracedSheet';
import { box } from './randomOutlines';

/** A lifted sheet with a piece for each character. */
export const liftedSheet = (chars: string): TracedSheet => ({
  skewRad: 0,
  capHeightPx: 140,
  specksDropped: 0,
  printedLines: 0,
  pieces: [...chars].map((char, i) => ({
    box: { x: 50 * i, y: 60, width: 40, height: 140 },
    seeds: [],
    cuts: [],
    order: i,
    row: 0,
    baselineY: 200,
    char,
    name: null,
    confidence: 0.9,
    outline: [box(50 * i, 60, 40, 140)],
    layers: [],
  })),
});
