// OpenType 1.9.1, 'GPOS'.
import { kernSubtables, type Kerning } from './gposKern';
import { markSubtable, type Marks } from './gposMark';
import { buildLayout, type Feature } from './layoutTable';

/** The whole table; null when there is neither kerning nor a mark. */
export function buildGpos(kerning: Kerning, marks: Marks): Uint8Array | null {
  const features: Feature[] = [];
  const kern = kernSubtables(kerning);
  // Features stand in the order of their tags.
  if (kern.length > 0) features.push({ tag: 'kern', type: 2, subtables: kern });
  const mark = markSubtable(marks);
  if (mark) features.push({ tag: 'mark', type: 4, subtables: [mark] });
  return buildLayout(features);
}
