/** First code point of Unicode's private use area, and its last. */
export const PRIVATE = [0xe000, 0xf8ff] as const;

/**
 * Private code points by name: a name that was given one before keeps it for good; others get the next that no glyph has and
 * no name was ever given.
 */
export class PrivateCodes {
  private readonly byName: Map<string, number>;
  private readonly gone: Set<number>;
  private next: number = PRIVATE[0];

  constructor(given: Readonly<Record<string, number>>, taken: ReadonlySet<number>) {
    this.byName = new Map(Object.entries(given));
    this.gone = new Set([...this.byName.values(), ...taken]);
  }

  /** The code point of a name; null when all 6,400 are gone. */
  of(name: string): number | null {
    const own = this.byName.get(name);
    if (own !== undefined) return own;
    while (this.gone.has(this.next)) this.next++;
    if (this.next > PRIVATE[1]) return null;
    this.gone.add(this.next);
    this.byName.set(name, this.next);
    return this.next;
  }

  /** A name's code goes over to another name, which has none yet; the old name may get another one later. */
  rename(from: string, to: string): void {
    const code = this.byName.get(from);
    if (code === undefined || this.byName.has(to)) return;
    this.byName.delete(from);
    this.byName.set(to, code);
  }

  /** All that were given, for the project to keep. */
  given = (): Record<string, number> => Object.fromEntries(this.byName);
}
