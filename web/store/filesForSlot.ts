/** A file's ending with its dot, "" without one. */
const endingOf = (name: string): string => /\.[A-Za-z0-9]+$/.exec(name)?.[0] ?? '';

/**
 * Files dropped on a glyph's place, called as that glyph so that they go there: the first is the letter, others are further
 * drawings of it. Their bytes stay as they are.
 */
export const filesForSlot = (glyphName: string, files: readonly File[]): File[] =>
  files.map((file, i) => {
    const name = `${glyphName}${i === 0 ? '' : `.alt${i}`}${endingOf(file.name)}`;
    return new File([file], name, { type: file.type, lastModified: file.lastModified });
  });
