import type { Place } from '../opentype/layout/model';
import { FLAG } from '../opentype/layout/flags';
import { readJoins, readMarks } from '../opentype/read/layout/attachments';
import type { ReadLayout, ReadLookup } from '../opentype/read/layout/common';
import type { ReadGdef } from '../opentype/read/readGdef';
import { seenMarks } from './carried/readable';

/** A named place of a glyph, glyphs by index. */
export interface ReadAnchor {
  readonly glyph: number;
  readonly name: string;
  readonly at: Place;
}

const TYPE = { cursive: 3, markToBase: 4, markToMark: 6 } as const;

/** Anchors that lookups were read into, and the numbers of those lookups; others say what anchors can't. */
export interface ReadAnchors {
  readonly anchors: readonly ReadAnchor[];
  readonly said: ReadonlySet<number>;
}

/**
 * Anchors of marks and letters; a class of marks is called by where its letters have it, and numbered when several lie there. A lookup that
 * gives a glyph a second place of a name is none of anchors.
 *
 * @param middle Height above which a place is at the top of a letter, em units.
 */
export function readAnchors(gpos: ReadLayout, gdef: ReadGdef, middle: number): ReadAnchors {
  const known = new Anchors(middle);
  const said = new Set<number>();
  const asked = (tag: string, type: number) =>
    [...new Set(gpos.features.flatMap((f) => (f.tag === tag ? f.lookups : [])))]
      .sort((a, b) => a - b)
      .flatMap((i) => { const l = gpos.lookups[i]; return l?.type === type ? [{ i, l }] : []; });
  for (const { i, l } of asked('mark', TYPE.markToBase)) if (known.take((to) => onLetters(gpos, l, to))) said.add(i);
  for (const { i, l } of asked('mkmk', TYPE.markToMark)) if (known.take((to) => onMarks(gpos, l, gdef, to))) said.add(i);
  for (const { i, l } of asked('curs', TYPE.cursive)) if (known.take((to) => joined(gpos, l, to))) said.add(i);
  return { anchors: known.list(), said };
} // prettier-ignore

type On = 'letters' | 'marks';

/** Places by glyph and name. */
class Anchors {
  private anchors = new Map<string, ReadAnchor>();
  private taken = new Map<string, number>();
  /** Names of the places that marks go to. */
  private names = new Map<number, string>();

  /** Marks and what they go to by name, as lookups have them: letters, or other marks. */
  private met: Readonly<Record<On, ReadonlyMap<string, ReadonlySet<string>>>> = {
    letters: new Map(),
    marks: new Map(),
  };

  constructor(private readonly middle: number) {}

  /** Tries what a lookup says; where it contradicts itself or what is known, nothing of it stays. */
  take(say: (to: Anchors) => boolean): boolean {
    const before = [this.anchors, this.taken, this.names, this.met] as const;
    [this.anchors, this.taken, this.names] = [new Map(before[0]), new Map(before[1]), new Map(before[2])];
    if (say(this) && this.isWhole()) return true;
    [this.anchors, this.taken, this.names, this.met] = before;
    return false;
  }

  /** False where the glyph has another place of that name. */
  put(a: ReadAnchor): boolean {
    const key = `${a.glyph} ${a.name}`;
    const before = this.anchors.get(key);
    if (before) return before.at.x === a.at.x && before.at.y === a.at.y;
    this.anchors.set(key, a);
    return true;
  }

  nameOf = (mark: number): string | undefined => this.names.get(mark);

  /** A mark's own place; false where it has another already. */
  putMark(glyph: number, name: string, at: Place): boolean {
    const before = this.names.get(glyph);
    if (before !== undefined && before !== name) return false;
    this.names.set(glyph, name);
    return this.put({ glyph, name: `_${name}`, at });
  }

  /** Marks of a name met places of it. */
  meet(on: On, name: string, marks: readonly number[], places: readonly number[]): void {
    const own = new Set(this.met[on].get(name));
    for (const m of marks) for (const p of places) own.add(`${m} ${p}`);
    this.met = { ...this.met, [on]: new Map(this.met[on]).set(name, own) };
  }

  /** Whether every mark of a name goes to every place of that name, which is what anchors say. */
  private isWhole(): boolean {
    return (['letters', 'marks'] as const).every((on) =>
      [...this.met[on]].every(([name, met]) => {
        const marks = [...this.names].filter(([, n]) => n === name).length;
        const places = [...this.anchors.values()].filter(
          (a) => a.name === name && (this.names.get(a.glyph) !== undefined) === (on === 'marks'),
        );
        return met.size === marks * places.length;
      }),
    );
  }

  /** A name that no class has, by the heights of its places. */
  fresh(ys: readonly number[]): string {
    const mean = ys.reduce((n, y) => n + y, 0) / Math.max(1, ys.length);
    const name = mean > this.middle ? 'top' : 'bottom';
    const count = (this.taken.get(name) ?? 0) + 1;
    this.taken.set(name, count);
    return count === 1 ? name : `${name}${count}`;
  }

  list = (): readonly ReadAnchor[] => [...this.anchors.values()];
}

function onLetters(gpos: ReadLayout, l: ReadLookup, to: Anchors): boolean {
  return l.subtables.every(({ at }) => classesSay(gpos, at, to, 'letters'));
}

/** Marks on marks: those that it sees are those that it is about, or all. */
function onMarks(gpos: ReadLayout, l: ReadLookup, gdef: ReadGdef, to: Anchors): boolean {
  const seen = seenMarks(l, gdef);
  const about = new Set<number>();
  for (const { at } of l.subtables) {
    const { marks, bases } = readMarks(gpos, at);
    for (const m of [...marks, ...bases]) about.add(m.glyph);
  }
  const plain = seen === null || (seen.length === about.size && seen.every((g) => about.has(g)));
  if (!plain) return false;
  // Anchors of letters are none for marks on marks: every glyph that has such a place has to be a mark.
  return l.subtables.every(({ at }) => classesSay(gpos, at, to, 'marks'));
}

function classesSay(gpos: ReadLayout, at: number, to: Anchors, on: On): boolean {
  const fits = (glyph: number) => (to.nameOf(glyph) !== undefined) === (on === 'marks');
  const { classes, marks, bases } = readMarks(gpos, at);
  for (let c = 0; c < classes; c++) {
    const own = marks.filter((m) => m.markClass === c);
    const places = bases.flatMap((b): { glyph: number; at: Place }[] => {
      const place = b.at[c];
      return place ? [{ glyph: b.glyph, at: place }] : [];
    });
    if (own.length === 0 || places.length === 0) continue;
    const name = own.flatMap((m) => to.nameOf(m.glyph) ?? [])[0] ?? to.fresh(places.map((p) => p.at.y));
    if (!own.every((m) => to.putMark(m.glyph, name, m.at))) return false;
    to.meet(on, name, own.map((m) => m.glyph), places.map((p) => p.glyph)); // prettier-ignore
    if (!places.every((p) => fits(p.glyph) && to.put({ ...p, name }))) return false;
  }
  return true;
}

/** Strokes that go on into the next letter, standing on the first one's line. */
function joined(gpos: ReadLayout, l: ReadLookup, to: Anchors): boolean {
  if ((l.flags & FLAG.rightToLeft) !== 0) return false;
  return l.subtables.every(({ at }) =>
    readJoins(gpos, at).every(({ glyph, entry, exit }) => {
      const put = (name: string, place: Place | null) => place === null || to.put({ glyph, name, at: place });
      return put('entry', entry) && put('exit', exit);
    }),
  );
}
