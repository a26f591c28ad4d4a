import { inkMask } from '../ink/inkField';
import type { InkModel } from '../ink/inkModel';
import type { SheetInk } from '../printed/readSheet';
import { fail, ok, type Result } from '../problems/problem';
import type { PxBox } from '../raster/picture';
import { alignLabels, measureForms, type Pairing } from './alignLabels';
import { likeliest, likenessTo, type ShapeLikeness } from '../shapes/classify';
import { guessLabels } from './guessLabels';
import { likenessOfAll } from './likeness';
import type { Cut } from './cut';
import { mendLetters } from './mendLetters';
import { groupLetters, type FoundLetter, type FoundLetters } from './letters';
import { connectedParts } from './parts';
import { refineSlope } from './refineSlope';
import { median } from '../raster/histogram';

/** A letter cut out of a picture. Everything in px of the picture, y down. */
export interface LiftedPiece {
  /** Tight around the ink. */
  readonly box: PxBox;
  /** One point of ink for each of its patches. */
  readonly seeds: readonly { readonly x: number; readonly y: number }[];
  /** Where it was cut off from letters it ran into. */
  readonly cuts: readonly Cut[];
  readonly row: number;
  /** Height of the row's baseline under the middle of the piece. */
  readonly baselineY: number;
  /** The expected character it was matched with, and how sure that is; null = nothing fits. */
  readonly char: string | null;
  readonly confidence: number;
  /** Crossed out, a stain or a hair: it fits nothing that was expected and looks like no letter. */
  readonly rejected: boolean;
}

export interface LiftedPage {
  readonly pieces: readonly LiftedPiece[];
  /** Expected beside found, in reading order, gaps on both sides: what the two aligned rows show. */
  readonly pairings: readonly Pairing[];
  readonly ink: InkModel;
  /** Turn of the page in radians, positive when rows fall to the right. */
  readonly skewRad: number;
  /** Height of a capital, px. */
  readonly capHeightPx: number;
  readonly specksDropped: number;
}

export type LiftStage = 'ink' | 'parts' | 'letters';

/**
 * Finds the letters of a page and matches them with the expected characters, both in reading order.
 * Fails with 'no-letters'. `onStage` is told what is being done and how far (0..1).
 * `fixedLevel` replaces the automatic threshold; patches of ink whose longer side is less than `speckPx` are left out: a thin I is no
 * speck, though it has as little ink as a blot.
 */
export function liftPicture(
  { picture, ink: learnt }: SheetInk,
  expected: readonly string[],
  onStage: (stage: LiftStage, share: number) => void = () => {},
  fixedLevel: number | null = null,
  speckPx = 0,
): Result<LiftedPage> {
  const ink = { ...learnt, level: fixedLevel ?? learnt.level };
  const mask = inkMask(picture, ink, ink.level, (share) => onStage('ink', share));
  onStage('parts', 0);
  const parts = connectedParts(mask).filter((p) => longerSide(p.box) >= speckPx);
  onStage('letters', 0);
  const grouped = groupLetters(parts);
  if (grouped.letters.length === 0) return fail({ code: 'no-letters', specks: parts.length });
  const rough = expected.length > 0 ? alignLabels(measureForms(grouped).forms, expected) : [];
  const found = withSlope(grouped, refineSlope(grouped, rough, expected));
  const measured = measureForms(found);
  const { capHeight, baselines } = measured;
  const shapes = likenessOfAll(mask, found.letters, measured.forms);
  const read = mendLetters(
    mask,
    found.letters.map((letter, i) => ({ letter, form: measured.forms[i]!, likeness: shapes[i]! })),
    expected,
    found.penPx,
    measured.formOf,
  );
  const likeness = read.map((r) => r.likeness);
  const forms = read.map((r) => r.form);
  const guesses = expected.length > 0 ? [] : guessLabels(likeness);
  const pairings =
    expected.length > 0
      ? alignLabels(forms, expected, likeness)
      : guesses.map(({ confidence }, i): Pairing => ({ found: i, expected: null, confidence }));
  const byFound = new Map(pairings.filter((p) => p.found !== null).map((p) => [p.found, p]));
  const pieces = read.map(({ letter }, i): LiftedPiece => {
    const pairing = byFound.get(i);
    const named = pairing && pairing.expected !== null ? expected[pairing.expected]! : null;
    const char = named ?? guesses[i]?.char ?? null;
    return {
      box: letter.box,
      seeds: letter.parts.map((p) => p.seed),
      cuts: letter.cuts,
      row: letter.row,
      baselineY: baselines[letter.row]! + found.slope * (letter.box.x + letter.box.width / 2),
      char,
      confidence: char === null ? 0 : sureness(letter, likeness[i]!, char, pairing?.confidence ?? 0),
      rejected:
        named === null && likeliest(likeness[i]!).share < (expected.length > 0 ? ODD.listed : ODD.alone),
    };
  });
  return ok({
    pieces,
    pairings,
    ink,
    skewRad: Math.atan(found.slope),
    capHeightPx: capHeight,
    specksDropped: found.specksDropped,
  });
}

const longerSide = (b: PxBox): number => Math.max(b.width, b.height);

/** How sure a cut letter is at the most whose shape the finder doesn't know: it should be looked at. */
const UNKNOWN_SHAPE = 0.7;

/**
 * How sure a name is. Order alone doesn't vouch for a letter that was cut apart here: it is no surer than its shape speaks for
 * it beside what that looks like most.
 */
function sureness(
  letter: Pick<FoundLetter, 'cuts'>,
  likeness: ShapeLikeness,
  char: string,
  byOrder: number,
): number {
  if (letter.cuts.length === 0) return byOrder;
  const own = likenessTo(likeness, char);
  if (own === null) return Math.min(byOrder, UNKNOWN_SHAPE);
  const most = likeliest(likeness).share;
  return Math.min(byOrder, most > 0 ? own / most : 0);
}

/** What looks less than so much like any character is none: when a list has no place for it, and without a list. */
const ODD = { listed: 0.5, alone: 0.06 };

/** The same letters with another slope: rows keep their letters, their middles are taken anew. */
function withSlope(found: FoundLetters, slope: number): FoundLetters {
  if (slope === found.slope) return found;
  const level = (b: PxBox) => b.y + b.height / 2 - slope * (b.x + b.width / 2);
  const rows = found.rows.map((row, r) => {
    const levels = found.letters.filter((l) => l.row === r).map((l) => level(l.box));
    return { middleY: levels.length > 0 ? median(levels) : row.middleY, slope };
  });
  return { ...found, slope, rows };
}
