import type { FontFault } from '../problem';

/** What is wrong with a font file, and what comes of it. */
export function faultSentence(f: FontFault): string {
  switch (f.fault) {
    case 'number-wrong':
      return `the value is ${f.found}; by the rest of the font it is ${f.wanted}.`;
    case 'clipped':
      return `the ink reaches from ${f.found}, the Windows metrics from ${f.wanted}: it is cut off there.`;
    case 'lines-differ':
      return `lines are ${f.found} apart by these values and ${f.wanted} by hhea, so that they differ from system to system.`;
    case 'family-long':
      return `the name is ${f.found} characters long; ${f.wanted} are shown everywhere.`;
    case 'postscript-name':
      return `“${f.found}” is no PostScript name: up to 63 printable ASCII characters without spaces, brackets, slashes and percent signs.`;
    case 'version-form':
      return `“${f.found}” doesn't begin like “Version 1.000”, which programs compare.`;
    case 'glyph-beyond':
      return `${f.found} is shown by a glyph that isn't there.`;
    default:
      return SENTENCES[f.fault];
  }
}

/** Faults whose sentence is always the same. */
type Plain = Exclude<
  FontFault['fault'],
  | 'number-wrong'
  | 'clipped'
  | 'lines-differ'
  | 'family-long'
  | 'postscript-name'
  | 'version-form'
  | 'glyph-beyond'
>;

const SENTENCES: Readonly<Record<Plain, string>> = {
  'table-missing': 'the table is missing, which every font has.',
  'magic-number': "the magic number is wrong; systems don't take the font.",
  'box-wrong': "the stated box isn't that of the points.",
  'styles-differ':
    'bold, italic and regular are said otherwise here than elsewhere, so that menus group the font wrong.',
  'ranges-unclaimed':
    'characters are there whose ranges are not claimed; some programs then look for another font.',
  'name-missing': 'the name is missing.',
  'no-windows-cmap': 'no characters are mapped for Windows, so that most programs show none.',
  'no-space': 'there is no space (U+0020).',
  'space-inked': 'the space has ink.',
  'space-narrow': 'the space has no width, so that words run together.',
  'no-break-space': 'there is no no-break space (U+00A0); some programs take one of another font.',
  'names-none': 'glyphs have no names, which search and copying from PDF need.',
  'notdef-first': 'the first glyph must be .notdef.',
  'notdef-empty': 'the sign for a missing character is empty, so that missing ones vanish.',
  'glyph-twice': 'two glyphs have this name.',
  'glyph-name':
    'the name has signs that some programs refuse: letters, digits, periods and underscores are safe.',
  direction: 'a contour runs the wrong way round; some programs fill the counter in.',
};
