// OpenType feature file specification 1.26, 2.c "Keywords", 2.f "Glyphs" and 2.g "Glyph classes".
import type { GlyphSet } from '../opentype/layout/model';
import type { FontGlyphs } from './fontGlyphs';

/** Words of the language, which a glyph's name can only be with a backslash (2.c "Keywords", 2.f.i). */
const KEYWORDS = new Set(
  (
    'anchor anchorDef anon anonymous base by contour contourpoint cursive cvParameters device enum enumerate excludeDFLT ' +
    'exclude_dflt feature featureNames from HorizAxis.BaseTagList ignore ignoreDFLT include includeDFLT include_dflt language ' +
    'languagesystem ligature locations lookup lookupflag mark MarkAttachmentType markClass MarkFilteringSet name nameid NULL ' +
    'parameters pos position required reversesub RightToLeft rsub script sizemenuname sub substitute subtable table useExtension ' +
    'UseMarkFilteringSet valueRecordDef IgnoreBaseGlyphs IgnoreLigatures IgnoreMarks'
  ).split(' '),
);

/** Sets of more glyphs than this get a name. */
const MOST_INLINE = 3;

/** Glyphs by name, and sets as classes that are written once. */
export class Naming {
  readonly classes = new Map<string, string>();
  constructor(private readonly font: FontGlyphs) {}

  readonly glyph = (index: number): string => {
    const { name } = this.font.at(index);
    return KEYWORDS.has(name) ? `\\${name}` : name;
  };
  readonly set = (glyphs: GlyphSet): string => {
    const [only] = glyphs;
    if (glyphs.length === 1 && only !== undefined) return this.glyph(only);
    const list = `[${glyphs.map(this.glyph).join(' ')}]`;
    if (glyphs.length <= MOST_INLINE) return list;
    const known = this.classes.get(list) ?? `@glyphs_${this.classes.size + 1}`;
    this.classes.set(list, known);
    return known;
  };
}

/** Words of a statement with blanks between. */
export const joined = (parts: readonly string[]) => parts.filter((p) => p !== '').join(' ');
