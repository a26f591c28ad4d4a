import type { StrokeStyle } from '../../../foundations/geometry/strokeOutline';
import type { Frame } from './shapes';
import type { Properties } from './styles';
import { lengthOf } from './values';

/** A pen by an element's properties (SVG 2, 13.5); lengths in px of the element's own space. */
export function strokeStyle(p: Properties, width: number, frame: Frame): StrokeStyle {
  const dash = p['stroke-dasharray'] ?? 'none';
  const cap = p['stroke-linecap'];
  const join = p['stroke-linejoin'];
  return {
    width,
    cap: cap === 'round' || cap === 'square' ? cap : 'butt',
    join: join === 'round' || join === 'bevel' ? join : 'miter',
    miterLimit: Math.max(1, Number(p['stroke-miterlimit'] ?? 4) || 4),
    dashes: dash === 'none' ? [] : dash.split(/[\s,]+/).map((d) => lengthOf(d, frame.width, 0)),
    dashOffset: lengthOf(p['stroke-dashoffset'], frame.width, 0),
  };
}
