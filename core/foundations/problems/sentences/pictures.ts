import type { Sentences } from './sentence';
import { counted } from '../counted';

/** So many words of a text are named. */
const MOST_WORDS = 8;

const SCAN_TEXT = {
  'paper-jam':
    'the sheet jammed on its way. Take it out, lay it straight and scan again; nothing was changed.',
  disconnected:
    'the scanner went away before the page was through. Check its cable and scan again; nothing was changed.',
  'wrong-size': 'the sheet is larger than the glass. Use a sheet made for its paper, or another scanner.',
  'nothing-on-glass': 'nothing lies on the glass. Lay a sheet on it, then scan.',
  busy: 'it is busy or has a sheet stuck. Wait, or take the sheet out, then scan again.',
} as const;

/** Pictures, pages and what was found on them. */
export const PICTURES: Sentences<
  | 'picture-kind-unknown'
  | 'picture-kind-unsupported'
  | 'picture-broken'
  | 'picture-too-small'
  | 'picture-too-large'
  | 'no-ink'
  | 'picture-made-smaller'
  | 'no-grid'
  | 'scan-failed'
  | 'practice-no-code'
  | 'page-doubts'
  | 'practice-gaps'
  | 'nothing-there'
  | 'no-letters'
  | 'page-by-shape'
  | 'words-skipped'
  | 'texts-file'
  | 'text-too-long'
> = {
  'picture-kind-unknown': () =>
    'this is not a picture we can read. Use a PNG, JPEG, WebP, TIFF, BMP, GIF, SVG or PDF file.',
  'picture-kind-unsupported': (p) =>
    `this is ${p.kind}, not a picture of px. Bring it in as artwork, or save it as PNG.`,
  'picture-broken': (p) => `the ${p.kind} data is damaged or cut off (${p.reason}). Save or scan it again.`,
  'picture-too-small': (p) =>
    `the picture is only ${p.width} x ${p.height} px, too small to hold a letter. Use a larger scan.`,
  'picture-too-large': (p) =>
    `the picture is ${p.width} x ${p.height} px; up to ${p.limitMegapixels} megapixels fit. Scan at a lower resolution or crop it.`,
  'no-ink': (p) =>
    `no ink was found: the picture is ${p.look}. Check that it is the right page and not over- or underexposed.`,
  'picture-made-smaller': (p) =>
    `the picture is very large; it was read at 1/${p.step} of its size, and lengths are in those px.`,
  'no-grid': () =>
    'its edges lie on no even grid, so it is no pixel drawing. Trace it as an outline, or check that it was not turned or squeezed.',
  'scan-failed': (p) => SCAN_TEXT[p.reason],
  'practice-no-code': () =>
    "this looks like a practice sheet, but its square code can't be read. Photograph it sharper and with all of the code in view.",
  'page-doubts': (p) =>
    `look at this page in the app: ${[
      p.unsure.length > 0 ? `in doubt are ${p.unsure.join(' ')}` : '',
      p.unnamed > 0 ? `${counted(p.unnamed, 'piece')} without a name` : '',
      p.missing.length > 0 ? `not found were ${p.missing.join(' ')}` : '',
    ]
      .filter((part) => part !== '')
      .join('; ')}.`,
  'practice-gaps': (p) =>
    [
      p.empty.length > 0 ? `these boxes are empty: ${p.empty.join(' ')}` : '',
      p.crossedOut.length > 0 ? `these were crossed out: ${p.crossedOut.join(' ')}` : '',
    ]
      .filter((t) => t !== '')
      .join('; ')
      .concat('. Write them on another sheet when you want them.'),
  'nothing-there': () =>
    'no ink lies there. Draw across the ink of a piece, or a box around ink that was left out.',
  'no-letters': (p) =>
    p.specks > 0
      ? `only specks were found (${p.specks}), nothing as big as a letter. Scan at a higher resolution.`
      : 'no letters were found. Check that the page was not blank.',
  'texts-file': (p) =>
    p.reason === 'no-json'
      ? 'this is no list of texts. Write {"page.png": "what it says", ...} as JSON.'
      : 'it has no text for this picture. Add it under the name of the picture.',
  'text-too-long': (p) =>
    `its text has more than ${p.most} letters, too many for what is written here. Type only what this page says, or crop the page and read it in parts.`,
  'words-skipped': (p) =>
    `${p.words.length === 1 ? 'a word of its text was' : `${p.words.length} words of its text were`} not found as written: ${p.words.slice(0, MOST_WORDS).join(' ')}${p.words.length > MOST_WORDS ? ' …' : ''}. Nothing was guessed there; correct the text in Gather where the page says something else.`,
  'page-by-shape': () =>
    'its letters follow no list of this font in a usual order, so they are named by their shapes alone. Type what is written on it in Gather and lift it again to have them named by that.',
};
