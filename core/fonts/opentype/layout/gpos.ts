// OpenType 1.9.1, 'GPOS'.
import { adjustSubtables, cursiveSubtables, ligatureMarkSubtables, markSubtables } from './attachments';
import { chainSubtables } from './contexts';
import { buildLayout, type LayoutNames } from './layoutTable';
import type { Layout, Positioning } from './model';
import { pairTable } from './pairTables';
import { pairSubtables } from './pairs';

const TYPE = { adjust: 1, pair: 2, pairTables: 2, cursive: 3, mark: 4, markToLigature: 5, markToMark: 6, chain: 8 } as const; // prettier-ignore
const EXTENSION = 9;

function subtablesOf(lookup: Positioning): Uint8Array[] {
  switch (lookup.type) {
    case 'adjust':
      return adjustSubtables(lookup.map);
    case 'pair':
      return pairSubtables(lookup.kerning);
    case 'pairTables':
      return lookup.tables.map(pairTable);
    case 'cursive':
      return [lookup.joins, ...(lookup.more ?? [])].flatMap(cursiveSubtables);
    case 'mark':
    case 'markToMark':
      return [lookup.marks, ...(lookup.more ?? [])].flatMap(markSubtables);
    case 'markToLigature':
      return [lookup.marks, ...(lookup.more ?? [])].flatMap(ligatureMarkSubtables);
    case 'chain':
      return chainSubtables(lookup.rules);
  }
}

/** The whole table; null without features. */
export const buildGpos = (layout: Layout<Positioning>, names: LayoutNames = {}): Uint8Array | null =>
  buildLayout(layout, { types: TYPE, extension: EXTENSION, subtablesOf }, names);
