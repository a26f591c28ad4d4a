// OpenType 1.9.1, 'name', 'cmap', 'post', 'OS/2'; Adobe Glyph List Specification, 2: what menus and programs find a font and its glyphs by.
import { nameOf } from '../../opentype/read/readName';
import { MAC_STYLE } from '../../opentype/tables/head';
import { NAME_ID } from '../../opentype/tables/name';
import { FS_SELECTION } from '../../opentype/tables/os2';
import { nameOfGlyph, type Rule } from './rule';

/** Longest PostScript name (name id 6), and the longest family that all programs show whole (LOGFONT's 32 with its end mark). */
const LONGEST = { postScript: 63, family: 31 };

/** Names that programs need, in the form that they need. */
const names: Rule = ({ names: records }, tell) => {
  const field = (id: number) => ({ table: 'name', field: `name id ${id}` });
  for (const id of [NAME_ID.family, NAME_ID.style, NAME_ID.full, NAME_ID.version, NAME_ID.postScript])
    if (!nameOf(records, id)?.trim()) tell({ fault: 'name-missing' }, 'error', field(id));
  const postScript = nameOf(records, NAME_ID.postScript) ?? '';
  if (postScript.length > LONGEST.postScript || /[^\x21-\x7e]|[[\](){}<>/%]/.test(postScript))
    tell({ fault: 'postscript-name', found: postScript }, 'error', field(NAME_ID.postScript));
  const { length } = nameOf(records, NAME_ID.family) ?? '';
  if (length > LONGEST.family)
    tell(
      { fault: 'family-long', found: String(length), wanted: String(LONGEST.family) },
      'warning',
      field(NAME_ID.family),
    );
  const version = nameOf(records, NAME_ID.version) ?? '';
  if (version !== '' && !/^Version \d+\.\d+/.test(version))
    tell({ fault: 'version-form', found: version }, 'warning', field(NAME_ID.version));
};

/** Bold, italic and regular say the same in 'OS/2' and 'head'; a weight is one of 1 to 1000. */
const styles: Rule = ({ os2, head }, tell) => {
  const says = (bits: number, bit: number) => (bits & bit) !== 0;
  const bold = says(os2.fsSelection, FS_SELECTION.bold);
  const italic = says(os2.fsSelection, FS_SELECTION.italic);
  const differ =
    bold !== says(head.macStyle, MAC_STYLE.bold) || italic !== says(head.macStyle, MAC_STYLE.italic);
  const both = says(os2.fsSelection, FS_SELECTION.regular) && (bold || italic);
  if (differ || both) tell({ fault: 'styles-differ' }, 'error', { table: 'OS/2', field: 'fsSelection' });
  if (os2.usWeightClass < 1 || os2.usWeightClass > 1000)
    tell({ fault: 'number-wrong', found: String(os2.usWeightClass), wanted: '1 to 1000' }, 'error', {
      table: 'OS/2',
      field: 'usWeightClass',
    });
};

/** The subtable that Windows and everybody since reads, glyphs that are there, and the spaces. */
const characters: Rule = (font, tell) => {
  const { cmap, mapping } = font;
  if (!cmap.some((s) => s.platform === 3 && (s.encoding === 1 || s.encoding === 10)))
    tell({ fault: 'no-windows-cmap' }, 'error', { table: 'cmap' });
  for (const [cp, glyph] of mapping)
    if (glyph >= font.contours.length)
      tell({ fault: 'glyph-beyond', found: `U+${cp.toString(16).toUpperCase()}` }, 'error', {
        table: 'cmap',
      });
  const space = mapping.get(0x20);
  if (space === undefined) tell({ fault: 'no-space' }, 'warning', { table: 'cmap' });
  else {
    const place = { glyph: nameOfGlyph(font, space) };
    if ((font.contours[space]?.length ?? 0) > 0) tell({ fault: 'space-inked' }, 'warning', place);
    if (font.metrics[space]?.advance === 0) tell({ fault: 'space-narrow' }, 'warning', place);
  }
  if (mapping.size > 0 && !mapping.has(0xa0)) tell({ fault: 'no-break-space' }, 'note', { table: 'cmap' });
};

/** Names of glyphs: told apart, in the form that PostScript and most programs take; the sign for missing characters first. */
const glyphNames: Rule = (font, tell) => {
  const [first] = font.glyphNames;
  if (first === undefined) {
    tell({ fault: 'names-none' }, 'note', { table: font.outlines === 'otf' ? 'CFF ' : 'post' });
    return;
  }
  if (first !== '.notdef') tell({ fault: 'notdef-first' }, 'error', { glyph: first });
  if ((font.contours[0]?.length ?? 0) === 0) tell({ fault: 'notdef-empty' }, 'warning', { glyph: first });
  const seen = new Set<string>();
  for (const name of font.glyphNames) {
    if (seen.has(name)) tell({ fault: 'glyph-twice' }, 'warning', { glyph: name });
    seen.add(name);
    if (name !== '.notdef' && !/^[A-Za-z_.][A-Za-z0-9._]{0,62}$/.test(name))
      tell({ fault: 'glyph-name' }, 'warning', { glyph: name });
  }
};

export const NAMES_AND_CHARACTERS: readonly Rule[] = [names, styles, characters, glyphNames];
