/** What a fit is tuned by; lengths in 1/1000 em. */
export interface FitParameters {
  /** Price of looking one unit up or down, and the reach of white. */
  readonly slope: number;
  readonly tau: number;
  readonly beta: number;
  readonly gain: number;
  /** Log weights of heights: at the descenders' foot, the baseline, the x-height and the capitals' height; 0 half-way up x. */
  readonly weights: {
    readonly desc: number;
    readonly base: number;
    readonly xh: number;
    readonly cap: number;
  };
  /** Extra white at a side of a capital, small letter, figure, other sign. */
  readonly offset: Readonly<Record<LetterClass, number>>;
  /** Trust in letters that aren't straight or round, in capital beside small letter, in signs. */
  readonly rho: number;
  readonly mixed: number;
  readonly signs: number;
  readonly delta: number;
}

/** Capitals, small letters, figures, everything else. */
export type LetterClass = 'U' | 'L' | 'D' | 'P';

/** Tuned on five open fonts with their spacing taken away (source-sans-3, lora, roboto, kalam, pacifico). */
export const TEXT: FitParameters = {
  slope: 1.05,
  tau: 49,
  beta: 0.6602,
  gain: 0.9096,
  weights: { desc: -2.8312, base: -0.6178, xh: -0.6907, cap: -0.4608 },
  offset: { U: 9.6567, L: 0, D: 10.6274, P: 32.4449 },
  rho: 0.966,
  mixed: 0.4213,
  signs: 0.407,
  delta: 1,
};

/** The same for scripts whose letters join. */
export const JOINED: FitParameters = {
  slope: 3.75,
  tau: 88.1909,
  beta: 0.288,
  gain: 0.9967,
  weights: { desc: -8.5, base: -0.6174, xh: 1.4633, cap: -0.3966 },
  offset: { U: 21.5566, L: 0, D: 47.697, P: 155.3805 },
  rho: 1,
  mixed: 0.0127,
  signs: 0.005,
  delta: 13.0258,
};

/** Of what bearings leave of the wished distances so much is let go, and kerning is bounded; 1/1000 em. */
export const KERN = { soft: 4, most: 160 } as const;
