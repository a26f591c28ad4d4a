import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { castingOf, projectOf } from '../../../project/document/newProject';
import type { CastingRow, Doc } from '../../../project/document/schema';
import type { FontGlyph } from '../../features/fontGlyphs';
import { picturedGlyph } from '../../../project/document/queries/pictures';
import { fontData } from '../fontData';

/** What a casting was made of: short marks of each letter, of the kerning and of what is done with letters. */
export type CastPrint = NonNullable<CastingRow['last']>;

/** What differs between two castings; letters by their names, with the style before them in a family. */
export interface CastNews {
  readonly added: readonly string[];
  readonly changed: readonly string[];
  readonly gone: readonly string[];
  readonly kerning: boolean;
  readonly rules: boolean;
  readonly weights: boolean;
  readonly colours: boolean;
}

/** Digits of a mark: among 10,000 letters two are alike by chance once in eighty. */
const DIGITS = 8;
const markOf = (of: unknown): string => bytesToHex(sha256(utf8ToBytes(JSON.stringify(of)))).slice(0, DIGITS);

const marks = new WeakMap<FontGlyph, string>();

function markOfGlyph(glyph: FontGlyph): string {
  const { contours, advance, codePoints, anchors, typed } = glyph;
  const made = marks.get(glyph) ?? markOf([contours, advance, codePoints, anchors, typed]);
  marks.set(glyph, made);
  return made;
}

/** What a letter shows besides its outline: colours, drawings kept as pictures; no mark of a plain one. */
function markOfLook(doc: Doc, glyphId: string): string {
  const row = doc.glyphs[glyphId];
  const pictures = row && picturedGlyph(doc, row)?.pictures;
  return row && (row.layers.length > 0 || pictures) ? markOf([row.layers, pictures ?? []]) : '';
}

/** Colours that letters get from their styles, and palettes; no mark without either. */
function coloursMark(doc: Doc): string {
  const painted = Object.values(doc.styles).flatMap(({ id, colouring }) =>
    colouring ? [[id, colouring]] : [],
  );
  const { palettes } = projectOf(doc);
  return painted.length + palettes.length > 0 ? markOf([painted, palettes]) : '';
}

/** No mark where neither weights nor cuts are cast along. */
function weightsMark(doc: Doc): string {
  const { weights, cuts } = castingOf(doc);
  if (cuts.length > 0) return markOf([weights, cuts]);
  return weights.length > 0 ? markOf(weights) : '';
}

/** The marks of a project as it would be cast now. `atMs`: when, milliseconds since 1970. */
export function castPrint(doc: Doc, atMs: number): CastPrint {
  const styles = Object.values(doc.styles);
  const fonts = styles.map((s) => fontData(doc, s.id));
  const called = (style: string, name: string) => (styles.length > 1 ? `${style} ${name}` : name);
  return {
    atMs,
    version: castingOf(doc).version,
    glyphs: Object.fromEntries(
      fonts.flatMap((f) =>
        f.glyphs.map((g) => [called(f.style.name, g.name), markOfGlyph(g) + markOfLook(doc, g.id)]),
      ),
    ),
    kerning: markOf(fonts.map((f) => f.kerning)),
    rules: markOf(fonts.map((f) => f.layout.gsub)),
    weights: weightsMark(doc),
    colours: coloursMark(doc),
  };
}

/** What is new since a casting; null when nothing is. */
export function castNews(before: CastPrint, now: CastPrint): CastNews | null {
  const added = Object.keys(now.glyphs).filter((name) => before.glyphs[name] === undefined);
  const gone = Object.keys(before.glyphs).filter((name) => now.glyphs[name] === undefined);
  const changed = Object.entries(now.glyphs).flatMap(([name, mark]) => {
    const was = before.glyphs[name];
    return was !== undefined && was !== mark ? [name] : [];
  });
  // Letters that come and go have other numbers, by which kerning and lookups name them.
  const same = added.length === 0 && gone.length === 0;
  const kerning = same && before.kerning !== now.kerning;
  const rules = same && before.rules !== now.rules;
  const weights = before.weights !== now.weights;
  const colours = before.colours !== now.colours;
  const nothing = same && changed.length === 0 && !kerning && !rules && !weights && !colours;
  return nothing ? null : { added, changed, gone, kerning, rules, weights, colours };
}

/** The next version after a casting: "1.000" is followed by "1.001". */
export const nextVersion = (version: string): string => {
  const [whole = '1', part = '000'] = version.split('.');
  const next = Number(whole) * 1000 + Number(part) + 1;
  return `${Math.floor(next / 1000)}.${String(next % 1000).padStart(3, '0')}`;
};
