// OpenType 1.9.1, 'GPOS'.
import { adjustSubtables, cursiveSubtables, markSubtables } from './attachments';
import { chainSubtables } from './contexts';
import { buildLayout } from './layoutTable';
import type { Layout, Positioning } from './model';
import { pairSubtables } from './pairs';

const TYPE = { adjust: 1, pair: 2, cursive: 3, mark: 4, markToMark: 6, chain: 8 } as const;
const EXTENSION = 9;

function subtablesOf(lookup: Positioning): Uint8Array[] {
  switch (lookup.type) {
    case 'adjust':
      return adjustSubtables(lookup.map);
    case 'pair':
      return pairSubtables(lookup.kerning);
    case 'cursive':
      return cursiveSubtables(lookup.joins);
    case 'mark':
    case 'markToMark':
      return markSubtables(lookup.marks);
    case 'chain':
      return chainSubtables(lookup.rules);
  }
}

/** The whole table; null without features. */
export const buildGpos = (layout: Layout<Positioning>): Uint8Array | null =>
  buildLayout(layout, { types: TYPE, extension: EXTENSION, subtablesOf });
