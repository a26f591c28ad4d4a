import { versionOf } from '../../fontNames';
import type { FontData } from '../../fontData';
import { kitIcons } from './kitIcons';
import { kitPage } from './kitPage';
import { kitCss, kitJson, kitReadMe, kitTs } from './kitTexts';

/**
 * An icon kit by paths: the fonts for the web, a style sheet, a map for programs, names for TypeScript, and a page that shows
 * and copies each icon. `name`: of the font files, without an ending.
 */
export function kitFiles(
  font: FontData,
  name: string,
  { woff2, woff }: { readonly woff2: Uint8Array; readonly woff: Uint8Array },
): Map<string, string | Uint8Array> {
  const { family, licence, version } = font.casting;
  const icons = kitIcons(font);
  return new Map<string, string | Uint8Array>([
    ['index.html', kitPage(family, woff2, icons)],
    ['icons.css', kitCss(family, name, icons)],
    ['icons.json', kitJson(family, versionOf(version), icons)],
    ['icons.ts', kitTs(icons)],
    ['README.txt', kitReadMe(family, licence, icons)],
    [`fonts/${name}.woff2`, woff2],
    [`fonts/${name}.woff`, woff],
  ]);
}
