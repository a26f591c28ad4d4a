import type { CastingRow, PaletteRow, StyleRow } from '../../../project/document/schema';
import { versionOf } from '../fontNames';
import { licenceText } from '../licences/licenceText';

/** What goes into a bundle for a shop, by where it lies in the zip. */
export interface BundleParts {
  readonly casting: CastingRow;
  readonly styles: readonly StyleRow[];
  /** Fonts and letters by folder: their names and bytes. */
  readonly files: ReadonlyMap<string, Uint8Array>;
  /** How many characters the family has. */
  readonly characters: number;
}

const FOLDERS: readonly (readonly [string, string])[] = [
  ['fonts/otf', 'for print and design programs: open a file and choose Install'],
  ['fonts/ttf', 'for office programs: install either these or the OTF, not both'],
  ['fonts/variable', 'one file with every weight, for programs that know variable fonts'],
  ['web', 'WOFF2 and WOFF for websites, with a style sheet'],
  ['letters/svg', 'each letter as a drawing'],
  ['letters/png', 'each letter as a picture on clear ground, in a folder for each height in pixels'],
  ['letters/dxf', 'each letter for cutting machines'],
  ['proofs', 'pictures that show the font'],
];

/** How fonts are put to use, in words that need no program's name. */
const INSTALLING = [
  'Windows: right-click a font file and choose Install.',
  'macOS: open a font file and press Install.',
  'Linux: open a font file and press Install, or copy it to the folder .local/share/fonts of your home.',
  'Tablets and phones: where the system takes fonts, open a font file and follow what it says.',
  '',
  'Programs that were running see a new font after a restart.',
  'A newer version takes the place of this one: remove this one first where two of a name would meet.',
];

/** All files of a bundle by path: fonts, letters, proofs, a licence and a read-me that says what is where. */
export function bundleFiles(parts: BundleParts): Map<string, string | Uint8Array> {
  const licence = licenceText(parts.casting);
  return new Map<string, string | Uint8Array>([
    ['README.txt', readMe(parts)],
    ...(licence === null ? [] : [['LICENCE.txt', licence.replace(/\r?\n/g, '\r\n')] as const]),
    ...parts.files,
  ]);
}

const lines = (texts: readonly (string | null)[]): string =>
  `${texts.filter((t) => t !== null).join('\r\n')}\r\n`;

function readMe({ casting, styles, files, characters }: BundleParts): string {
  const { family, designer, designerUrl } = casting;
  const there = FOLDERS.filter(([folder]) => [...files.keys()].some((path) => path.startsWith(`${folder}/`)));
  const widest = Math.max(...there.map(([folder]) => folder.length));
  return lines([
    family,
    designer === '' ? null : `by ${designer}${designerUrl === '' ? '' : `, ${designerUrl}`}`,
    `Version ${versionOf(casting.version)}, ${characters} characters, ${styles.map((s) => s.name).join(', ')}`,
    '',
    ...there.map(([folder, use]) => `${folder.padEnd(widest)}  ${use}`),
    '',
    ...INSTALLING,
  ]);
}

/** Names of palettes as they can stand in a style sheet, each its own: by their letters and figures, or by their place. */
function paletteSlugs(palettes: readonly PaletteRow[]): string[] {
  const taken = new Set<string>();
  return palettes.map(({ name }, i) => {
    const slug = name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '');
    const own = slug === '' || taken.has(slug) ? `palette-${i + 1}` : slug;
    taken.add(own);
    return own;
  });
}

/** A style sheet that names each style's web fonts, and palettes for "font-palette" (CSS Fonts 4, 9.3). */
export function webStyles(
  family: string,
  faces: readonly { readonly style: StyleRow; readonly file: string }[],
  palettes: readonly PaletteRow[] = [],
): string {
  const rules = paletteSlugs(palettes).map(
    (slug, i) =>
      `@font-palette-values --${slug} {\n` +
      `  font-family: ${JSON.stringify(family)};\n  base-palette: ${i + 1};\n}\n`,
  );
  return faces
    .map(
      ({ style, file }) =>
        `@font-face {\n  font-family: ${JSON.stringify(family)};\n  font-weight: ${style.weightClass};\n` +
        `  font-style: ${style.italic ? 'italic' : 'normal'};\n  font-display: swap;\n` +
        `  src: url("${file}.woff2") format("woff2"), url("${file}.woff") format("woff");\n}\n`,
    )
    .concat(rules)
    .join('\n');
}
