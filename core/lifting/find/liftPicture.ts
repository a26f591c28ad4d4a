import { inkMask } from '../../tracing/ink/inkField';
import type { InkModel } from '../../tracing/ink/inkModel';
import type { SheetInk } from '../printed/readSheet';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import type { PxBox } from '../../foundations/raster/picture';
import { shapeLikeness } from '../shapes/classify';
import { GIVEN, GUESSED, type Pairing } from './alignLabels';
import type { Cut } from './cut';
import { bestGrouping } from './groupings';
import type { FoundLetter } from './letters';
import { letterMask } from './likeness';
import { mendLetters } from './mendLetters';
import { DOUBT, nameLetters } from './nameLetters';
import { connectedParts } from './parts';
import { measureForms } from './rowForms';
import { withoutStrays } from './strayParts';
import type { Written } from './written';

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
  /** What the page probably holds: the list that was given, or the stretch of a guessed one that fits it. */
  readonly expected: readonly string[];
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

/** Where none of a project's characters fit a page, a name by shape has to be this sure: ornaments would become letters. */
const SURE_ENOUGH = 0.5;

/** How a page is read, besides what is written on it. */
export interface LiftOptions {
  /** Told what is being done and how far (0..1). */
  readonly onStage?: (stage: LiftStage, share: number) => void;
  /** Replaces the automatic threshold between paper and ink (density 0..1). */
  readonly level?: number | null;
  /** Patches of ink whose longer side is less are left out, px: a thin I is no speck, though it has as little ink as a blot. */
  readonly speckPx?: number;
  /** The page's turn when it is known, radians, positive when rows fall to the right. */
  readonly turnRad?: number | null;
}

/** Finds the letters of a page and matches them with what is probably written, both in reading order. Fails with 'no-letters'. */
export function liftPicture(
  { picture, ink: learnt }: SheetInk,
  written: Written,
  { onStage = () => {}, level = null, speckPx = 0, turnRad = null }: LiftOptions = {},
): Result<LiftedPage> {
  const ink = { ...learnt, level: level ?? learnt.level };
  const mask = inkMask(picture, ink, ink.level, (share) => onStage('ink', share));
  onStage('parts', 0);
  const parts = connectedParts(mask).filter((p) => longerSide(p.box) >= speckPx);
  onStage('letters', 0);
  const slope = turnRad === null ? null : Math.tan(turnRad);
  const grouping = bestGrouping(mask, parts, written, slope);
  const { found, list } = grouping;
  if (found.letters.length === 0) return fail({ code: 'no-letters', specks: parts.length });
  const { formOf, capHeight, baselines } = measureForms(found);
  const read = mendLetters(
    mask,
    found.letters.map((letter, i) => ({
      letter,
      form: grouping.forms[i]!,
      likeness: grouping.likeness[i]!,
    })),
    list,
    found.penPx,
    formOf,
  );
  const named = nameLetters(
    read,
    list,
    written.guessed ? GUESSED : GIVEN,
    written.guessed && written.list.length > 0 ? SURE_ENOUGH : 0,
  );
  const pieces = read.map(({ letter: whole }, i): LiftedPiece => {
    const { char, confidence, rejected } = named.names[i]!;
    const look = (l: FoundLetter) => shapeLikeness(letterMask(mask, l), formOf(l));
    const clean = char === null ? null : withoutStrays(mask, whole, char, found.penPx, look);
    const letter = clean ?? whole;
    return {
      box: letter.box,
      seeds: letter.parts.map((p) => p.seed),
      cuts: letter.cuts,
      row: letter.row,
      baselineY: baselines[letter.row]! + found.slope * (letter.box.x + letter.box.width / 2),
      char,
      confidence: clean ? Math.min(confidence, DOUBT) : confidence,
      rejected,
    };
  });
  return ok({
    pieces,
    expected: list,
    pairings: named.pairings,
    ink,
    skewRad: Math.atan(found.slope),
    capHeightPx: capHeight,
    specksDropped: found.specksDropped,
  });
}

const longerSide = (b: PxBox): number => Math.max(b.width, b.height);
