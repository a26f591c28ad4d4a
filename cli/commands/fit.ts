import { parse } from 'opentype.js';
import { fitFont } from '../../core/type/fit/fitFont';
import { profileOf, type Profile } from '../../core/type/fit/profiles';
import { fail } from '../../core/foundations/problems/problem';
import { EXIT, readArguments, UsageError } from '../arguments';
import { readBytes, writeFile } from '../files';
import { printProblems, valueOrPrint } from '../telling';
import { polygonsOf, type PathCommand } from '../../core/foundations/geometry/pathPolygons';
import { USAGE } from '../usage';

export const fitHelp = `${USAGE.fit}

Spaces a font (OTF, TTF, WOFF) by its outlines alone: side bearings, kerning by groups, word space.
  --json PATH       the spacing, in the font's units
  --script KIND     whether its letters join; found by their ends otherwise
`;

/** Everyday characters that are spaced, and kerned; then others that are spaced. */
const CHARACTERS = [
  ...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,:;-!?\'"()[]&/@#$%*+=\u2018\u2019\u201c\u201d\u2013\u2014',
];
const EM = 1000;

export function runFit(argv: string[]): number {
  const { values, positionals } = readArguments(argv, {
    json: { type: 'string' },
    script: { type: 'string' },
  });
  const [input] = positionals;
  if (!input || positionals.length > 1 || !values.json) throw new UsageError('give one font, and --json');
  const kinds: Record<string, boolean> = { joined: true, parted: false };
  if (values.script !== undefined && !(values.script in kinds))
    throw new UsageError('--script is joined or parted');
  const bytes = valueOrPrint(readBytes(input), input);
  if (!bytes) return EXIT.input;
  const read = readProfiles(bytes);
  if (!read) {
    printProblems(fail({ code: 'font-broken' }, { file: input }).problems);
    return EXIT.input;
  }
  const fitted = fitFont(read.profiles, {
    joined: values.script === undefined ? undefined : kinds[values.script],
  });
  if (!fitted) {
    printProblems(fail({ code: 'fit-needs-letters' }, { file: input }).problems);
    return EXIT.input;
  }
  const units = (v: number) => Math.round((v * read.upm) / EM);
  const { letters, kerning } = fitted;
  const groups = (side: 'left' | 'right') =>
    Object.fromEntries(kerning[side].map((g, i) => [`@${side[0]}${i}`, g.map((k) => letters[k]!.char)]));
  const result = {
    upm: read.upm,
    glyphs: Object.fromEntries(letters.map((l) => [l.char, { lsb: units(l.left), rsb: units(l.right) }])),
    groups: { left: groups('left'), right: groups('right') },
    pairs: [
      ...kerning.pairs.map(([a, b, v]) => [`@l${a}`, `@r${b}`, units(v)]),
      ...kerning.exceptions.map(([a, b, v]) => [letters[a]!.char, letters[b]!.char, units(v)]),
    ],
    space: units(fitted.space),
    joined: fitted.joined,
  };
  const written = writeFile(values.json, JSON.stringify(result));
  valueOrPrint(written, values.json);
  return written.ok ? EXIT.ok : EXIT.input;
}

/** Profiles of the everyday characters that a font has; null when it can't be read. */
function readProfiles(bytes: Uint8Array): { upm: number; profiles: Profile[] } | null {
  try {
    const font = parse(bytes.slice().buffer);
    const profiles = CHARACTERS.flatMap((char) => {
      const glyph = font.charToGlyph(char);
      if (glyph.index === 0) return [];
      // Drawn at the font's own size, y up as in the font.
      const path = glyph.getPath(0, 0, EM).commands as PathCommand[];
      return profileOf(char, polygonsOf(path)) ?? [];
    });
    return { upm: font.unitsPerEm, profiles };
  } catch {
    return null;
  }
}
