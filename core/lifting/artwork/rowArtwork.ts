import type { Shape } from '../../outlines/boolean/shape';
import { unite } from '../../outlines/boolean/unite';
import type { SvgDrawing } from '../../readers/svg/read/readSvg';
import { coveredByAll } from '../../readers/svg/read/svgOutline';
import { GUESSED } from '../find/alignLabels';
import { nameLetters } from '../find/nameLetters';
import { listOf } from '../find/written';
import { measureForms } from '../find/rowForms';
import { groupLetters } from '../find/letters';
import type { Part } from '../find/parts';
import type { TracedPiece } from '../find/tracedSheet';
import { scaling, translation } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { contourArea, contoursBox, flattenContour, windingNumber } from '../../foundations/geometry/measure';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import type { ByteImage } from '../../foundations/raster/picture';
import { fillMask } from '../../foundations/raster/fillMask';
import { shapeLikeness } from '../shapes/classify';
import type { LaidOut } from './layOut';
import { TINY } from '../../foundations/geometry/tolerance';

/** Height a capital is brought to, px, whatever the artwork's own scale. */
const LETTER_PX = 200;
const MARGIN_PX = 60;
/** A shape this much longer than high that runs along most of the row is a guide line, not a letter. */
const GUIDE = { aspect: 25, share: 0.5 };

interface Patch {
  readonly contours: readonly Contour[];
  readonly box: { xMin: number; yMin: number; xMax: number; yMax: number };
  readonly area: number;
}

/**
 * Letters of one drawing that holds many: parts that overlap belong together, dots and accents go with their letters,
 * a guide line is the baseline. At whatever scale and however far off the page it was drawn, the sheet fits about it.
 * Fails with 'no-letters' when it holds but one or two things.
 */
export function separateLetters(drawing: SvgDrawing, expected: readonly string[]): Result<LaidOut> {
  const row = withoutGuides(coveredByAll(drawing).map((c) => c.shape));
  const letters = patchesOf(unite(row.shapes));
  if (letters.length < 3) return fail({ code: 'no-letters', specks: 0 });
  const whole = contoursBox(letters.flatMap((l) => l.contours))!;
  const heights = letters.map(({ box }) => box.yMax - box.yMin).sort((a, b) => a - b);
  const k = LETTER_PX / heights[Math.floor(0.8 * (heights.length - 1))]!;
  const [dx, dy] = [MARGIN_PX - k * whole.xMin, MARGIN_PX - k * whole.yMin];
  const place = (contours: readonly Contour[]) =>
    transformContours(transformContours(contours, scaling(k)), translation(dx, dy));
  const placed = letters.map((p) => patchOf(place(p.contours)));
  const parts = placed.map(asPart);
  const grouped = groupLetters(parts);
  if (grouped.letters.length < 2) return fail({ code: 'no-letters', specks: 0 });
  const patchAt = new Map(parts.map((part, i) => [part, placed[i]!]));
  const outlines = grouped.letters.map((l) => l.parts.flatMap((part) => [...patchAt.get(part)!.contours]));
  const { forms, baselines, capHeight } = measureForms(grouped);
  const likeness = outlines.map((o, i) => shapeLikeness(maskOf(o), forms[i]!));
  const list = listOf({ list: expected, guessed: true }, { forms, likeness });
  const read = grouped.letters.map((letter, i) => ({ letter, form: forms[i]!, likeness: likeness[i]! }));
  const { names } = nameLetters(read, list, GUESSED);
  const lines = row.guides.map((y) => k * y + dy);
  const pieces = grouped.letters.map((letter, order): TracedPiece => {
    const { char, confidence } = names[order]!;
    const found = baselines[letter.row]!;
    const guide = lines.find((y) => Math.abs(y - found) < 0.25 * capHeight);
    return {
      box: letter.box,
      seeds: [],
      cuts: [],
      order,
      row: letter.row,
      baselineY: guide ?? found,
      char,
      name: null,
      confidence,
      // What of the drawing wasn't understood belongs to none of its letters: the first one tells.
      unread: order === 0 ? drawing.notUnderstood : [],
      outline: outlines[order]!,
      layers: [],
    };
  });
  return ok({
    skewRad: 0,
    capHeightPx: capHeight,
    specksDropped: grouped.specksDropped,
    printedLines: row.guides.length,
    pieces,
    widthPx: Math.ceil(k * (whole.xMax - whole.xMin) + 2 * MARGIN_PX),
    heightPx: Math.ceil(k * (whole.yMax - whole.yMin) + 2 * MARGIN_PX),
  });
}

