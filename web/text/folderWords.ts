import type { FolderChange } from '../../core/project/document/commands/icons/folderChanges';

const codeOf = ({ icon }: FolderChange): string =>
  (icon?.glyph.codePoints ?? []).map((cp) => `U+${cp.toString(16).toUpperCase()}`).join(' ');

/** What a folder brings for an icon, and what taking it does. */
export function folderWords(change: FolderChange): { readonly title: string; readonly what: string } {
  const code = codeOf(change);
  switch (change.kind) {
    case 'added':
      return { title: `${change.name} is new`, what: 'It gets a code of its own.' };
    case 'renamed':
      return {
        title: `${change.was} is called ${change.name} now`,
        what: `The same drawing; it keeps ${code}.`,
      };
    case 'removed':
      return {
        title: `${change.name} is gone`,
        what: `${code} is retired: no other icon gets it.`,
      };
    case 'changed':
      return {
        title: `${change.name} is drawn anew`,
        what: change.byHand
          ? 'You worked on it here: taken, your drawing is put aside in Dress.'
          : `It keeps ${code}.`,
      };
  }
}
