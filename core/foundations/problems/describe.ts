import { counted } from './counted';
import type { Place, Problem } from './problem';

const hex = (codePoint: number) => `U+${codePoint.toString(16).toUpperCase().padStart(4, '0')}`;

const SCAN_TEXT = {
  'paper-jam':
    'the sheet jammed on its way. Take it out, lay it straight and scan again; nothing was changed.',
  disconnected:
    'the scanner went away before the page was through. Check its cable and scan again; nothing was changed.',
  'wrong-size': 'the sheet is larger than the glass. Use a sheet made for its paper, or another scanner.',
  'nothing-on-glass': 'nothing lies on the glass. Lay a sheet on it, then scan.',
  busy: 'it is busy or has a sheet stuck. Wait, or take the sheet out, then scan again.',
} as const;

/** What happened and what to do, in plain words, without the place. */
function sentence(p: Problem): string {
  switch (p.code) {
    case 'file-empty':
      return 'the file is empty (0 bytes). Save or copy it again and add it once more.';
    case 'picture-kind-unknown':
      return 'this is not a picture we can read. Use a PNG, JPEG, WebP, TIFF, BMP, GIF, SVG or PDF file.';
    case 'postscript':
      return 'this is a PostScript drawing, which is a program and not a picture. Save it as SVG or as PDF where it was drawn, and add that.';
    case 'font-file':
      return `this is ${p.kind}, not a picture of letters. Drop a picture, drawings or a project file instead.`;
    case 'picture-kind-unsupported':
      return `this is ${p.kind}, not a picture of px. Bring it in as artwork, or save it as PNG.`;
    case 'picture-broken':
      return `the ${p.kind} data is damaged or cut off (${p.reason}). Save or scan it again.`;
    case 'picture-too-small':
      return `the picture is only ${p.width} x ${p.height} px, too small to hold a letter. Use a larger scan.`;
    case 'picture-too-large':
      return `the picture is ${p.width} x ${p.height} px; up to ${p.limitMegapixels} megapixels fit. Scan at a lower resolution or crop it.`;
    case 'no-ink':
      return `no ink was found: the picture is ${p.look}. Check that it is the right page and not over- or underexposed.`;
    case 'picture-made-smaller':
      return `the picture is very large; it was read at 1/${p.step} of its size, and lengths are in those px.`;
    case 'no-grid':
      return 'its edges lie on no even grid, so it is no pixel drawing. Trace it as an outline, or check that it was not turned or squeezed.';
    case 'scan-failed':
      return SCAN_TEXT[p.reason];
    case 'practice-no-code':
      return "this looks like a practice sheet, but its square code can't be read. Photograph it sharper and with all of the code in view.";
    case 'page-doubts':
      return `look at this page in the app: ${[
        p.unsure.length > 0 ? `in doubt are ${p.unsure.join(' ')}` : '',
        p.unnamed > 0 ? `${counted(p.unnamed, 'piece')} without a name` : '',
        p.missing.length > 0 ? `not found were ${p.missing.join(' ')}` : '',
      ]
        .filter((part) => part !== '')
        .join('; ')}.`;
    case 'practice-gaps':
      return [
        p.empty.length > 0 ? `these boxes are empty: ${p.empty.join(' ')}` : '',
        p.crossedOut.length > 0 ? `these were crossed out: ${p.crossedOut.join(' ')}` : '',
      ]
        .filter((t) => t !== '')
        .join('; ')
        .concat('. Write them on another sheet when you want them.');
    case 'nothing-there':
      return 'no ink lies there. Draw across the ink of a piece, or a box around ink that was left out.';
    case 'no-letters':
      return p.specks > 0
        ? `only specks were found (${p.specks}), nothing as big as a letter. Scan at a higher resolution.`
        : 'no letters were found. Check that the page was not blank.';
    case 'pdf-broken':
      return `the PDF can't be read (${p.reason}). Save it again from the program it was made with.`;
    case 'pdf-too-long':
      return `the PDF has ${p.pages} pages; up to ${p.limit} are read. Save the pages with letters as a file of their own.`;
    case 'page-by-shape':
      return 'its letters follow no list of this font in a usual order, so they are named by their shapes alone. Type what is written on it in Gather and lift it again to have them named by that.';
    case 'font-broken':
      return "the font can't be read. Give an OTF, TTF or WOFF file that other programs accept.";
    case 'fit-needs-letters':
      return 'there is no letter or figure to take a rhythm from. Icons keep their margins: set those in Seat. For letters, name them first.';
    case 'pdf-empty':
      return 'no page holds shapes or a scan. Turn text into outlines, then save the PDF again.';
    case 'zip-broken':
      return 'the zip is damaged or cut off. Copy it again, or unpack it and drop the files themselves.';
    case 'zip-too-large':
      return `the zip unpacks to more than any set of drawings needs (over ${p.limit}). Unpack it yourself and drop what you want.`;
    case 'svg-broken':
      return `the SVG can't be read (${p.reason}). Save it again from the program it was drawn with.`;
    case 'openraster-broken':
      return `the layered picture can't be read (${p.reason}). Save it again from the program it was painted with, or save it as PNG.`;
    case 'svg-too-large':
      return `the SVG is larger than any drawing needs (over ${p.limit}). Simplify it, or save it without repeated parts.`;
    case 'svg-empty':
      return 'nothing is drawn in this SVG, or all of it is hidden. Check that it holds shapes and not only text or pictures.';
    case 'svg-partly':
      return `this was not understood and left out: ${p.what.join('; ')}. Turn it into plain shapes and add the file again.`;
    case 'project-not-zip':
      return 'this is not an Orthoglyph project file. Choose a file that was saved with "Save project file".';
    case 'project-incomplete':
      return `the project file lacks ${p.missing}. It may have been cut off while copying; copy it again.`;
    case 'project-future':
      return `the project was saved by a newer Orthoglyph (version ${p.version}, this one knows up to ${p.known}). Update Orthoglyph, then open it again; the file was not changed.`;
    case 'project-invalid':
      return `the project file doesn't fit its own form at ${p.path || 'its top'}: ${p.reason}. Use an earlier copy.`;
    case 'job-failed':
      return `this could not be done (${p.reason}). Nothing was changed. Try it again; if it fails again, save a project file and report it.`;
    case 'worker-crashed':
      return `the browser ended this work (${p.reason}), mostly for want of memory. Nothing was changed and other work goes on. Close other tabs or use a smaller picture, then try again.`;
    case 'storage-full':
      return `the browser has no room left for ${p.what}. Nothing that was there is lost. Save project files and delete projects you don't need here, then try again.`;
    case 'storage-failed':
      return `the browser's storage didn't take it (${p.reason}). It is kept here and tried again; save a project file to be safe.`;
    case 'project-elsewhere':
      return 'this project is open in another tab, or was deleted there: nothing can be added here. Add it in that tab, or close it and add it again.';
    case 'project-not-here':
      return 'there is no such project in this browser. It may have been deleted, or made in another browser; open its project file instead.';
    case 'project-taken-over':
      return p.rows === 0
        ? 'the other tab let go of this project. You can go on here.'
        : `the other tab let go of this project after changing ${p.rows} of its rows. They are shown here now, and you can go on.`;
    case 'project-older':
      return `it was saved by an earlier Orthoglyph (form ${p.version}) and was brought to today's form.`;
    case 'project-mended':
      return `it didn't hold together everywhere and was mended: ${p.what.join('; ')}.`;
    case 'row-damaged':
      return `a row of its ${p.table} (${p.id}) is damaged and was left out: ${p.reason}. The rest was opened; the damaged row can be saved as a file.`;
    case 'picture-altered':
      return `the picture of ${p.sheet} isn't the one that was saved with it. It was opened as it is now; look at the sheet before you lift it again.`;
    case 'picture-missing':
      return `the picture of ${p.sheet} is missing. Its letters are all there; add the picture again to trace it anew.`;
    case 'no-glyphs':
      return 'no letter has a character yet. Name at least one, then cast again.';
    case 'code-point-taken':
      return `${hex(p.codePoint)} is also given to ${p.other}. One of them must give it up.`;
    case 'glyph-name':
      return nameSentence(p.name, p.reason);
    case 'word-lacking':
      return p.lacking.length === 0
        ? 'nothing of the text has any ink in this font.'
        : `the font has no ${p.lacking.join(' ')}. Draw them, or take them out of the text.`;
    case 'advance-negative':
      return `the side bearings pass each other, so the letter would be ${Math.round(p.value)} u wide. Make one of them larger.`;
    case 'coordinate-out-of-range':
      return `the outline reaches ${Math.round(p.value)} u; font files hold up to ${p.limit} u. Scale or move it.`;
    case 'contour-tiny':
      return `a contour covers only ${p.areaEm.toFixed(0)} square units: probably a speck. Delete it in Dress.`;
    case 'contour-open':
      return 'a contour is open and stays out of the font. Close it in Dress.';
    case 'character-moved':
      return `${p.char} was piece ${p.piece} until now, which has no character any more. Name it, or undo.`;
    case 'size-odd':
      return p.times > 1
        ? `${p.char} is ${p.times.toFixed(1)} times as tall as it usually is beside these capitals. Scale it in Seat, unless it is meant.`
        : `${p.char} is only ${Math.round(100 * p.times)} % as tall as it usually is beside these capitals. Scale it in Seat, unless it is meant.`;
    case 'glyph-empty':
      return 'there is no outline, so it stays out of the font. Draw one, or remove the glyph.';
    case 'name-missing':
      return 'the field is empty. Type a name.';
    case 'name-too-long':
      return `the name is ${p.length} characters long; ${p.limit} fit. Shorten it.`;
    case 'names-clash':
      return `these names stand for the same glyph: ${p.names.join(', ')}. Rename or remove one.`;
    case 'name-not-understood':
      return `no character is known by the name "${p.name}". Name it like A, uni00DF or period.`;
    case 'bill-missing':
      return `these characters have no glyph yet: ${p.characters}`;
    case 'file-not-found':
      return 'there is no such file or folder. Check the path.';
    case 'file-unwritable':
      return `the file can't be written (${p.reason}). Choose another place.`;
    case 'format-unknown':
      return `"${p.format}" is not a format we make. Choose from ${p.known.join(', ')}.`;
  }
}

