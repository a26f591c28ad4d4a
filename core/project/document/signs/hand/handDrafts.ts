import { transformContours } from '../../../../foundations/geometry/contour';
import { contourArea } from '../../../../foundations/geometry/measure';
import { rightDirections } from '../../../../foundations/geometry/direction';
import type { Doc } from '../../schema';
import { CAPITALS } from './capitals';
import { FIGURES, SIGNS } from './figuresAndSigns';
import { handOf, isOfHand, lettersOfHand, type Hand } from './hand';
import type { HandDraft } from './draft';
import type { HandRecipe, HandRecipes } from './recipe';
import { scaled, widthOf } from './shaping';
import { SMALL_LETTERS } from './smallLetters';
import { hasStroke, strokeShape } from './strokes';

const RECIPES: HandRecipes = { ...SMALL_LETTERS, ...CAPITALS, ...FIGURES, ...SIGNS };

/** All ways to make a character, the one that comes nearest first. */
export function waysTo(char: string): readonly HandRecipe[] {
  const made = Object.hasOwn(RECIPES, char) ? (RECIPES[char] ?? []) : [];
  return hasStroke(char) ? [...made, { needs: '', make: (hand: Hand) => strokeShape(hand, char) }] : made;
}

const canBe = (hand: Hand, { needs }: HandRecipe): boolean => [...needs].every(hand.has);

/** Whether a hand's letters are there that a character could be made of; nothing is measured, so that it can be asked after each edit. */
export const canDraft = (doc: Doc, char: string): boolean =>
  lettersOfHand(doc).length > 0 &&
  waysTo(char).some(({ needs }) => [...needs].every((c) => isOfHand(doc, c)));

/** Drafts are brought to the width that a hand tells by no more than these: further, and strokes would look thin or fat. */
const [NARROWEST, WIDEST] = [0.86, 1.16];

/** What cutting and joining leave that is smaller than this share of a dot as wide as the stem is a speck, or a pinhole. */
const SPECK = 0.05;

/** A character as one way makes it of a hand's letters, in the hand's slant. */
export function madeBy(hand: Hand, char: string, recipe: HandRecipe): HandDraft | null {
  const made = recipe.make(hand).filter((c) => Math.abs(contourArea(c)) > SPECK * hand.stem ** 2);
  if (made.length === 0) return null;
  const k = (hand.widthOf(char) ?? widthOf(made)) / Math.max(1, widthOf(made));
  const upright = scaled(made, Math.max(NARROWEST, Math.min(WIDEST, k)), 1);
  return { contours: rightDirections(transformContours(upright, hand.slant)), madeOf: recipe.needs };
}

/** A character drafted of what the hand has, by the first way that it has the letters for; null when it has none. */
export function handDraft(doc: Doc, char: string): HandDraft | null {
  const hand = handOf(doc);
  const recipe = hand && waysTo(char).find((w) => canBe(hand, w));
  return hand && recipe ? madeBy(hand, char, recipe) : null;
}
