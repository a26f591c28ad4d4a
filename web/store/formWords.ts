import { useEffect, useState } from 'react';
import type { HeldBack, InWords } from '../../core/fonts/compile/formInWords';
import type { Repeats } from '../../core/fonts/compile/repeats';
import type { Result } from '../../core/foundations/problems/problem';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import { compileClient } from '../workers/compileClient';
import { askAside } from './askAside';
import { useDoc } from './projectStore';

/** Something asked of the font aside, again when the letters or rules change; what was known before meanwhile. `key`: what it is asked of. */
function useAsked<T>(key: string, ask: (doc: Doc) => Promise<Result<T>>): T | null {
  const doc = useDoc();
  const [found, setFound] = useState<{ readonly key: string; readonly value: T } | null>(null);
  useEffect(
    () =>
      askAside(
        () => ask(doc),
        (value) => setFound({ key, value }),
      ),
    // What is asked follows from its key.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [key, doc.glyphs, doc.features, doc.kerning, doc.groups],
  );
  return found?.key === key ? found.value : null;
}

/** Words in which a form stands in its letter's place, and such in which the letter stays. */
export const useInWords = (formId: string, asked: readonly string[] = []): InWords | null =>
  useAsked(`${formId} ${asked.join()}`, (doc) =>
    compileClient.inWords(projectOf(doc).styleId, formId, asked),
  );

/** Neighbours beside which the drawings of a rule are held back. */
export const useHeldBack = (ruleId: string): readonly HeldBack[] | null =>
  useAsked(ruleId, (doc) => compileClient.held(projectOf(doc).styleId, ruleId));

/** Common words in which the same drawing comes again. */
export const useRepeats = (): Repeats | null =>
  useAsked('repeats', (doc) => compileClient.repeats(projectOf(doc).styleId));
