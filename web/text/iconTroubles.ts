import type { NameTrouble } from '../../core/project/document/commands/icons/iconNames';

/** What people run into who type an icon’s name, in a sentence. */
export function troubleText({ kind, name, other }: NameTrouble): string {
  switch (kind) {
    case 'begins':
      return `“${name}” shows first while “${other}” is being typed.`;
    case 'case':
      return `“${other}” differs by capitals only: programs that begin sentences with one mix them up.`;
    case 'parts':
      return `“${name}” has a space or hyphen: a line may break there, and the icon with it.`;
    case 'keys':
      return `“${name}” has characters that not every keyboard has.`;
  }
}
