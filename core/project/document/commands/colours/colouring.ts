import type { Rgb } from '../../../../foundations/geometry/paint';
import { draft, type ProjectDiff } from '../../changes/diff';
import type { Colouring, Doc } from '../../schema';

/** A dark ink for a start. */
const INK: Rgb = [34, 32, 30];

/** How letters are painted before anything is chosen: in one colour. */
export const firstColouring: Colouring = {
  fill: { kind: 'flat', rgb: INK },
  outer: null,
  inner: null,
  shadow: null,
};

/** How letters of a style are painted that have no colours of their own; null = in the ink of the text. Null when nothing changes. */
export function setColouring(doc: Doc, styleId: string, colouring: Colouring | null): ProjectDiff | null {
  const style = doc.styles[styleId];
  if (!style || JSON.stringify(style.colouring) === JSON.stringify(colouring)) return null;
  const d = draft(doc);
  d.put('styles', { ...style, colouring });
  return d.done(colouring ? `Paint ${style.name}` : `${style.name} in the ink of the text`);
}
