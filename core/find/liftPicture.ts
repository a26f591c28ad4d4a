import { inkMask } from '../ink/inkField';
import { learnInk, type InkModel } from '../ink/inkModel';
import { fail, ok, type Result } from '../problems/problem';
import type { Picture, PxBox } from '../raster/picture';
import { alignLabels, measureForms, type Pairing } from './alignLabels';
import { groupLetters } from './letters';
import { connectedParts } from './parts';

/** A letter cut out of a picture. Everything in px of the picture, y down. */
export interface LiftedPiece {
  /** Tight around the ink. */
  readonly box: PxBox;
  /** One point of ink for each of its patches. */
  readonly seeds: readonly { readonly x: number; readonly y: number }[];
  readonly row: number;
  /** Height of the row's baseline under the middle of the piece. */
  readonly baselineY: number;
  /** The expected character it was matched with, and how sure that is; null = nothing fits. */
  readonly char: string | null;
  readonly confidence: number;
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
 * Fails with 'no-ink' or 'no-letters'. `onStage` is told what is being done and how far (0..1).
 * `fixedLevel` replaces the automatic threshold.
 */
export function liftPicture(
  picture: Picture,
  expected: readonly string[],
  onStage: (stage: LiftStage, share: number) => void = () => {},
  fixedLevel: number | null = null,
): Result<LiftedPage> {
  onStage('ink', 0);
  const learned = learnInk(picture);
  if (!learned.ok) return learned;
  const ink = { value: { ...learned.value, level: fixedLevel ?? learned.value.level } };
  const mask = inkMask(picture, ink.value, ink.value.level, (share) => onStage('ink', share));
  onStage('parts', 0);
  const parts = connectedParts(mask);
  onStage('letters', 0);
  const found = groupLetters(parts);
  if (found.letters.length === 0) return fail({ code: 'no-letters', specks: parts.length });
  const { forms, capHeight, baselines } = measureForms(found);
  const pairings = expected.length > 0 ? alignLabels(forms, expected) : found.letters.map((_, i) => unpaired(i));
  const byFound = new Map(pairings.filter((p) => p.found !== null).map((p) => [p.found, p]));
  const pieces = found.letters.map((letter, i): LiftedPiece => {
    const pairing = byFound.get(i);
    const char = pairing?.expected === null || !pairing ? null : expected[pairing.expected!]!;
    return {
      box: letter.box,
      seeds: letter.parts.map((p) => p.seed),
      row: letter.row,
      baselineY: baselines[letter.row]! + found.slope * (letter.box.x + letter.box.width / 2),
      char,
      confidence: char === null ? 0 : (pairing?.confidence ?? 0),
    };
  });
  return ok({
    pieces,
    pairings,
    ink: ink.value,
    skewRad: Math.atan(found.slope),
    capHeightPx: capHeight,
    specksDropped: found.specksDropped,
  });
}

const unpaired = (found: number): Pairing => ({ found, expected: null, confidence: 0 });
