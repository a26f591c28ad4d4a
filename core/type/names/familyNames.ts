/** Family names that people take for the same one. */
const plain = (name: string): string => name.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

/** Whether a family name is another, or holds it: what a reserved name forbids. */
export const holdsName = (family: string, name: string): boolean =>
  plain(name) !== '' && plain(family).includes(plain(name));

/** Whether people would take two family names for one. */
export const isSameName = (family: string, name: string): boolean =>
  plain(name) !== '' && plain(family) === plain(name);
