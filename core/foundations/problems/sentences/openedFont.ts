import type { Problem } from '../problem';

/** What may be done with a font in documents, in a sentence. */
export const MAY: Readonly<Record<'install' | 'edit' | 'view' | 'never', string>> = {
  install: 'It says that it may be used in any document.',
  edit: 'It says that it may lie in documents that others change, no more.',
  view: 'It says that it may lie in documents that others read, no more.',
  never: 'It says that it may not lie in documents.',
};

/** Longest licence that is said in full; the whole text is in the casting. */
const SHOWN = 300;

/** What a font that was opened says of what may be done with it, and what that means. */
export function openedSentence(p: Extract<Problem, { code: 'font-opened' }>): string {
  const { licence, reserved } = p;
  const text = licence.length > SHOWN ? `${licence.slice(0, SHOWN)}…` : licence;
  return [
    `This is ${p.family || 'a font without a name'}.`,
    MAY[p.embedding],
    text === '' ? 'It says nothing of a licence: ask whoever made it.' : `Its licence: “${text}”`,
    reserved.length > 0 ? `No altered font may be called ${reserved.join(' or ')}.` : '',
    'Whether it may be changed and passed on is for you to know and to answer for. Give the family a name of its own before casting.',
  ]
    .filter((s) => s !== '')
    .join(' ');
}
