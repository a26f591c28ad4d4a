import type { ShapeLikeness } from '../shapes/classify';
import { alignLabels, alignmentCost, GUESSED } from './alignLabels';
import { guessLabels } from './guessLabels';
import type { MeasuredForm } from './rowForms';
import { unlikeness } from './unlikeness';

/** What is known of the characters on a page before it is read. */
export interface Written {
  /** In the order in which they are, or probably are, written. */
  readonly list: readonly string[];
  /** Nobody said that it is just these, in this order: some of them, in one of the usual orders. */
  readonly guessed?: boolean;
  /** All characters of the project, for pages that hold what is drawn already; only with a guessed list. */
  readonly bill?: readonly string[];
}

/** Letters as they were read, one entry each, in reading order. */
interface Letters {
  readonly forms: readonly MeasuredForm[];
  readonly likeness: readonly ShapeLikeness[];
}

/** A list of which so much less is missing at a stretch is the same list. */
const SHORT_RUN = 3;
/** What it costs to go by no list at all, nats a letter: any character could be any other. */
const FREE = 2.5;

/** Capitals and their small letters side by side, in the order of `first`; what has no partner follows. */
function inPairs(characters: readonly string[], capitalFirst: boolean): string[] {
  const has = new Set(characters);
  const pairs = characters.flatMap((c) => {
    const small = c.toLowerCase();
    if (small === c || !has.has(small)) return [];
    return capitalFirst ? [c, small] : [small, c];
  });
  const paired = new Set(pairs);
  return [...pairs, ...characters.filter((c) => !paired.has(c))];
}

const isSmall = (c: string): boolean => c !== c.toUpperCase();
const isCapital = (c: string): boolean => c !== c.toLowerCase();
const isFigure = (c: string): boolean => /\p{Nd}/u.test(c);

/** The orders in which alphabets are written (common practice, no published source). */
export function usualOrders(characters: readonly string[]): readonly (readonly string[])[] {
  const rest = characters.filter((c) => !isSmall(c) && !isCapital(c));
  const small = characters.filter(isSmall);
  const capital = characters.filter(isCapital);
  const signs = characters.filter((c) => !isFigure(c));
  const orders = [
    [...characters],
    inPairs(characters, true),
    inPairs(characters, false),
    [...small, ...capital, ...rest],
    [...characters.filter(isFigure), ...signs],
  ];
  const seen = new Set<string>();
  return orders.filter((o) => !seen.has(o.join('\n')) && seen.add(o.join('\n')));
}

/** The list whose letters a page shows, in the order that fits best; empty when the shapes alone say it better. */
export function listOf(written: Written, letters: Letters): readonly string[] {
  if (!written.guessed || written.list.length === 0) return written.list;
  const lists = [...usualOrders(written.list), ...usualOrders(written.bill ?? [])];
  let best: { list: readonly string[]; cost: number } = { list: [], cost: freeCost(letters) };
  for (const list of lists) {
    const cost = costOf(list, letters);
    if (cost < best.cost) best = { list, cost };
  }
  return stretchOf(best.list, letters);
}

const costOf = (list: readonly string[], { forms, likeness }: Letters): number =>
  list.length === 0
    ? freeCost({ forms, likeness })
    : alignmentCost(forms, list, likeness, { band: Infinity });

/** What names by shape alone cost, nats. */
function freeCost({ forms, likeness }: Letters): number {
  const names = guessLabels(likeness);
  return forms.reduce((sum, form, i) => sum + FREE + unlikeness(form, names[i]!.char, likeness[i]), 0);
}

/** A list without the long stretches that a page doesn't hold. */
function stretchOf(list: readonly string[], { forms, likeness }: Letters): string[] {
  const out: string[] = [];
  let run: string[] = [];
  const flush = () => {
    if (run.length <= SHORT_RUN) out.push(...run);
    run = [];
  };
  const columns = alignLabels(forms, list, likeness, GUESSED).filter((p) => p.expected !== null);
  const inOrder = [...columns].sort((a, b) => a.expected! - b.expected!);
  for (const { found, expected } of inOrder) {
    if (found === null) run.push(list[expected!]!);
    else {
      flush();
      out.push(list[expected!]!);
    }
  }
  flush();
  return out;
}
