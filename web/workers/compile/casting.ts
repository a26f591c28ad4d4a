import { castFile, type CastFile } from '../../../core/fonts/compile/casts/castFile';
import { castPlan, type Cast } from '../../../core/fonts/compile/casts/castPlan';
import type { CastFormat } from '../../../core/fonts/compile/casts/formats';
import type { PictureBytes } from '../../../core/fonts/compile/pictures';
import { forCast } from '../../../core/project/document/commands/family/cuts';
import { withCastWeights } from '../../../core/project/document/commands/family/castWeights';
import type { Doc } from '../../../core/project/document/schema';
import type { Result } from '../../../core/foundations/problems/problem';
import { brotli } from '../brotli';

export { castPrint } from '../../../core/fonts/compile/casts/castPrint';

export const plan = (doc: Doc, formats: readonly CastFormat[]): readonly Cast[] =>
  castPlan(withCastWeights(doc), formats);

export const cast = (
  doc: Doc,
  { format, styleId, cut }: Cast,
  options: { readonly nowUnixS: number; readonly pictures: PictureBytes },
): Promise<Result<CastFile>> =>
  castFile(forCast(withCastWeights(doc), cut), format, { ...options, styleId, brotli });
