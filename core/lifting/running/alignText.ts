import type { Upright } from './atoms';
import { borderCost, bordersOf } from './borders';
import { costsOf, type Hand } from './hand';
import { bandFor, bestReading, weighed, type Aligned, type Match, type TextSpot } from './lattice';
import { COSTS } from './parameters';
import type { AtomRow, Slice } from './slices';

/** Whether ink goes on before or behind an atom: nobody writes half of a stroke that isn't meant. */
const isOfMore = ({ atoms, lineOf }: AtomRow, i: number): boolean =>
  [i - 1, i + 1].some((k) => lineOf[k] === lineOf[i] && atoms[k]?.body === atoms[i]?.body);

/** What a text is read with. */
export interface Reader {
  readonly hand: Hand;
  readonly upright: Upright;
  /** What the page was taken for before the hand was known as well. */
  readonly before: readonly Aligned[] | null;
}

/**
 * Ink of a page matched with its text: which neighbouring atoms are which character, letters that lack and ink that nobody asked for
 * left out. The best path and the shares of all paths through a lattice of text and atoms, letters being stretches of atoms
 * (semi-Markov: M. Ostendorf et al., IEEE Trans. Speech Audio Process. 4 (1996)).
 */
export function alignText(
  row: AtomRow,
  slices: readonly (readonly Slice[])[],
  spots: readonly TextSpot[],
  { hand, upright: u, before }: Reader,
): Aligned[] {
  const characters = [...new Set(spots.map((s) => s.char))];
  const borders = bordersOf(row, u);
  const square = u.penPx * u.xHeight;
  const match: Match = {
    spots,
    slices,
    costs: slices.map((own) => own.map((s) => costsOf(s, characters, hand))),
    kind: spots.map((s) => characters.indexOf(s.char)),
    within: Float64Array.from(borders, (b) => borderCost(b, false, hand.borders)),
    starting: Float64Array.from(borders, (b) => borderCost(b, true, hand.borders)),
    extra: Float64Array.from(row.atoms, (a, i) => {
      const own = isOfMore(row, i) ? COSTS.extraOfMore : COSTS.extra;
      return own + (COSTS.extraInk * a.area) / square;
    }),
    missing: (t) => (spots[t]?.raised ? COSTS.raisedSign : COSTS.missing),
    missingOn: (t) => (spots[t]?.raised ? COSTS.raisedSign : COSTS.missingOn),
  };
  const band = bandFor(before, spots.length, slices.length);
  return weighed(match, bestReading(match, band));
}
