import { unionPxBox, type ByteImage } from '../../foundations/raster/picture';
import { likeliest, likenessTo, shapeLikeness, type ShapeLikeness } from '../shapes/classify';
import { alignmentCost, MENDING } from './alignLabels';
import type { MeasuredForm } from './rowForms';
import { cutLetter, likelyCuts } from './cutLetter';
import type { FoundLetter } from './letters';
import { letterMask } from './likeness';

/** A letter with what was measured of it. */
export interface ReadLetter {
  readonly letter: FoundLetter;
  readonly form: MeasuredForm;
  readonly likeness: ShapeLikeness;
}

/** Narrower letters (as shares of the cap height) are no two. */
const LEAST_WIDTH = 0.42;
/** What a cut has to gain, nats: by the shapes alone, and by the list of what is written; and what a join has to. */
const GAIN = { alone: 1.6, byList: 1.2, byJoin: 0.8 };
/** Ink that a cut goes through costs, nats for each pen's width of it. */
const INK_COST = 0.25;
/** A letter is taken for two, and each of them perhaps for two again. */
const ROUNDS = 2;
/** Likeness to a character that the network doesn't know, and the least that any letter has. */
const LIKE_UNKNOWN = 0.02;
const LEAST_LIKE = 1e-3;

/** Share of the list that has to be found before it is asked how letters are to be cut and joined. */
const LIST_TRUSTED = 0.7;
/** Parts of one letter lie this near to each other (as shares of the cap height) and make no wider letter than that. */
const JOIN = { gap: 0.34, width: 1.25 };
/** Parts of one letter are looked for among so many neighbours in reading order. */
const REACH = 2;

/** Reads letters on one page: their shapes, and how well they fit what is expected. */
class Reading {
  private readonly wanted: ReadonlySet<string>;

  constructor(
    private readonly mask: ByteImage,
    private readonly expected: readonly string[],
    private readonly penPx: number,
    private readonly measure: (letter: FoundLetter) => MeasuredForm,
  ) {
    this.wanted = new Set(expected);
  }

  read(letter: FoundLetter): ReadLetter {
    const form = this.measure(letter);
    return { letter, form, likeness: shapeLikeness(letterMask(this.mask, letter), form) };
  }

  /** How much a letter looks like the character it looks most like, of those that are expected. */
  best(r: ReadLetter): number {
    if (this.expected.length === 0) return likeliest(r.likeness).share;
    return Math.max(LEAST_LIKE, ...[...this.wanted].map((c) => likenessTo(r.likeness, c) ?? LIKE_UNKNOWN));
  }

  cost(list: readonly ReadLetter[]): number {
    return alignmentCost(
      list.map((r) => r.form),
      this.expected,
      list.map((r) => r.likeness),
      { costs: MENDING },
    );
  }

  /** The best cut of a letter in two, its gain by the shapes, and what its ink costs, nats. */
  bestSplit(whole: ReadLetter): { halves: ReadLetter[]; gain: number; price: number } | null {
    const before = Math.log(this.best(whole));
    // What looks surely like one letter isn't looked at further.
    if (before > SURE) return null;
    let found: { halves: ReadLetter[]; gain: number; price: number } | null = null;
    const own = letterMask(this.mask, whole.letter);
    for (const { cut, inkPx } of likelyCuts(own, whole.letter)) {
      const cutUp = cutLetter(this.mask, whole.letter, cut, own);
      if (!cutUp) continue;
      // The right half comes first of a cut; reading goes from the left.
      const halves = [this.read(cutUp[1]), this.read(cutUp[0])];
      const price = (INK_COST * inkPx) / Math.max(1, this.penPx);
      const gain = halves.reduce((sum, h) => sum + Math.log(this.best(h)), 0) - before - price;
      if (!found || gain > found.gain) found = { halves, gain, price };
    }
    return found;
  }
}

const SURE = Math.log(0.85);

/**
 * Letters that run into each other cut apart, and letters found in parts put together, where the result looks more like
 * letters than before; when it is known what is written, where the whole list fits better then. `measure` gives the form of
 * a letter on its row.
 */
export function mendLetters(
  mask: ByteImage,
  letters: readonly ReadLetter[],
  expected: readonly string[],
  penPx: number,
  measure: (letter: FoundLetter) => MeasuredForm,
): ReadLetter[] {
  const reading = new Reading(mask, expected, penPx, measure);
  // A list much longer than what was found says nothing of how many letters there are: any cut would seem to fill it.
  const listed = expected.length > 0 && letters.length >= LIST_TRUSTED * expected.length;
  let now = splitWide(reading, letters, listed);
  if (listed) now = joinParted(reading, now);
  return now;
}

function splitWide(reading: Reading, letters: readonly ReadLetter[], listed: boolean): ReadLetter[] {
  let now = [...letters];
  const tried = new Set<FoundLetter>();
  for (let round = 0; round < ROUNDS; round++) {
    const candidates = now
      .filter((r) => r.form.width > LEAST_WIDTH && !tried.has(r.letter))
      .flatMap((whole) => {
        tried.add(whole.letter);
        const split = reading.bestSplit(whole);
        return split ? [{ whole, split }] : [];
      })
      .sort((a, b) => b.split.gain - a.split.gain);
    for (const { whole, split } of candidates) {
      const next = now.flatMap((r) => (r === whole ? split.halves : [r]));
      const better = listed
        ? reading.cost(now) - reading.cost(next) > GAIN.byList + split.price
        : split.gain > GAIN.alone;
      if (better) now = next;
    }
  }
  return now;
}

function joinParted(reading: Reading, letters: readonly ReadLetter[]): ReadLetter[] {
  let now = [...letters];
  for (let i = 0; i < now.length; i++) {
    for (let j = i + 1; j <= Math.min(now.length - 1, i + REACH); j++) {
      const [a, b] = [now[i]!, now[j]!];
      if (a.letter.row !== b.letter.row || a.letter.cuts.length + b.letter.cuts.length > 0) continue;
      const box = unionPxBox(a.letter.box, b.letter.box);
      const cap = a.letter.box.width / (a.form.width || 1);
      const gap = (box.width - a.letter.box.width - b.letter.box.width) / cap;
      if (gap > JOIN.gap || box.width > JOIN.width * cap) continue;
      const both = reading.read({ ...a.letter, box, parts: [...a.letter.parts, ...b.letter.parts] });
      const next = now.filter((r) => r !== b).map((r) => (r === a ? both : r));
      if (reading.cost(now) - reading.cost(next) <= GAIN.byJoin) continue;
      now = next;
      j--;
    }
  }
  return now;
}
