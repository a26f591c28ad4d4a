// OpenType feature file specification 1.26: what later statements name (2.e.iii, 2.e.vii, 2.g.ii, 4.a "languagesystem", 4.f "markClass").
import { FLAG } from '../../opentype/layout/flags';
import type { Place } from '../../opentype/layout/model';
import type { Flags, System } from './building';
import { GlyphSets } from './glyphSets';
import { readAnchor, readValue, type Value } from './records';
import type { TokenReader } from './tokens';

/** Classes, anchors, values and language systems of a text by their names. */
export class Definitions {
  readonly sets: GlyphSets;
  readonly anchors = new Map<string, Place>();
  readonly values = new Map<string, Value>();
  readonly markClasses = new Map<string, Map<number, Place>>();
  readonly systems: System[] = [];

  constructor(indexOf: (name: string) => number | undefined) {
    this.sets = new GlyphSets(indexOf);
  }

  /** Reads a definition behind its first word; false for a statement that is something else. */
  read(word: string, t: TokenReader): boolean {
    if (word.startsWith('@')) {
      t.expect('=');
      this.sets.classes.set(word.slice(1), this.sets.read(t));
    } else if (word === 'languagesystem') this.systems.push({ script: t.next(), language: t.next() });
    else if (word === 'markClass') this.markClass(t);
    else if (word === 'anchorDef') {
      const at = { x: t.number(), y: t.number() };
      if (t.take('contourpoint')) t.number();
      this.anchors.set(t.next(), at);
    } else if (word === 'valueRecordDef') {
      const value = readValue(t, this.values);
      this.values.set(t.next(), value ?? [0, 0, 0]);
    } else return false;
    t.expect(';');
    return true;
  }

  private markClass(t: TokenReader): void {
    const glyphs = this.sets.read(t);
    const at = readAnchor(t, this.anchors);
    const name = t.next().replace(/^@/, '');
    const own = this.markClasses.get(name) ?? new Map<number, Place>();
    this.markClasses.set(name, own);
    for (const g of glyphs) if (at) own.set(g, at);
    this.sets.classes.set(name, [...own.keys()]);
  }

  /** What lookups pass over, behind "lookupflag". */
  readFlags(t: TokenReader): Flags {
    const made: { -readonly [K in keyof Flags]: Flags[K] } = {};
    while (!t.take(';')) {
      const word = t.next();
      if (/^\d+$/.test(word)) Object.assign(made, flagsOfNumber(Number(word)));
      else if (word === 'RightToLeft') made.rightToLeft = true;
      else if (word === 'IgnoreBaseGlyphs') made.ignoreBases = true;
      else if (word === 'IgnoreLigatures') made.ignoreLigatures = true;
      else if (word === 'IgnoreMarks') made.ignoreMarks = true;
      else if (word === 'MarkAttachmentType' || word === 'UseMarkFilteringSet')
        made.onlyMarks = this.sets.read(t);
      else throw t.error(`“${word}” is no flag of lookups`);
    }
    return made;
  }
}

function flagsOfNumber(v: number): Flags {
  return {
    ...((v & FLAG.rightToLeft) !== 0 ? { rightToLeft: true } : {}),
    ...((v & FLAG.ignoreBases) !== 0 ? { ignoreBases: true } : {}),
    ...((v & FLAG.ignoreLigatures) !== 0 ? { ignoreLigatures: true } : {}),
    ...((v & FLAG.ignoreMarks) !== 0 ? { ignoreMarks: true } : {}),
  };
}
