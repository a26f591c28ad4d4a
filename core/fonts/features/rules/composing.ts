import type { ChainRule } from '../../opentype/layout/model';
import { isMark, marksAbove } from '../anchors';
import { glyphOf, type FontGlyphs } from '../fontGlyphs';
import type { Substitutions } from '../lookupList';

/** Letters whose dot goes under a mark (Unicode Character Database, Soft_Dotted; here those that have a dotless form of their own). */
const SOFT_DOTTED = ['i\u0131', 'j\u0237'];

/** i and j without their dot under a mark above, also with one below between (OpenType, "ccmp"). */
export function addComposing(list: Substitutions, font: FontGlyphs): void {
  const map = SOFT_DOTTED.flatMap((pair): (readonly [number, number])[] => {
    const [from, to] = [...pair].map((c) => glyphOf(font, c));
    return from === undefined || to === undefined ? [] : [[from, to]];
  });
  const above = marksAbove(font.glyphs);
  if (map.length === 0 || above.length === 0) return;
  const below = font.glyphs.flatMap((g, i) => (isMark(g) && !above.includes(i) ? [i] : []));
  const dotless = list.add({ name: 'dotless', type: 'single', map });
  const input: ChainRule['input'] = [map.map(([from]) => from)];
  const apply = [{ at: 0, lookup: dotless }];
  const rules: ChainRule[] = [
    { before: [], input, after: [above], apply },
    ...(below.length > 0 ? [{ before: [], input, after: [below, above], apply }] : []),
  ];
  list.use('ccmp', [list.add({ name: 'ccmp', type: 'chain', rules })]);
}
