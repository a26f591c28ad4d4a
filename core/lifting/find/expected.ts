/**
 * What a character's drawing looks like on the line, roughly, for matching found letters with an expected list:
 * top and bottom as shares of the cap height above the baseline, width as a share of it, number of patches.
 * Values are common practice of plain hands (no published source), loose on purpose.
 */
export interface CharacterForm {
  readonly top: number;
  readonly bottom: number;
  readonly width: number;
  readonly parts: number;
}

const form = (top: number, bottom: number, width: number, parts = 1): CharacterForm => ({
  top,
  bottom,
  width,
  parts,
});
const X = 0.66;
const DESC = -0.32;

const WIDTHS: Record<string, number> = {
  I: 0.25, J: 0.5, L: 0.55, M: 0.95, W: 1.1, Q: 0.9, O: 0.9, G: 0.85, D: 0.8, C: 0.8, N: 0.8, H: 0.75,
  i: 0.18, j: 0.25, l: 0.18, f: 0.4, t: 0.42, r: 0.4, m: 0.85, w: 0.75, s: 0.42, '1': 0.3,
}; // prettier-ignore

const SPECIAL: Record<string, CharacterForm> = {
  i: form(0.92, 0, 0.18, 2), j: form(0.92, DESC, 0.28, 2), t: form(0.88, 0, 0.42), f: form(1, -0.05, 0.45),
  '.': form(0.14, 0, 0.14), ',': form(0.14, -0.14, 0.16), ':': form(0.55, 0, 0.14, 2), ';': form(0.55, -0.14, 0.17, 2),
  '!': form(1, 0, 0.15, 2), '?': form(1, 0, 0.5, 2), '"': form(1, 0.7, 0.3, 2), "'": form(1, 0.7, 0.12),
  '(': form(1.02, -0.15, 0.3), ')': form(1.02, -0.15, 0.3), '[': form(1.02, -0.15, 0.3), ']': form(1.02, -0.15, 0.3),
  '&': form(1, 0, 0.8), '@': form(0.9, -0.1, 0.95), '%': form(1, 0, 0.85, 3), '=': form(0.55, 0.25, 0.5, 2),
  '+': form(0.62, 0.1, 0.5), '-': form(0.42, 0.32, 0.4), '\u2013': form(0.42, 0.32, 0.5), '\u2014': form(0.42, 0.32, 0.9),
  '/': form(1, -0.05, 0.5), '*': form(1, 0.6, 0.4), '#': form(1, 0, 0.7), '\u2019': form(1, 0.7, 0.15),
  '\u2018': form(1, 0.7, 0.15), '\u201c': form(1, 0.7, 0.35, 2), '\u201d': form(1, 0.7, 0.35, 2), _: form(0, -0.12, 0.6),
  '\u00df': form(1, 0, 0.55), '\u00e7': form(X, -0.25, 0.5),
}; // prettier-ignore

/** The form of a character; accented ones from their base and mark (Unicode NFD). Null when nothing is known. */
export function characterForm(char: string): CharacterForm | null {
  const special = SPECIAL[char];
  if (special) return special;
  const width = WIDTHS[char];
  if (/^[A-Z]$/.test(char)) return form(1, char === 'Q' ? -0.1 : 0, width ?? 0.7);
  if (/^[bdhkl]$/.test(char)) return form(1, 0, width ?? 0.52);
  if (/^[gpqy]$/.test(char)) return form(X, DESC, width ?? 0.52);
  if (/^[a-z]$/.test(char)) return form(X, 0, width ?? 0.52);
  if (/^[0-9]$/.test(char)) return form(0.97, 0, width ?? 0.55);
  const [base, mark] = [...char.normalize('NFD')];
  if (base && mark && base !== char) {
    const under = mark === '\u0327' || mark === '\u0328' || mark === '\u0323';
    const b = characterForm(base === 'i' ? '\u0131' : base) ?? form(X, 0, 0.5);
    const patches = b.parts + (mark === '\u0308' ? 2 : under && mark !== '\u0323' ? 0 : 1);
    return under ? { ...b, bottom: -0.25, parts: patches } : { ...b, top: b.top + 0.28, parts: patches };
  }
  return char === '\u0131' ? form(X, 0, 0.18) : null;
}
