import { normal } from '../hand/random';
import { writeLetter, type Hand, type PenPoint } from '../hand/writeLetter';

/** Lines of running text as a hand writes them. */
export interface Lines {
  readonly lines: readonly string[];
  /** Letters run into each other within words. */
  readonly joined: boolean;
  readonly hand: Hand;
  readonly skeletons: Readonly<Record<string, string>>;
  /** Height of capitals, and of the paper's white at the left and above the first line, px. */
  readonly capPx: number;
  readonly left: number;
  readonly top: number;
  /** Distance of lines, px. */
  readonly pitch: number;
}

/** A letter of a line as it was written: its strokes on the paper before that is turned, px. */
export interface LineLetter {
  readonly char: string;
  readonly strokes: readonly PenPoint[][];
}

/** White between letters and between words in heights of a capital. */
const [GAP, WORD] = [0.17, 0.52];

/** Letters of running text with uneven gaps on a wavering line. */
export function layLines(s: Lines, random: () => number): LineLetter[] {
  return s.lines.flatMap((line, row) => {
    let edge = s.left + normal(random) * s.capPx * 0.08;
    const phase = random() * 6;
    let gap = 0;
    return [...line].flatMap((char) => {
      if (char === ' ') {
        gap = s.capPx * (WORD + 0.05 * normal(random));
        return [];
      }
      const letter = writeLetter(char, s.hand, random, s.skeletons);
      if (!letter) throw new RangeError(`the hand has no skeleton for ${char}`);
      const scale = s.capPx * (1 + normal(random) * 0.012);
      const xs = letter.flat().map((p) => p.x * scale);
      const x = edge + gap - Math.min(...xs);
      const y =
        s.top + row * s.pitch + s.capPx * (0.025 * Math.sin(phase + x / 260) + 0.008 * normal(random));
      edge = x + Math.max(...xs);
      gap = s.joined ? 0 : s.capPx * (GAP + 0.03 * normal(random));
      const strokes = letter.map((stroke) =>
        stroke.map((p) => ({ x: x + p.x * scale, y: y - p.y * scale, radius: p.radius * scale })),
      );
      return [{ char, strokes }];
    });
  });
}
