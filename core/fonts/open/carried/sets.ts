/** Sets of glyphs that a rule names by number, each once. */
export class Sets {
  readonly sets: (readonly string[])[] = [];
  private readonly known = new Map<string, number>();
  /** Classes of a table are the same lists in many rules. */
  private readonly seen = new WeakMap<readonly number[], number>();

  /** `idOf`: the id of a glyph by its index. */
  constructor(private readonly idOf: (glyph: number) => string) {}

  numberOf(glyphs: readonly number[]): number {
    const before = this.seen.get(glyphs);
    if (before !== undefined) return before;
    const key = glyphs.join();
    const at = this.known.get(key) ?? this.sets.push(glyphs.map(this.idOf)) - 1;
    this.known.set(key, at);
    this.seen.set(glyphs, at);
    return at;
  }
}