/** The place as words, "" when none is known. */
export function describePlace(place: Place): string {
  const parts = [
    place.file,
    place.glyph && `glyph ${place.glyph}`,
    place.contour !== undefined && `contour ${place.contour + 1}`,
    place.table && `table ${place.table}`,
    place.field && `field ${place.field}`,
  ].filter(Boolean);
  return parts.join(', ');
}

/** One line for a person: place, what happened, what to do. */
export function describeProblem(p: Problem): string {
  const place = describePlace(p.place);
  const text = sentence(p);
  return place ? `${place}: ${text}` : text.charAt(0).toUpperCase() + text.slice(1);
}

/** Why a glyph can't be called so, and what to do. */
function nameSentence(name: string, reason: Extract<Problem, { code: 'glyph-name' }>['reason']): string {
  switch (reason) {
    case 'empty':
      return 'a glyph needs a name.';
    case 'too-long':
      return `the name has ${name.length} characters; font files hold up to 63.`;
    case 'sign':
      return 'a glyph name has letters A to Z, digits, periods and underscores only.';
    case 'beginning':
      return 'a glyph name begins with a letter or an underscore.';
    case 'taken':
      return `another glyph is called ${name}. Choose another name.`;
    case 'standing':
      return 'the sign for a missing character is called .notdef in every font.';
    case 'other-character':
      return `${name} means another character than this glyph stands for. Give it that character instead.`;
    case 'a-character':
      return `${name} means a character. Give the drawing that character, or call it another drawing of it: ${name}.alt1.`;
    case 'no-letters':
      return `a drawing of a sheet is called by what it shows: f_i for letters joined, a.ss01 for another drawing.`;
  }
}
