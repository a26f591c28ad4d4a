import { SHAPE_CHARACTERS } from '../shapes/characters';
import { likeliest, likenessTo } from '../shapes/classify';
import { alignLabels, GIVEN, GUESSED, type GapCosts, type Pairing } from './alignLabels';
import { characterForm } from './expected';
import { guessLabels } from './guessLabels';
import type { ReadLetter } from './mendLetters';
import { mismatch } from './unlikeness';

/** What a letter is called, and how sure that is (0..1). */
export interface LetterName {
  readonly char: string | null;
  readonly confidence: number;
  /** Crossed out, a stain or a hair: it fits nothing that was expected and looks like no letter. */
  readonly rejected: boolean;
}

/** How sure a name is at the most that should be looked at. */
export const DOUBT = 0.55;
/** How sure a cut letter is at the most whose shape isn't known: it should be looked at. */
const UNKNOWN_CUT = 0.7;
/** What looks less than so much like any character is none: when a list has no place for it, and without a list. */
const ODD = { listed: 0.5, alone: 0.06 };
/**
 * What a shape has to be at least to give a letter beyond the list its name: by itself, among the characters that nothing else on
 * the page is; and how well it has to sit in its row, nats.
 */
const PLAIN = { share: 0.02, among: 0.6, form: 3 };
/** Characters whose shape and form nobody knows have a name by order alone: only when no other order is possible. */
const ONLY_ORDER = 0.99;

/**
 * Names for letters in reading order: by the list of what is written, by shape and the usual orders where there is none. Letters
 * that a list has no place for are proposed by their shape, when it is plain. Without a list, what is less sure than `least` (0..1)
 * has no name.
 */
export function nameLetters(
  read: readonly ReadLetter[],
  list: readonly string[],
  gaps: GapCosts = GIVEN,
  least = 0,
): { readonly names: readonly LetterName[]; readonly pairings: readonly Pairing[] } {
  const likeness = read.map((r) => r.likeness);
  if (list.length === 0) {
    const guesses = guessLabels(likeness);
    return {
      names: read.map((r, i) => {
        const confidence = sureness(r, guesses[i]!.char, guesses[i]!.confidence);
        const named = confidence >= least;
        return {
          char: named ? guesses[i]!.char : null,
          confidence: named ? confidence : 0,
          rejected: likeliest(r.likeness).share < ODD.alone,
        };
      }),
      pairings: guesses.map(({ confidence }, found) => ({ found, expected: null, confidence })),
    };
  }
  const aligned = alignLabels(
    read.map((r) => r.form),
    list,
    likeness,
    gaps,
  );
  const scribble = gaps === GUESSED ? scribbleAtEnd(aligned, read, list) : null;
  const pairings = aligned.flatMap((p) =>
    p === scribble || isByOrderAlone(p, list)
      ? [
          { ...p, expected: null },
          { ...p, found: null },
        ]
      : [p],
  );
  const byFound = new Map(pairings.filter((p) => p.found !== null).map((p) => [p.found!, p]));
  const taken = new Set(
    pairings.flatMap((p) => (p.found !== null && p.expected !== null ? [list[p.expected]!] : [])),
  );
  const beyond = plainNames(
    read.filter((_, i) => byFound.get(i)!.expected === null),
    taken,
  );
  const names = read.map((r, i): LetterName => {
    const { expected, confidence } = byFound.get(i)!;
    if (expected !== null) {
      const char = list[expected]!;
      return { char, confidence: sureness(r, char, confidence), rejected: false };
    }
    const char = beyond.get(r);
    if (char !== undefined) return { char, confidence: DOUBT, rejected: false };
    return { char: null, confidence: 0, rejected: likeliest(r.likeness).share < ODD.listed };
  });
  return { names, pairings };
}

/** A scribble looks this little like what the list has next, and this little like anything. */
const SCRIBBLE = { own: 0.01, most: 0.25 };

/**
 * The last letter of a page whose list goes on, when it looks like what the list has next as little as like anything: nobody
 * wrote it, it was only next.
 */
function scribbleAtEnd(
  aligned: readonly Pairing[],
  read: readonly ReadLetter[],
  list: readonly string[],
): Pairing | null {
  const last = [...aligned].reverse().find((p) => p.found !== null);
  if (!last || last.expected === null) return null;
  const { likeness } = read[last.found!]!;
  const own = likenessTo(likeness, list[last.expected]!);
  return own !== null && own < SCRIBBLE.own && likeliest(likeness).share < SCRIBBLE.most ? last : null;
}

/** Whether nothing but its place in the list speaks for a name, and other places were possible too. */
function isByOrderAlone({ found, expected, confidence }: Pairing, list: readonly string[]): boolean {
  if (found === null || expected === null || confidence > ONLY_ORDER) return false;
  return characterForm(list[expected]!) === null;
}

/** Letters by the characters that they plainly look like, the plainest first, each character once and none that is `taken`. */
function plainNames(read: readonly ReadLetter[], taken: ReadonlySet<string>): Map<ReadLetter, string> {
  const out = new Map<ReadLetter, string>();
  const gone = new Set(taken);
  for (;;) {
    const free = read.filter((r) => !out.has(r));
    const plainest = free
      .flatMap((r) => plainName(r, gone).map((found) => ({ r, ...found })))
      .sort((a, b) => b.among - a.among)[0];
    if (!plainest) return out;
    out.set(plainest.r, plainest.char);
    gone.add(plainest.char);
  }
}

/** What a letter looks like most among the characters that aren't gone; nothing when that isn't plain. */
function plainName(
  { form, likeness }: ReadLetter,
  gone: ReadonlySet<string>,
): { char: string; among: number }[] {
  let [best, sum] = [-1, 0];
  SHAPE_CHARACTERS.forEach((c, k) => {
    if (gone.has(c)) return;
    sum += likeness[k]!;
    if (best < 0 || likeness[k]! > likeness[best]!) best = k;
  });
  if (best < 0) return [];
  const [char, share] = [SHAPE_CHARACTERS[best]!, likeness[best]!];
  const plain = share >= PLAIN.share && share >= PLAIN.among * sum && mismatch(form, char) <= PLAIN.form;
  return plain ? [{ char, among: share / sum }] : [];
}

/**
 * How sure a name is. Order alone doesn't vouch for a letter that was cut apart here: it is no surer than its shape speaks for
 * it beside what that looks like most.
 */
function sureness({ letter, likeness }: ReadLetter, char: string, byOrder: number): number {
  if (letter.cuts.length === 0) return byOrder;
  const own = likenessTo(likeness, char);
  if (own === null) return Math.min(byOrder, UNKNOWN_CUT);
  const most = likeliest(likeness).share;
  return Math.min(byOrder, most > 0 ? own / most : 0);
}
