import {
  formInWords,
  heldBack,
  textsFor,
  type HeldBack,
  type InWords,
} from '../../../core/fonts/compile/formInWords';
import { repeatsIn, type Repeats } from '../../../core/fonts/compile/repeats';
import type { Doc } from '../../../core/project/document/schema';
import { commonWords } from '../commonWords';

export { explainFont } from '../../../core/fonts/compile/explainFont';
export { handDraft } from '../../../core/project/document/signs/hand/handDrafts';
export { wantedOfHand } from '../../../core/project/document/signs/hand/wanted';

/** Words that are looked through for repeats: 2,000 take half a second of this worker, which the running line waits for. */
const REPEATS_IN = 500;

export const inWords = async (view: Doc, formId: string, asked: readonly string[]): Promise<InWords> =>
  formInWords(view, formId, textsFor(view, formId, await commonWords()), { asked });

/** Undefined when there is no such rule. */
export function held(view: Doc, ruleId: string): readonly HeldBack[] | undefined {
  const rule = view.features[ruleId];
  return rule ? heldBack(view, rule) : undefined;
}

export const repeats = async (view: Doc): Promise<Repeats> =>
  repeatsIn(view, (await commonWords()).slice(0, REPEATS_IN).join(' '));
