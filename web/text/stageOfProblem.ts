import type { Problem } from '../../core/foundations/problems/problem';

/** Where what is told before casting is mended; what isn't named here is mended in Cast. */
const STAGES: Partial<Record<Problem['code'], string>> = {
  'contour-open': 'dress',
  'contour-tiny': 'dress',
  'coordinate-out-of-range': 'dress',
  'glyph-empty': 'dress',
  'svg-partly': 'dress',
  'size-odd': 'seat',
  'code-point-taken': 'name',
  'bill-missing': 'name',
  'space-missing': 'name',
  'rule-idle': 'name',
  'advance-negative': 'fit',
  'kerning-wide': 'fit',
};

/** The stage at which a problem of a font is mended. */
export const stageOfProblem = ({ code }: Pick<Problem, 'code'>): string => STAGES[code] ?? 'cast';
