// OpenType 1.9.1, 'GSUB'.
import { chainSubtables } from './contexts';
import { buildLayout, type LabelIds } from './layoutTable';
import type { Layout, Substitution } from './model';
import { ligatureSubtables, listSubtables, singleSubtables } from './substitutions';

const TYPE = { single: 1, multiple: 2, alternate: 3, ligature: 4, chain: 6 } as const;
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
  }
}

/** The whole table; null without features. `labels`: name ids of what menus say of features, by tag. */
export const buildGsub = (layout: Layout<Substitution>, labels: LabelIds): Uint8Array | null =>
  buildLayout(layout, { types: TYPE, extension: EXTENSION, subtablesOf }, labels);
