import type { ChainRule } from '../../opentype/layout/model';
import { glyphOf, type FontGlyphs } from '../fontGlyphs';
import type { Substitutions } from '../lookupList';
import type { Exchange } from './exchanges';

/** Longest numerator, figures. */
const MOST_FIGURES = 10;

/**
 * Fractions of figures with a slash between (OpenType, "frac"), where numerators (numr) and denominators (dnom) are drawn:
 * figures before a slash become numerators, those behind it denominators; figures elsewhere stay as they are.
 */
export function addFractions(list: Substitutions, font: FontGlyphs, exchanges: readonly Exchange[]): void {
  const pairs = (tag: string) =>
    [...(exchanges.find((e) => e.tag === tag)?.drawings ?? [])].flatMap(([from, to]) =>
      to.slice(0, 1).map((t) => [from, t] as const),
    );
  const [numerators, denominators] = [pairs('numr'), pairs('dnom')];
  const [slash, bar] = [glyphOf(font, '/'), glyphOf(font, '\u2044')];
  if (numerators.length === 0 || denominators.length === 0 || (slash ?? bar) === undefined) return;
  const line = [slash, bar].filter((g) => g !== undefined);
  const figures = numerators.map(([from]) => from);
  const up = list.add({ name: 'frac_numerators', type: 'single', map: numerators });
  const down = list.add({ name: 'frac_denominators', type: 'single', map: denominators });
  const above: ChainRule[] = Array.from({ length: MOST_FIGURES }, (_, more) => ({
    before: [],
    input: [figures],
    after: [...Array.from({ length: more }, () => figures), line],
    apply: [{ at: 0, lookup: up }],
  }));
  const lookups = [list.add({ name: 'frac_above', type: 'chain', rules: above })];
  const below: ChainRule = {
    before: [[...line, ...denominators.map(([, to]) => to)]],
    input: [denominators.map(([from]) => from)],
    after: [],
    apply: [{ at: 0, lookup: down }],
  };
  lookups.push(list.add({ name: 'frac_below', type: 'chain', rules: [below] }));
  if (slash !== undefined && bar !== undefined) {
    const drawn = list.add({ name: 'frac_bar', type: 'single', map: [[slash, bar]] });
    const beside = [...numerators, ...denominators].map(([, to]) => to);
    const rule: ChainRule = {
      before: [beside],
      input: [[slash]],
      after: [],
      apply: [{ at: 0, lookup: drawn }],
    };
    lookups.push(list.add({ name: 'frac_slash', type: 'chain', rules: [rule] }));
  }
  list.use('frac', lookups);
}