/** Guide lines told from the shapes before these are united: letters stand on them and would grow together with them. */
function withoutGuides(shapes: readonly Shape[]): { shapes: Shape[]; guides: number[] } {
  const boxes = shapes.map((s) => contoursBox(s.contours)!);
  const left = Math.min(...boxes.map((b) => b.xMin));
  const right = Math.max(...boxes.map((b) => b.xMax));
  const isGuide = boxes.map(
    (b) =>
      b.xMax - b.xMin > GUIDE.aspect * Math.max(b.yMax - b.yMin, TINY) &&
      b.xMax - b.xMin > GUIDE.share * (right - left),
  );
  return {
    shapes: shapes.filter((_, i) => !isGuide[i]),
    guides: boxes.filter((_, i) => isGuide[i]).map((b) => (b.yMin + b.yMax) / 2),
  };
}

const patchOf = (contours: readonly Contour[]): Patch => ({
  contours,
  box: contoursBox(contours)!,
  area: Math.abs(contours.reduce((s, c) => s + contourArea(c), 0)),
});

/** Outer contours each with the counters directly in it. */
function patchesOf(outline: readonly Contour[]): Patch[] {
  const flat = outline.map((c) => flattenContour(c, 0.05));
  const depth = outline.map((c, i) => {
    const p = c.nodes[0]!;
    return flat.filter((line, j) => j !== i && windingNumber(line, p) !== 0).length;
  });
  return outline.flatMap((c, i): Patch[] => {
    if (depth[i]! % 2 !== 0) return [];
    const holes = outline.filter(
      (h, j) => depth[j] === depth[i]! + 1 && windingNumber(flat[i]!, h.nodes[0]!) !== 0,
    );
    return [patchOf([c, ...holes])];
  });
}

/** A patch as the letter finder knows patches of ink. */
function asPart({ contours, box, area }: Patch): Part {
  const [width, height] = [box.xMax - box.xMin, box.yMax - box.yMin];
  const mask = maskOf(contours);
  let [ink, runs] = [0, 0];
  for (let k = 0; k < mask.data.length; k++) {
    if (!mask.data[k]) continue;
    ink++;
    if (k % mask.width === 0 || !mask.data[k - 1]) runs++;
  }
  return {
    box: { x: box.xMin, y: box.yMin, width, height },
    area,
    meanRun: runs > 0 ? (ink / runs) * (width / mask.width) : width,
    centerX: box.xMin + width / 2,
    centerY: box.yMin + height / 2,
    seed: { x: contours[0]!.nodes[0]!.x, y: contours[0]!.nodes[0]!.y },
  };
}

/** Side of the mask that shapes are told by, px. */
const MASK_PX = 64;

/** A drawing filled, tight in its box, at most 64 px on its longer side. */
function maskOf(contours: readonly Contour[]): ByteImage {
  const box = contoursBox(contours)!;
  const k = MASK_PX / Math.max(box.xMax - box.xMin, box.yMax - box.yMin, TINY);
  const lines = transformContours(
    transformContours(contours, translation(-box.xMin, -box.yMin)),
    scaling(k),
  ).map((c) => flattenContour(c, 0.1));
  const width = Math.max(1, Math.round(k * (box.xMax - box.xMin)));
  const height = Math.max(1, Math.round(k * (box.yMax - box.yMin)));
  return fillMask(lines, width, height);
}
