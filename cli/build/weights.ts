import { addStyle } from '../../core/project/document/commands/family/addStyle';
import { edit } from '../../core/project/document/inStep/edit';
import type { Doc } from '../../core/project/document/schema';
import { UsageError } from '../arguments';
import type { BuildSettings } from './options';

/** The project with further styles made of the one in hand. UsageError for a name that is there already. */
export function withWeights(doc: Doc, weights: BuildSettings['weights'] = []): Doc {
  return weights.reduce((made, { name, weight, heavier }) => {
    const diff = addStyle(made, { name, weightClass: weight, heavier });
    if (!diff) throw new UsageError(`--weights names ${name}, which is there already`);
    return edit(made, diff).doc;
  }, doc);
}
