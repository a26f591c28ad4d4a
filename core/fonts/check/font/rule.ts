import type { Box } from '../../../foundations/geometry/measure';
import { contoursBox } from '../../../foundations/geometry/measure';
import type { FontFault, Severity } from '../../../foundations/problems/problem';
import type { FontFile } from '../../opentype/read/readFont';
import { wholeContours } from '../../opentype/read/readGlyf';
import { quadBox } from '../../opentype/tables/glyf';

/** Where in a font file something is wrong. */
interface FaultPlace {
  readonly table?: string;
  readonly glyph?: string;
  readonly field?: string;
}

export type Tell = (fault: FontFault, severity: Severity, place: FaultPlace) => void;

/** Looks at a font and tells what is wrong by its own words. */
export type Rule = (font: FontFile, tell: Tell) => void;

/** A number that a table states, and what it has to be by the rest of the font. */
interface Stated {
  readonly table: string;
  readonly field: string;
  readonly found: number;
  readonly wanted: number;
}

/** A number that has to be just so. */
export function exactly(tell: Tell, stated: Stated, severity: Severity = 'error'): void {
  const { table, field, found, wanted } = stated;
  const fault = { fault: 'number-wrong', found: String(found), wanted: String(wanted) } as const;
  if (found !== wanted) tell(fault, severity, { table, field });
}

/** A limit that programs make room by: too near is an error; further than needed is only untidy (fonts that lost glyphs). */
export function reaching(tell: Tell, way: 'least' | 'most', stated: Stated): void {
  const short = way === 'most' ? stated.found < stated.wanted : stated.found > stated.wanted;
  exactly(tell, stated, short ? 'error' : 'note');
}

export const nameOfGlyph = (font: FontFile, i: number): string => font.glyphNames[i] ?? `#${i}`;

const known = new WeakMap<FontFile, readonly (Box | null)[]>();

/** Boxes of glyphs: over all points in 'glyf', of the curves in CFF (OpenType, 'glyf', 'head'). */
export function boxesOf(font: FontFile): readonly (Box | null)[] {
  const found =
    known.get(font) ??
    font.contours.map((c, i) =>
      font.glyf.length > 0 ? quadBox(wholeContours(font.glyf, i)) : contoursBox(c),
    );
  known.set(font, found);
  return found;
}
