import type { Atom, Upright } from './atoms';
import type { Borders } from './hand';
import { COSTS } from './parameters';
import type { AtomRow } from './slices';

/** Where one atom ends and the next begins. */
export interface Border {
  readonly kind: 'line' | 'cut' | 'gap';
  /** Ink on the cut in widths of the pen. */
  readonly inkPens: number;
  /** White between them in heights of a capital; negative when they overlap. */
  readonly gap: number;
}

/** Neighbours that are looked at for the white between letters: accents and bars lie across each other. */
const NEAR = 4;

/** What lies before each atom of a page. */
export function bordersOf({ atoms, lineOf }: AtomRow, { capHeight }: Upright): Border[] {
  const lastOf = new Map<string, number>();
  const bodyKey = (i: number) => `${lineOf[i]} ${atoms[i]?.body}`;
  atoms.forEach((_, i) => lastOf.set(bodyKey(i), i));
  const open = new Set<string>();
  return atoms.map((_, i): Border => {
    const fresh = i === 0 || lineOf[i] !== lineOf[i - 1];
    if (fresh) open.clear();
    const through = [...open].filter((key) => (lastOf.get(key) ?? -1) >= i);
    open.add(bodyKey(i));
    if (fresh) return { kind: 'line', inkPens: 0, gap: Infinity };
    if (through.length > 0) {
      const inks = through.map((key) => inkBefore(atoms, i, key, bodyKey));
      return { kind: 'cut', inkPens: inks.reduce((a, b) => a + b, 0), gap: 0 };
    }
    const near = (from: number, to: number) =>
      atoms.slice(Math.max(0, from), to).filter((_a, k) => lineOf[Math.max(0, from) + k] === lineOf[i]);
    const left = near(i - NEAR, i).reduce((m, a) => Math.max(m, a.to), -Infinity);
    const right = near(i, i + NEAR).reduce((m, a) => Math.min(m, a.from), Infinity);
    return { kind: 'gap', inkPens: 0, gap: (right - left) / capHeight };
  });
}

/** Ink on the cut before a body's first atom from `i` on. */
function inkBefore(atoms: readonly Atom[], i: number, key: string, bodyKey: (i: number) => string): number {
  for (let k = i; k < atoms.length; k++) if (bodyKey(k) === key) return atoms[k]?.cutBefore?.inkPens ?? 1;
  return 1;
}

/** What it costs to begin a letter behind a border, nats. */
export function borderCost({ kind, inkPens, gap }: Border, starts: boolean, hand: Borders): number {
  const few = (share: number) => -Math.log(Math.max(0.05, share));
  if (kind === 'line') return starts ? COSTS.lineEnd : COSTS.brokenWord;
  if (kind === 'cut')
    return starts
      ? COSTS.cutBetweenWords
      : COSTS.cut + few(hand.joined) + COSTS.cutInk * Math.max(0, inkPens - 1);
  const over = (gap - hand.wordGap) / hand.gapDoubt;
  const odd = Math.min(COSTS.mostGap, Math.log1p(Math.exp(starts ? -over : over)));
  return starts ? odd : odd + few(1 - hand.joined);
}
