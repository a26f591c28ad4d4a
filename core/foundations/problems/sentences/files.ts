import type { Sentences } from './sentence';

/** Files of all kinds, read and written. */
export const FILES: Sentences<
  | 'file-empty'
  | 'postscript'
  | 'font-file'
  | 'pdf-broken'
  | 'pdf-too-long'
  | 'pdf-empty'
  | 'zip-broken'
  | 'zip-too-large'
  | 'svg-broken'
  | 'openraster-broken'
  | 'svg-too-large'
  | 'svg-empty'
  | 'svg-partly'
  | 'file-not-found'
  | 'file-unwritable'
  | 'format-unknown'
> = {
  'file-empty': () => 'the file is empty (0 bytes). Save or copy it again and add it once more.',
  postscript: () =>
    'this is a PostScript drawing, which is a program and not a picture. Save it as SVG or as PDF where it was drawn, and add that.',
  'font-file': (p) =>
    `this is ${p.kind}, not a picture of letters. Open it from the list of projects to work on its letters.`,
  'pdf-broken': (p) =>
    `the PDF can't be read (${p.reason}). Save it again from the program it was made with.`,
  'pdf-too-long': (p) =>
    `the PDF has ${p.pages} pages; up to ${p.limit} are read. Save the pages with letters as a file of their own.`,
  'pdf-empty': () => 'no page holds shapes or a scan. Turn text into outlines, then save the PDF again.',
  'zip-broken': () =>
    'the zip is damaged or cut off. Copy it again, or unpack it and drop the files themselves.',
  'zip-too-large': (p) =>
    `the zip unpacks to more than any set of drawings needs (over ${p.limit}). Unpack it yourself and drop what you want.`,
  'svg-broken': (p) =>
    `the SVG can't be read (${p.reason}). Save it again from the program it was drawn with.`,
  'openraster-broken': (p) =>
    `the layered picture can't be read (${p.reason}). Save it again from the program it was painted with, or save it as PNG.`,
  'svg-too-large': (p) =>
    `the SVG is larger than any drawing needs (over ${p.limit}). Simplify it, or save it without repeated parts.`,
  'svg-empty': () =>
    'nothing is drawn in this SVG, or all of it is hidden. Check that it holds shapes and not only text or pictures.',
  'svg-partly': (p) =>
    `this was not understood and left out: ${p.what.join('; ')}. Turn it into plain shapes and add the file again.`,
  'file-not-found': () => 'there is no such file or folder. Check the path.',
  'file-unwritable': (p) => `the file can't be written (${p.reason}). Choose another place.`,
  'format-unknown': (p) => `"${p.format}" is not a format we make. Choose from ${p.known.join(', ')}.`,
};
