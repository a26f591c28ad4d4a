import type { GlyphRow } from '../../../core/project/document/schema';

/** A field of the ledger: a character with its glyph, if it has one, or a drawing without a character. */
export type LedgerField =
  | { readonly char: string; readonly glyph: GlyphRow | null }
  | { readonly char: null; readonly glyph: GlyphRow };

/** A row of the ledger as it is shown: the head of a section, or as many fields as stand beside each other, counted through. */
export type LedgerRow =
  | { readonly kind: 'head'; readonly name: string; readonly count: string }
  | { readonly kind: 'fields'; readonly first: number; readonly fields: readonly LedgerField[] };

export interface LedgerSection {
  readonly name: string;
  readonly count: string;
  readonly fields: readonly LedgerField[];
}

const isPrivate = (c: string) => /\p{Co}/u.test(c);
const isPlain = (c: string) => c.normalize('NFD').length === 1;
const BLOCKS: readonly [string, (char: string) => boolean][] = [
  ['Icons', isPrivate],
  ['Latin capitals', (c) => /\p{Script=Latin}/u.test(c) && /\p{Lu}/u.test(c) && isPlain(c)],
  ['Latin small letters', (c) => /\p{Script=Latin}/u.test(c) && /\p{Ll}/u.test(c) && isPlain(c)],
  ['Accented capitals', (c) => /\p{Script=Latin}/u.test(c) && /\p{Lu}/u.test(c)],
  ['Accented small letters', (c) => /\p{Script=Latin}/u.test(c) && /\p{Ll}/u.test(c)],
  ['Greek', (c) => /\p{Script=Greek}/u.test(c)],
  ['Cyrillic', (c) => /\p{Script=Cyrillic}/u.test(c)],
  ['Other letters', (c) => /\p{L}/u.test(c)],
  ['Figures and fractions', (c) => /\p{N}/u.test(c)],
  ['Punctuation', (c) => /\p{P}/u.test(c)],
  ['Marks', (c) => /\p{M}/u.test(c)],
  ['Signs', () => true],
];
export const OTHERS = 'Other drawings, without a character of their own';

/** Blocks by character: each is asked for with every edit. */
const blocks = new Map<string, number>();
function blockOf(char: string): number {
  const known = blocks.get(char);
  if (known !== undefined) return known;
  const block = BLOCKS.findIndex(([, belongs]) => belongs(char));
  blocks.set(char, block);
  return block;
}

/** Characters by block, each in the order given, and drawings without a character behind them. */
export function ledgerSections(
  characters: readonly string[],
  glyphOf: (char: string) => GlyphRow | null,
  others: readonly GlyphRow[],
): LedgerSection[] {
  const fields = BLOCKS.map((): LedgerField[] => []);
  for (const char of new Set(characters)) fields[blockOf(char)]!.push({ char, glyph: glyphOf(char) });
  const sections = fields.map((own, i): LedgerSection => {
    const drawn = own.filter((f) => f.glyph !== null).length;
    return { name: BLOCKS[i]![0], count: `${drawn} of ${own.length}`, fields: own };
  });
  if (others.length > 0)
    sections.push({
      name: OTHERS,
      count: `${others.length}`,
      fields: others.map((glyph) => ({ char: null, glyph })),
    });
  return sections.filter((s) => s.fields.length > 0);
}

/** Sections laid out in rows of so many fields. */
export function ledgerRows(sections: readonly LedgerSection[], columns: number): LedgerRow[] {
  const wide = Math.max(1, columns);
  let first = 0;
  return sections.flatMap(({ name, count, fields }) => {
    const rows: LedgerRow[] = [{ kind: 'head', name, count }];
    for (let i = 0; i < fields.length; i += wide)
      rows.push({ kind: 'fields', first: first + i, fields: fields.slice(i, i + wide) });
    first += fields.length;
    return rows;
  });
}

/** The field of a number; undefined when there is none. */
export function fieldAt(sections: readonly LedgerSection[], at: number): LedgerField | undefined {
  let rest = at;
  for (const { fields } of sections) {
    if (rest < fields.length) return fields[rest];
    rest -= fields.length;
  }
  return undefined;
}

/** The row in which a field is that fits; -1 when none does. */
export const rowWith = (rows: readonly LedgerRow[], fits: (field: LedgerField) => boolean): number =>
  rows.findIndex((r) => r.kind === 'fields' && r.fields.some(fits));
