/** The app's own words in a sentence each, for whoever meets them for the first time; the whole list is docs/glossary.md. */
export const WORDS: readonly (readonly [word: string, meaning: string])[] = [
  ['bearing', 'The white between a letter’s ink and the next letter’s place, at its left and at its right.'],
  ['bench', 'The middle of each stage, where things lie that are worked on.'],
  ['bill', 'The list of characters that the font is to have.'],
  ['cast', 'To make the font files.'],
  ['draft', 'A letter that was put together for you and waits for your word.'],
  ['gauge', 'The panel at the right: what is measured, and fields to change it.'],
  ['kerning', 'A correction of the white between two particular letters.'],
  ['ledger', 'All characters of the font, drawn and missing.'],
  ['lines', 'The heights that letters keep: baseline, x-height, caps, ascender, descender.'],
  ['moment', 'The project as it was at a time that you gave a name.'],
  ['piece', 'A patch of ink on a sheet that was taken for one letter.'],
  ['recipe', 'How a sheet is read and its letters are traced.'],
  ['rhythm', 'How even the white between all letters is.'],
  ['running line', 'Your text at the foot of every stage, in the font as it is now.'],
  ['sheet', 'One picture, page or drawing that letters come from.'],
  ['skyline', 'One bar for each letter, from its lowest to its highest point.'],
  [
    'snag',
    'Something that could look wrong or be refused by a program; it says what, and often how to mend it.',
  ],
  ['style', 'One member of the family: Regular, Bold, Italic.'],
  [
    'u',
    'A unit, a thousandth of the type size in most fonts: a letter set at 1000 px is as many px wide as it has units.',
  ],
];
