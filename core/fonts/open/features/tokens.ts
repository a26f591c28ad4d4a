// OpenType feature file specification 1.26, 2 "Syntax".

/** A word, number, text or sign of a features text, with the line that it stands in, from 1. */
export interface Token {
  readonly text: string;
  readonly line: number;
}

/** What is wrong with a features text, and where. */
export class FeatureTextError extends Error {
  constructor(
    readonly line: number,
    reason: string,
  ) {
    super(reason);
  }
}

/** Comments, texts, classes, words (glyph names may hold hyphens and end in any sign that names may have), numbers, signs. */
const TOKEN =
  /#[^\n]*|"[^"]*"|@[\w.-]+|OS\/2|\\?[A-Za-z_.][\w.*:^|~+-]*|\\\d+|-?\d+(?:\.\d+)?|[;{}[\]()<>',=-]|\s+|./g;

/** The tokens of a text without its comments. */
export function tokensOf(text: string): Token[] {
  const out: Token[] = [];
  let line = 1;
  for (const [found] of text.matchAll(TOKEN)) {
    if (!/^(\s|#)/.test(found)) out.push({ text: found, line });
    for (const c of found) if (c === '\n') line++;
  }
  return out;
}

/** Tokens read one after the other. */
export class TokenReader {
  private at = 0;

  constructor(private readonly tokens: readonly Token[]) {}

  get atEnd(): boolean {
    return this.at >= this.tokens.length;
  }
  /** Where it is. */
  get line(): number {
    return this.tokens[Math.max(0, this.at - 1)]?.line ?? 1;
  }
  peek(ahead = 0): string {
    return this.tokens[this.at + ahead]?.text ?? '';
  }
  next(): string {
    if (this.atEnd) throw this.error('the text ends within a statement');
    return this.tokens[this.at++]?.text ?? '';
  }
  /** Goes past a token if it is that one. */
  take(text: string): boolean {
    if (this.peek() !== text) return false;
    this.at++;
    return true;
  }
  expect(text: string): void {
    if (!this.take(text)) throw this.error(`${text} is missing before ${this.peek() || 'the end'}`);
  }
  number(): number {
    const v = Number(this.next());
    if (!Number.isFinite(v)) throw this.error('a number is missing');
    return v;
  }
  /** Goes past what is left of a statement, blocks within it included. */
  skipStatement(): void {
    for (let deep = 0; !this.atEnd;) {
      const t = this.next();
      if (t === '{') deep++;
      if (t === '}') deep--;
      if (t === ';' && deep <= 0) return;
    }
  }
  error(reason: string): FeatureTextError {
    return new FeatureTextError(this.line, reason);
  }
}
