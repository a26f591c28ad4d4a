import { z } from 'zod';

/** What a practice sheet is made by; all of it is in the page code, so that any copy of the app can read the page. */
export const practiceSettings = z.object({
  paper: z.enum(['a4', 'letter']),
  /** Boxes for each character. */
  boxes: z.number().int().min(1).max(3),
  /** Height of small letters, mm. */
  xHeightMm: z.number().min(4).max(20),
  /** Slant of the help lines, degrees from upright; 0 = none. */
  slantDeg: z.number().min(0).max(45),
});
export type PracticeSettings = Readonly<z.infer<typeof practiceSettings>>;

/** As large as fits all of the basic bill on one page. */
export const DEFAULT_PRACTICE: PracticeSettings = { paper: 'a4', boxes: 1, xHeightMm: 8, slantDeg: 0 };
