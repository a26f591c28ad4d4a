// OpenType 1.9.1, "Organization of an OpenType font", 'OS/2', 'hhea'; what systems refuse, and ink that they cut off or fill in.
import { nestingDepths } from '../../../foundations/geometry/direction';
import { contourArea, contoursBox } from '../../../foundations/geometry/measure';
import { nth } from '../../../foundations/lists/nth';
import { nameOfGlyph, type Rule } from './rule';

/** "Required tables". */
const REQUIRED = ['cmap', 'head', 'hhea', 'hmtx', 'maxp', 'name', 'OS/2', 'post'];
const MAGIC = 0x5f0f3cf5;

const tables: Rule = ({ tables: there, head }, tell) => {
  for (const table of REQUIRED) if (!there.has(table)) tell({ fault: 'table-missing' }, 'error', { table });
  if (head.magicNumber !== MAGIC) tell({ fault: 'magic-number' }, 'error', { table: 'head' });
  if (head.unitsPerEm < 16 || head.unitsPerEm > 16384)
    tell({ fault: 'number-wrong', found: String(head.unitsPerEm), wanted: '16 to 16384' }, 'error', {
      table: 'head',
      field: 'unitsPerEm',
    });
};

/** Ink beyond the Windows metrics is cut off there (usWinAscent, usWinDescent); lines lie as far apart on every system. */
const lines: Rule = (font, tell) => {
  const { os2, hhea } = font;
  font.contours.forEach((contours, i) => {
    const box = contoursBox(contours);
    if (!box || (box.yMax <= os2.usWinAscent + 1 && -box.yMin <= os2.usWinDescent + 1)) return;
    const found = `${Math.round(box.yMin)} to ${Math.round(box.yMax)}`;
    const wanted = `${-os2.usWinDescent} to ${os2.usWinAscent}`;
    tell({ fault: 'clipped', found, wanted }, 'warning', { glyph: nameOfGlyph(font, i) });
  });
  const typo = os2.sTypoAscender - os2.sTypoDescender + os2.sTypoLineGap;
  const line = hhea.ascender - hhea.descender + hhea.lineGap;
  if (typo !== line)
    tell({ fault: 'lines-differ', found: String(typo), wanted: String(line) }, 'note', {
      table: 'OS/2',
      field: 'sTypoLineGap',
    });
};

/** Nesting of more contours than this takes long to find out. */
const MOST_NESTED = 200;

/** Outer contours run against the clock in CFF and with it in 'glyf', counters the other way (common practice, "Recommendations"). */
const directions: Rule = (font, tell) => {
  // Overlaps are allowed where outlines vary, and then depth says nothing.
  if (font.tables.has('gvar')) return;
  const outer = font.outlines === 'otf' ? 1 : -1;
  font.contours.forEach((contours, i) => {
    if (contours.length === 0 || contours.length > MOST_NESTED) return;
    const depths = nestingDepths(contours);
    const wrong = contours.some(
      (c, k) => Math.sign(contourArea(c)) * (nth(depths, k) % 2 === 0 ? 1 : -1) === -outer,
    );
    if (wrong) tell({ fault: 'direction' }, 'warning', { glyph: nameOfGlyph(font, i) });
  });
};

export const FILE_AND_INK: readonly Rule[] = [tables, lines, directions];
