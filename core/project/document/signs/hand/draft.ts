import type { Contour } from '../../../../foundations/geometry/contour';

/** A draft of a character in a hand: its outline, and the characters that it was made of (none = drawn by the hand's pen alone). */
export interface HandDraft {
  readonly contours: readonly Contour[];
  readonly madeOf: string;
}
