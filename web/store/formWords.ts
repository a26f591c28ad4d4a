import { useEffect, useState } from 'react';
import type { HeldBack, InWords } from '../../core/fonts/compile/formInWords';
import type { Repeats } from '../../core/fonts/compile/repeats';
import type { Result } from '../../core/foundations/problems/problem';
import { projectOf } from '../../core/project/document/newProject';
import { compileClient } from '../workers/compileClient';
import { askAside } from './askAside';
import { useDoc } from './projectStore';

/** What can be asked of a style's font, by kind. */
const QUESTIONS = {
  words: (styleId: string, [formId = '', ...asked]: readonly string[]) =>
    compileClient.inWords(styleId, formId, asked),
  held: (styleId: string, [ruleId = '']: readonly string[]) => compileClient.held(styleId, ruleId),
  repeats: (styleId: string) => compileClient.repeats(styleId),
  wanted: (styleId: string, [list = '']: readonly string[]) => compileClient.handWanted(styleId, list),
};
type Kind = keyof typeof QUESTIONS;
type Answer<K extends Kind> = Awaited<ReturnType<(typeof QUESTIONS)[K]>> extends Result<infer T> ? T : never;

/** Something asked of the font aside, again when its letters or rules change; what was known before meanwhile. */
function useAsked<K extends Kind>(kind: K, about: readonly string[]): Answer<K> | null {
  const doc = useDoc();
  const { glyphs, features, kerning, groups } = doc;
  const key = JSON.stringify([projectOf(doc).styleId, ...about]);
  const [found, setFound] = useState<{ readonly key: string; readonly value: Answer<K> } | null>(null);
  useEffect(() => {
    const [styleId = '', ...rest] = JSON.parse(key) as string[];
    const ask = QUESTIONS[kind] as (styleId: string, about: readonly string[]) => Promise<Result<Answer<K>>>;
    return askAside(
      () => ask(styleId, rest),
      (value) => setFound({ key, value }),
    );
  }, [kind, key, glyphs, features, kerning, groups]);
  return found?.key === key ? found.value : null;
}

/** Words in which a form stands in its letter's place, and such in which the letter stays; `asked`: features that are switched on. */
export const useInWords = (formId: string, asked: readonly string[] = []): InWords | null =>
  useAsked('words', [formId, ...asked]);

/** Neighbours beside which the drawings of a rule are held back. */
export const useHeldBack = (ruleId: string): readonly HeldBack[] | null => useAsked('held', [ruleId]);

/** Common words in which the same drawing comes again. */
export const useRepeats = (): Repeats | null => useAsked('repeats', []);

/** Characters of a list that nobody drew and that can be drafted in the manner of the hand. */
export const useHandWanted = (list: string): readonly string[] | null => useAsked('wanted', [list]);
