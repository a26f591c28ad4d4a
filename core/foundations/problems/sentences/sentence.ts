import type { Problem } from '../problem';

/** What happened and what to do, in plain words without the place, for each of some kinds of problems. */
export type Sentences<C extends Problem['code']> = {
  readonly [K in C]: (p: Extract<Problem, { code: K }>) => string;
};
