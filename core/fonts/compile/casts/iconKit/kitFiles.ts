import { versionOf } from '../../fontNames';
import type { FontData } from '../../fontData';
import { kitIcons } from './kitIcons';
import { kitPage } from './kitPage';
import { kitCss, kitJson, kitReadMe, kitTs } from './kitTexts';

/** A font as websites take it. */
interface WebFont {
  readonly woff2: Uint8Array;
  readonly woff: Uint8Array;
}

/** What a kit is made of besides its font's data. */
interface KitParts {
  /** Of the font files, without an ending. */
  readonly name: string;
  readonly own: WebFont;
  /** The same icons in the ink of the text, where the others have colours. */
  readonly plain: WebFont | null;
  /** Tags by glyph names. */
  readonly tags: ReadonlyMap<string, readonly string[]>;
}

/**
 * An icon kit by paths: the fonts for the web, a style sheet, a map for programs, names for TypeScript, and a page that shows
 * and copies each icon.
 */
export function kitFiles(
  font: FontData,
  { name, own, plain, tags }: KitParts,
): Map<string, string | Uint8Array> {
  const { family, licence, version } = font.casting;
  const icons = kitIcons(font, tags);
  return new Map<string, string | Uint8Array>([
    ['index.html', kitPage(family, own.woff2, icons)],
    ['icons.css', kitCss(family, name, icons, plain !== null)],
    ['icons.json', kitJson(family, versionOf(version), icons)],
    ['icons.ts', kitTs(icons)],
    ['README.txt', kitReadMe(family, licence, icons, plain !== null)],
    [`fonts/${name}.woff2`, own.woff2],
    [`fonts/${name}.woff`, own.woff],
    ...(plain
      ? ([
          [`fonts/${name}-plain.woff2`, plain.woff2],
          [`fonts/${name}-plain.woff`, plain.woff],
        ] as const)
      : []),
  ]);
}
