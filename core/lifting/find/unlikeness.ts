import { likenessTo, type ShapeLikeness } from '../shapes/classify';
import { characterForm } from './expected';
import type { MeasuredForm } from './rowForms';

/** Spread of hands around the forms, one standard deviation each. */
const SPREAD = { top: 0.13, bottom: 0.11, width: 0.22 } as const;
/** However odd a letter looks, leaving it out beside a gap must cost more than taking it for what is expected. */
const MOST_UNLIKE = 8;
const UNKNOWN_FORM = 2;
/** One measure can't speak against a character by more than this; each patch too many or too few counts so much, up to so many. Nats. */
const MOST_A_MEASURE = 5;
const A_PART = 1.6;
const MOST_PARTS_OFF = 3;

/** How little a letter is placed and sized like a character, nats. */
export function mismatch(measured: MeasuredForm, char: string): number {
  const f = characterForm(char);
  if (!f) return UNKNOWN_FORM;
  const term = (key: keyof typeof SPREAD) =>
    Math.min(MOST_A_MEASURE, ((measured[key] - f[key]) / SPREAD[key]) ** 2 / 2);
  const parts = Math.min(MOST_PARTS_OFF, Math.abs(measured.parts - f.parts)) * A_PART;
  return Math.min(MOST_UNLIKE, term('top') + term('bottom') + term('width') + parts);
}

/** How much the rough form counts beside the shape, which knows most of it. */
const FORM_BESIDE_SHAPE = 0.3;
/** A shape the network has never seen like this may still be right: least share, so that one odd drawing doesn't shift a row. */
const LEAST_SHARE = 0.0015;

/** How little a letter looks like a character, nats; by its form alone when its shape isn't known. */
export function unlikeness(
  measured: MeasuredForm,
  char: string,
  likeness: ShapeLikeness | undefined,
): number {
  const form = mismatch(measured, char);
  const share = likeness ? likenessTo(likeness, char) : null;
  if (share === null) return form;
  return Math.min(MOST_UNLIKE, -Math.log(share + LEAST_SHARE) + FORM_BESIDE_SHAPE * form);
}
