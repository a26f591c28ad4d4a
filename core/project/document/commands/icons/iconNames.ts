import Papa from 'papaparse';
import { compareNames } from '../../../../type/names/iconName';
import { draft, type ProjectDiff } from '../../changes/diff';
import { iconsOf } from '../../queries/glyphs';
import type { Doc, GlyphRow } from '../../schema';

/** An icon's name with the words that make it when they are typed. */
export interface IconNames {
  readonly icon: string;
  readonly typed: readonly string[];
  /** Its tags; null where the table says nothing of them. */
  readonly tags: readonly string[] | null;
}

/** Cells that begin so are tags. */
const TAG = '#';

/**
 * A table of icons' names as spreadsheets and text editors give it: a row for each, its name and then what is typed for it, parted by commas,
 * semicolons or tabs (RFC 4180, and what spreadsheets copy). Rows without a name and such that begin with # are passed over; an icon without
 * further words is typed by its name. Further cells that begin with # are tags.
 */
export function readIconTable(text: string): IconNames[] {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  return data.flatMap((cells) => {
    const [icon = '', ...words] = cells.map((c) => c.trim());
    if (icon === '' || icon.startsWith('#')) return [];
    const parts = words.flatMap((w) => w.split(',').map((part) => part.trim())).filter((w) => w !== '');
    const typed = parts.filter((w) => !w.startsWith(TAG));
    const tags = parts.flatMap((w) => (w.startsWith(TAG) && w !== TAG ? [w.slice(1).trim()] : []));
    return [
      { icon, typed: typed.length > 0 ? typed : [icon], tags: tags.length > 0 ? [...new Set(tags)] : null },
    ];
  });
}

/** All icons of a style with what is typed for them and their tags, as such a table; by name. `doc`: the style's view. */
export const writeIconTable = (doc: Doc): string =>
  `${Papa.unparse(
    iconsByName(doc).map((g) => [g.name, ...g.typed, ...g.tags.map((t) => TAG + t)]),
    { newline: '\n' },
  )}\n`;

export const iconsByName = (doc: Doc): GlyphRow[] =>
  [...iconsOf(doc)].sort((a, b) => compareNames(a.name, b.name));

/** What a table does: the change as one step, null when all is so already, and icons that aren't there. */
export interface TakenTable {
  readonly diff: ProjectDiff | null;
  readonly unknown: readonly string[];
}

/** Gives icons what a table has for them; those that it doesn't name stay. A word that two have is the first one's. */
export function takeIconTable(doc: Doc, rows: readonly IconNames[]): TakenTable {
  const byName = new Map(Object.values(doc.glyphs).map((g) => [g.name, g]));
  const wanted = new Map<GlyphRow, IconNames>();
  const unknown: string[] = [];
  for (const row of rows) {
    const glyph = byName.get(row.icon);
    if (glyph) wanted.set(glyph, row);
    else unknown.push(row.icon);
  }
  const taken = new Set(Object.values(doc.glyphs).flatMap((g) => (wanted.has(g) ? [] : g.typed)));
  const d = draft(doc);
  let changes = 0;
  for (const [glyph, { typed: words, tags: told }] of wanted) {
    const tags = told ?? glyph.tags;
    const typed = [...new Set(words)].filter((w) => [...w].length > 1 && !taken.has(w));
    for (const w of typed) taken.add(w);
    if (typed.join('\n') === glyph.typed.join('\n') && tags.join('\n') === glyph.tags.join('\n')) continue;
    d.put('glyphs', { ...glyph, typed, tags: [...tags] });
    changes++;
  }
  return { diff: changes > 0 ? d.done('Take names of icons') : null, unknown };
}

/** What people run into who type an icon's name. */
export interface NameTrouble {
  /** begins = another name begins with it; case = another differs by capitals only; parts = it has a space or a hyphen; keys = no keyboard has all of it. */
  readonly kind: 'begins' | 'case' | 'parts' | 'keys';
  readonly name: string;
  /** The other name, for `begins` and `case`. */
  readonly other: string | null;
}

/** What keyboards have without a change of layout: printable ASCII. */
const ON_KEYS = /^[\x20-\x7e]*$/;

/** Troubles of all typed names, by the ids of their icons. */
export function nameTroubles(doc: Doc): ReadonlyMap<string, readonly NameTrouble[]> {
  const all = iconsOf(doc).flatMap((g) => g.typed.map((name) => ({ id: g.id, name })));
  const sorted = [...all].sort((a, b) => (a.name < b.name ? -1 : 1));
  const folded = new Map<string, string[]>();
  for (const { name } of all)
    folded.set(name.toLowerCase(), [...(folded.get(name.toLowerCase()) ?? []), name]);
  const found = new Map<string, NameTrouble[]>();
  const tell = (id: string, trouble: NameTrouble) => found.set(id, [...(found.get(id) ?? []), trouble]);
  sorted.forEach(({ id, name }, i) => {
    // Names that begin alike stand together when they are sorted.
    const next = sorted[i + 1];
    if (next?.name.startsWith(name)) tell(id, { kind: 'begins', name, other: next.name });
    const other = folded.get(name.toLowerCase())?.find((n) => n !== name);
    if (other !== undefined) tell(id, { kind: 'case', name, other });
    if (/[\s-]/.test(name)) tell(id, { kind: 'parts', name, other: null });
    if (!ON_KEYS.test(name)) tell(id, { kind: 'keys', name, other: null });
  });
  return found;
}
