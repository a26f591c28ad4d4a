import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { rightDirections } from '../../../../foundations/geometry/direction';
import type { Doc } from '../../schema';
import { CAPITALS } from './capitals';
import { FIGURES, SIGNS } from './figuresAndSigns';
import { handOf, type Hand } from './hand';
import type { HandRecipe, HandRecipes } from './recipe';
import { SMALL_LETTERS } from './smallLetters';
import { strokeFor, strokeShape } from './strokes';

const RECIPES: HandRecipes = { ...SMALL_LETTERS, ...CAPITALS, ...FIGURES, ...SIGNS };

/** A draft of a character in a hand: its outline, and the characters that it was made of (none = drawn by the hand's pen alone). */
export interface HandDraft {
  readonly contours: readonly Contour[];
  readonly madeOf: string;
}

/** All ways to make a character, the one that comes nearest first. */
export function waysTo(char: string): readonly HandRecipe[] {
  const stroke = strokeFor(char);
  const made = Object.hasOwn(RECIPES, char) ? (RECIPES[char] ?? []) : [];
  return stroke ? [...made, { needs: '', make: (hand: Hand) => strokeShape(hand, stroke) }] : made;
}

const canBe = (hand: Hand, { needs }: HandRecipe): boolean => [...needs].every(hand.has);

/** Whether a hand's letters show how a character could look in it. */
export function canDraft(doc: Doc, char: string): boolean {
  const hand = handOf(doc);
  return hand !== null && waysTo(char).some((w) => canBe(hand, w));
}

/** A character as one way makes it of a hand's letters, in the hand's slant. */
export function madeBy(hand: Hand, recipe: HandRecipe): HandDraft | null {
  const upright = recipe.make(hand);
  if (upright.length === 0) return null;
  return { contours: rightDirections(transformContours(upright, hand.slant)), madeOf: recipe.needs };
}

/** A character drafted of what the hand has, by the first way that it has the letters for; null when it has none. */
export function handDraft(doc: Doc, char: string): HandDraft | null {
  const hand = handOf(doc);
  const recipe = hand && waysTo(char).find((w) => canBe(hand, w));
  return hand && recipe ? madeBy(hand, recipe) : null;
}
