// OpenType 1.9.1, 'GSUB'.
import { chainSubtables, reverseSubtable } from './contexts';
import { buildLayout, type LayoutNames } from './layoutTable';
import type { Layout, Substitution } from './model';
import { ligatureSubtables, listSubtables, singleSubtables } from './substitutions';

const TYPE = { single: 1, multiple: 2, alternate: 3, ligature: 4, chain: 6, reverse: 8 } as const;
const EXTENSION = 7;

function subtablesOf(lookup: Substitution): Uint8Array[] {
  switch (lookup.type) {
    case 'single':
      return singleSubtables(lookup.map);
    case 'multiple':
    case 'alternate':
      return listSubtables(lookup.map);
    case 'ligature':
      return ligatureSubtables(lookup.ligatures);
    case 'chain':
      return chainSubtables(lookup.rules);
    case 'reverse':
      return lookup.rules.map(reverseSubtable);
  }
}

/** The whole table; null without features. */
export const buildGsub = (layout: Layout<Substitution>, names: LayoutNames = {}): Uint8Array | null =>
  buildLayout(layout, { types: TYPE, extension: EXTENSION, subtablesOf }, names);
