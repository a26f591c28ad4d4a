import { compose, identity, type Affine } from '../../../foundations/geometry/affine';
import type { Box } from '../../../foundations/geometry/measure';
import type { Frame } from './shapes';
import type { Properties } from './styles';
import { lengthOf, transformOf } from './values';

/** Places by words, as shares of the frame (CSS Transforms 1, 5). */
const WORDS: Readonly<Record<string, number | undefined>> = {
  left: 0,
  top: 0,
  center: 0.5,
  right: 1,
  bottom: 1,
};

/** The point that an element is turned and scaled about: the document's corner when nothing is said (CSS Transforms 1, 5). */
function originOf(text: string | undefined, frame: Frame): { x: number; y: number } {
  const parts = (text ?? '0 0').trim().split(/[\s,]+/);
  const upright = (part: string) => part === 'top' || part === 'bottom';
  if (parts[0] && (upright(parts[0]) || parts[1] === 'left' || parts[1] === 'right')) parts.reverse();
  const at = (part: string | undefined, whole: number) =>
    part === undefined
      ? whole / 2
      : WORDS[part] !== undefined
        ? WORDS[part] * whole
        : lengthOf(part, whole, 0);
  return { x: at(parts[0], frame.width), y: at(parts[1], frame.height) };
}

/** Angles and lengths of CSS as the numbers that transform attributes have: degrees and px. */
const plain = (text: string): string =>
  text
    .replace(/([\d.]+)\s*turn\b/g, (_, v: string) => String(360 * Number(v)))
    .replace(/([\d.]+)\s*rad\b/g, (_, v: string) => String((180 / Math.PI) * Number(v)))
    .replace(/(\d)\s*(deg|px)\b/g, '$1');

/**
 * An element's own map; null when its transform can't be read. `box` measures the element where its transform is about its own box
 * (CSS Transforms 1, 5: `transform-box`).
 */
export function ownMap(p: Properties, frame: Frame, box: () => Box | null): Affine | null {
  const text = p['transform'];
  if (text === undefined || text === 'none') return identity;
  const map = transformOf(plain(text));
  if (!map) return null;
  if (p['transform-origin'] === undefined) return map;
  const own = /^(fill|stroke|content)-box/.test(p['transform-box'] ?? '') ? box() : null;
  const whole = own ? { width: own.xMax - own.xMin, height: own.yMax - own.yMin } : frame;
  const origin = originOf(p['transform-origin'], whole);
  const [x, y] = [origin.x + (own?.xMin ?? 0), origin.y + (own?.yMin ?? 0)];
  return compose(compose({ ...identity, e: x, f: y }, map), { ...identity, e: -x, f: -y });
}
