import { color } from 'd3';
import { compose, identity, type Affine } from '../../../foundations/geometry/affine';
import type { Rgb } from '../../../foundations/geometry/paint';

/** Px of CSS units (CSS Values 4, 6.2); percentages are shares of `whole`. NaN-free: what can't be read is `otherwise`. */
export function lengthOf(text: string | undefined, whole: number, otherwise: number): number {
  const m = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(px|pt|pc|mm|cm|in|em|rem|ex|%)?\s*$/i.exec(
    text ?? '',
  );
  if (!m) return otherwise;
  const value = Number(m[1]);
  const unit = (m[2] ?? 'px').toLowerCase();
  const factor: Record<string, number> = {
    px: 1, pt: 4 / 3, pc: 16, mm: 96 / 25.4, cm: 96 / 2.54, in: 96, em: 16, rem: 16, ex: 8, '%': whole / 100,
  }; // prettier-ignore
  return Number.isFinite(value) ? value * factor[unit]! : otherwise;
}

export const numbersOf = (text: string | undefined): number[] =>
  (text ?? '')
    .match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi)
    ?.map(Number)
    .filter(Number.isFinite) ?? [];

const rad = (deg: number): number => (deg * Math.PI) / 180;

const MAPS: Readonly<Record<string, ((v: number[]) => Affine | null) | undefined>> = {
  matrix: ([a, b, c, d, e, f]) => (f === undefined ? null : { a: a!, b: b!, c: c!, d: d!, e: e!, f }),
  translate: ([x = 0, y = 0]) => ({ ...identity, e: x, f: y }),
  scale: ([x = 1, y = x]) => ({ ...identity, a: x, d: y }),
  rotate: ([angle = 0, x = 0, y = 0]) => {
    const [c, s] = [Math.cos(rad(angle)), Math.sin(rad(angle))];
    return { a: c, b: s, c: -s, d: c, e: x - c * x + s * y, f: y - s * x - c * y };
  },
  skewX: ([angle = 0]) => ({ ...identity, c: Math.tan(rad(angle)) }),
  skewY: ([angle = 0]) => ({ ...identity, b: Math.tan(rad(angle)) }),
};

/** The map of a transform attribute (SVG 2, 8.5); null when it can't be read. */
export function transformOf(text: string | undefined): Affine | null {
  let map = identity;
  const rest = (text ?? '').replace(/([a-zA-Z]+)\s*\(([^)]*)\)\s*,?/g, (_, name: string, values: string) => {
    const made = MAPS[name]?.(numbersOf(values));
    if (!made) return '?';
    map = compose(map, made);
    return '';
  });
  return rest.trim() === '' ? map : null;
}

/** sRGB of a CSS colour; null for none and for what isn't a colour. */
export function rgbOf(text: string, current: string | undefined): Rgb | null {
  if (text === 'none' || text === 'transparent') return null;
  const named = text.toLowerCase() === 'currentcolor' ? (current ?? 'black') : text;
  const c = color(named)?.rgb();
  return c && c.opacity > 0 ? [Math.round(c.r), Math.round(c.g), Math.round(c.b)] : null;
}
