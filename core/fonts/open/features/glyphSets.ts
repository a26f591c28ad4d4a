// OpenType feature file specification 1.26, 2.g "Glyph classes" and 2.f "Glyphs".
import type { GlyphSet } from '../../opentype/layout/model';
import { MOST_OF_RANGE } from './limits';
import type { TokenReader } from './tokens';

/** Glyphs by name, and classes as they are defined. */
export class GlyphSets {
  readonly classes = new Map<string, GlyphSet>();
  /** Names that the font hasn't got: they are passed over. */
  readonly missing = new Set<string>();

  /** `indexOf`: a glyph by its name. */
  constructor(private readonly indexOf: (name: string) => number | undefined) {}

  /** Whether a set begins here. */
  begins(t: TokenReader): boolean {
    return /^(\[|@|\\|[A-Za-z_.])/.test(t.peek());
  }

  /** A glyph, a class or a list in brackets. */
  read(t: TokenReader): GlyphSet {
    if (t.peek().startsWith('@')) return this.classOf(t.next().slice(1), t);
    if (!t.take('[')) return this.glyph(t.next());
    const out: number[] = [];
    while (!t.take(']')) {
      if (t.peek().startsWith('@')) out.push(...this.classOf(t.next().slice(1), t));
      else {
        const first = t.next();
        // Ranges are written with a hyphen that stands alone, or within what else would be a name.
        if (t.take('-')) out.push(...this.range(first, t.next(), t));
        else out.push(...this.nameOrRange(first, t));
      }
      t.take(',');
    }
    return out;
  }

  private classOf(name: string, t: TokenReader): GlyphSet {
    const set = this.classes.get(name);
    if (!set) throw t.error(`the class @${name} is not defined`);
    return set;
  }

  private known(word: string): GlyphSet {
    const at = this.indexOf(word.replace(/^\\/, ''));
    return at === undefined ? [] : [at];
  }

  private glyph(word: string): GlyphSet {
    const own = this.known(word);
    if (own.length === 0) this.missing.add(word);
    return own;
  }

  private nameOrRange(word: string, t: TokenReader): GlyphSet {
    const own = this.known(word);
    const hyphen = word.indexOf('-');
    if (own.length > 0) return own;
    return hyphen < 1 ? this.glyph(word) : this.range(word.slice(0, hyphen), word.slice(hyphen + 1), t);
  }

  /** Names that differ in one letter or in figures. */
  private range(first: string, last: string, t: TokenReader): GlyphSet {
    const [a, b] = [first, last].map((w) => w.replace(/^\\/, ''));
    if (a === undefined || b === undefined) return [];
    let head = 0;
    while (head < a.length && a[head] === b[head]) head++;
    let tail = 0;
    while (tail < a.length - head && tail < b.length - head && a[a.length - 1 - tail] === b[b.length - 1 - tail]) tail++;
    const [from, to] = [a.slice(head, a.length - tail), b.slice(head, b.length - tail)];
    const end = a.slice(a.length - tail);
    const named = (middle: string) => this.glyph(`${a.slice(0, head)}${middle}${end}`);
    if (/^[A-Za-z]$/.test(from) && /^[A-Za-z]$/.test(to) && from < to) {
      const [x, y] = [from.charCodeAt(0), to.charCodeAt(0)];
      return Array.from({ length: y - x + 1 }, (_, i) => named(String.fromCharCode(x + i))).flat();
    }
    const count = Number(to) - Number(from) + 1;
    if (/^\d+$/.test(from) && from.length === to.length && count > 1 && count <= MOST_OF_RANGE)
      return Array.from({ length: count }, (_, i) => named(String(Number(from) + i).padStart(from.length, '0'))).flat();
    throw t.error(`${first} to ${last} is no range of names`);
  }
} // prettier-ignore
