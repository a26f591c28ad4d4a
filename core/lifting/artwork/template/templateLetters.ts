import { compose, translation } from '../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import type { SvgDrawing } from '../../../readers/svg/read/readSvg';
import { readTemplate } from './readTemplate';

/** A letter as it was drawn in its slot: ems, y up, x from the slot's left edge, y from its baseline. */
export interface TemplateLetter {
  readonly char: string | null;
  readonly contours: readonly Contour[];
  /** The slot's width, ems. */
  readonly advance: number;
}

/** Letters of a drawing that came with the slots of a template around them, as when some of it is copied. */
export function templateLetters(drawing: SvgDrawing): TemplateLetter[] {
  const sheet = readTemplate(drawing, []);
  if (!sheet?.emPx) return [];
  const k = 1 / sheet.emPx;
  return sheet.pieces.map(({ char, box, baselineY, bearingsPx, outline }): TemplateLetter => {
    const { left, right } = bearingsPx!;
    const place = compose({ a: k, b: 0, c: 0, d: -k, e: 0, f: 0 }, translation(left - box.x, -baselineY));
    return { char, contours: transformContours(outline, place), advance: k * (left + box.width + right) };
  });
}
