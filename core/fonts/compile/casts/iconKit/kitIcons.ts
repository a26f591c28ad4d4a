import { safeFileName } from '../../../../type/names/fileNames';
import type { FontGlyph } from '../../../features/fontGlyphs';
import type { FontData } from '../../fontData';

/** An icon as web pages and programs use it. */
export interface KitIcon {
  /** The first name that it can be typed by, else its glyph's. */
  readonly name: string;
  /** All names that become it when they are typed in its font. */
  readonly typed: readonly string[];
  readonly tags: readonly string[];
  /** Its CSS class, unique in the kit. */
  readonly className: string;
  readonly codePoint: number;
  /** Advance width, ems. */
  readonly width: number;
}

/** Letters, figures and hyphens, as a CSS class can be written without escapes (CSS Syntax Level 3, "ident-token"). */
const slug = (name: string): string =>
  safeFileName(name, 'icon')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'icon';

/** Everything of a font that has ink and a code point, in the order of the code points. `tags`: by glyph names. */
export function kitIcons(
  { glyphs, unitsPerEm }: FontData,
  tags: ReadonlyMap<string, readonly string[]> = new Map(),
): KitIcon[] {
  const taken = new Map<string, number>();
  const unique = (wanted: string) => {
    const times = (taken.get(wanted) ?? 0) + 1;
    taken.set(wanted, times);
    return times === 1 ? wanted : `${wanted}-${times}`;
  };
  // A letter that is only there for typing names looks like .notdef and is no icon.
  const [notdef] = glyphs;
  const standsIn = (g: FontGlyph, i: number) =>
    i > 0 &&
    notdef !== undefined &&
    g.contours.length === notdef.contours.length &&
    JSON.stringify(g.box) === JSON.stringify(notdef.box) &&
    JSON.stringify(g.contours) === JSON.stringify(notdef.contours);
  return glyphs.flatMap((g, i): KitIcon[] => {
    const [codePoint] = g.codePoints;
    if (codePoint === undefined || g.contours.length === 0 || standsIn(g, i)) return [];
    const name = g.typed[0] ?? g.name;
    return [
      {
        name,
        typed: g.typed,
        tags: tags.get(g.name) ?? [],
        className: unique(slug(name)),
        codePoint,
        width: g.advance / unitsPerEm,
      },
    ];
  });
}

export const hex = (codePoint: number): string => codePoint.toString(16);
