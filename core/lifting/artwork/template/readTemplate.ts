import type { Shape } from '../../../outlines/boolean/shape';
import { unite } from '../../../outlines/boolean/unite';
import { transformContours } from '../../../foundations/geometry/contour';
import { scaling, translation, compose } from '../../../foundations/geometry/affine';
import { contoursBox, type Box } from '../../../foundations/geometry/measure';
import type { Paint, Rgb } from '../../../foundations/geometry/paint';
import type { TracedPiece } from '../../find/tracedSheet';
import type { DrawnShape, SvgDrawing } from '../../../readers/svg/read/readSvg';
import { coveredBy } from '../../../readers/svg/read/svgOutline';
import type { LaidOut } from '../layOut';
import { letterOfShape } from '../layers/svgLayers';
import { BELOW_BASELINE, TEMPLATE_INKS } from './makeTemplate';

/** Colours are the same within this, of 255 a channel: programs round, and turn them through other colour spaces. */
const SAME_INK = 6;
/** Height that an em gets on the sheet, px. */
const EM_PX = 400;
const MARGIN_PX = 100;
/** What the reader of drawings says of the template's own labels. */
const LABELS = 'text (turn it into outlines first)';

type Role = keyof typeof TEMPLATE_INKS;

const isNear = (a: Rgb, b: Rgb) => a.every((v, i) => Math.abs(v - b[i]!) <= SAME_INK);

/** Which part of a template a shape is; null for artwork. */
function roleOf({ fill, stroke }: DrawnShape): Role | null {
  const paints = [stroke?.paint, fill?.paint].filter((p): p is Paint => p !== undefined);
  const roles = Object.keys(TEMPLATE_INKS) as Role[];
  const [first] = paints;
  if (!first || !paints.every((p) => p.kind === 'flat')) return null;
  return roles.find((r) => isNear((first as Extract<Paint, { kind: 'flat' }>).rgb, TEMPLATE_INKS[r])) ?? null;
}

/** A drawing without the frames and lines of a template. */
export const withoutTemplate = (drawing: SvgDrawing): SvgDrawing => ({
  ...drawing,
  shapes: drawing.shapes.filter((s) => roleOf(s) === null),
});

/** A slot as it lies in the drawing that came back, px of the document. */
interface Slot {
  readonly char: string | null;
  readonly box: Box;
  readonly baseline: number;
}

const boxOf = (s: DrawnShape): Box | null => contoursBox(transformContours(s.contours, s.map));

/** What a slot is for, by its id; programs may put something before or behind it. */
function charOf({ groups }: DrawnShape): string | null {
  for (const id of [...groups].reverse()) {
    const hex = /slot-([0-9A-F]{4,6})(?![0-9A-F])/i.exec(id)?.[1];
    if (hex) return String.fromCodePoint(parseInt(hex, 16));
  }
  return null;
}

/**
 * The slots of a template in reading order, from what lies in a drawing; none when it wasn't drawn on one. One that came without
 * its line (copied alone with its letter) knows where that was.
 */
function slotsOf(shapes: readonly DrawnShape[]): Slot[] {
  const baselines = shapes
    .filter((s) => roleOf(s) === 'baseline')
    .flatMap((s) => boxOf(s)?.yMin ?? [])
    .sort((a, b) => a - b);
  const slots = shapes
    .filter((s) => roleOf(s) === 'slot')
    .flatMap((s): Slot[] => {
      const box = boxOf(s);
      if (!box) return [];
      const drawn = baselines.find((y) => y > box.yMin && y < box.yMax);
      const baseline = drawn ?? box.yMax - BELOW_BASELINE * (box.yMax - box.yMin);
      return [{ char: charOf(s), box, baseline }];
    });
  return slots.sort((a, b) => a.baseline - b.baseline || a.box.xMin - b.box.xMin);
}

/** How much of a box lies in a slot's width and height, as area. */
function within(box: Box, slot: Box): number {
  const width = Math.min(box.xMax, slot.xMax) - Math.max(box.xMin, slot.xMin);
  const height = Math.min(box.yMax, slot.yMax) - Math.max(box.yMin, slot.yMin);
  return width > 0 && height > 0 ? width * height : 0;
}

/** The slot a shape was drawn in: where most of it lies, or the nearest in its row for what stands beside. */
function slotFor(box: Box, slots: readonly Slot[]): Slot {
  const middle = { x: (box.xMin + box.xMax) / 2, y: (box.yMin + box.yMax) / 2 };
  const off = ({ box: s }: Slot) => {
    const dx = Math.max(s.xMin - middle.x, middle.x - s.xMax, 0);
    const dy = Math.max(s.yMin - middle.y, middle.y - s.yMax, 0);
    return Math.hypot(dx, dy);
  };
  return [...slots].sort((a, b) => within(box, b.box) - within(box, a.box) || off(a) - off(b))[0]!;
}

/** What was drawn in a slot. */
interface DrawnLetter {
  readonly slot: Slot;
  readonly char: string | null;
  readonly variant: string | null;
  readonly shapes: readonly Shape[];
}

/**
 * Artwork by the slot it lies in, in the order of the slots. A slot that holds layers named after several letters holds them all;
 * else its own character is what was drawn in it, and a layer's name only helps where that was lost.
 */
function drawnIn(slots: readonly Slot[], shapes: readonly DrawnShape[]): DrawnLetter[] {
  const drawn = slots.map(() => new Map<string, DrawnLetter & { shapes: Shape[] }>());
  for (const shape of shapes) {
    if (roleOf(shape) !== null) continue;
    for (const { shape: covered } of coveredBy(shape)) {
      const box = contoursBox(covered.contours);
      if (!box) continue;
      const slot = slotFor(box, slots);
      const { char, variant } = letterOfShape(shape) ?? { char: slot.char, variant: null };
      const inSlot = drawn[slots.indexOf(slot)]!;
      const key = `${char}.${variant}`;
      if (!inSlot.has(key)) inSlot.set(key, { slot, char, variant, shapes: [] });
      inSlot.get(key)!.shapes.push({ contours: [...covered.contours], rule: covered.rule });
    }
  }
  return drawn.flatMap((inSlot): DrawnLetter[] => {
    const letters = [...inSlot.values()];
    const [first, ...more] = letters;
    const own = first?.slot.char ?? null;
    // Objects have names too: something without one shows that they are no letters'.
    const allNamed = !inSlot.has(`${own}.${null}`);
    if (!first || own === null || (more.length > 0 && allNamed)) return letters;
    const { variant } = letters.find((l) => l.char === own) ?? { variant: null };
    return [{ ...first, char: own, variant, shapes: letters.flatMap((l) => l.shapes) }];
  });
}

/**
 * Letters drawn on a template, each at the size, height and place it was given there: px of the document are told from the slots,
 * which are one em high, so that units and page may have become others. `expected`: what slots are for whose names were lost, in
 * reading order, when there are as many. Null for a drawing that wasn't made on a template.
 */
export function readTemplate(drawing: SvgDrawing, expected: readonly string[]): LaidOut | null {
  const slots = slotsOf(drawing.shapes);
  if (slots.length === 0) return null;
  const named = slots.some((s) => s.char !== null);
  const called =
    named || expected.length !== slots.length ? slots : slots.map((s, i) => ({ ...s, char: expected[i]! }));
  const drawn = drawnIn(called, drawing.shapes);
  const k = EM_PX / (slots[0]!.box.yMax - slots[0]!.box.yMin);
  const whole = slots.map((s) => s.box);
  const left = Math.min(...whole.map((b) => b.xMin));
  const top = Math.min(...whole.map((b) => b.yMin));
  const place = compose(translation(MARGIN_PX, MARGIN_PX), compose(scaling(k), translation(-left, -top)));
  const toX = (x: number) => MARGIN_PX + k * (x - left);
  const toY = (y: number) => MARGIN_PX + k * (y - top);
  const unread = drawing.notUnderstood.filter((what) => what !== LABELS);
  const rows = [...new Set(called.map((s) => s.baseline))];
  const pieces = drawn.flatMap(({ slot, char, variant, shapes }, i): TracedPiece[] => {
    const outline = transformContours(unite(shapes), place);
    const box = contoursBox(outline);
    if (!box) return [];
    return [
      {
        box: { x: box.xMin, y: box.yMin, width: box.xMax - box.xMin, height: box.yMax - box.yMin },
        seeds: [],
        cuts: [],
        order: i,
        row: rows.indexOf(slot.baseline),
        baselineY: toY(slot.baseline),
        char,
        variant,
        name: null,
        confidence: char === null ? 0 : 1,
        unread: i === 0 ? unread : [],
        outline,
        layers: [],
        bearingsPx: { left: box.xMin - toX(slot.box.xMin), right: toX(slot.box.xMax) - box.xMax },
      },
    ];
  });
  if (pieces.length === 0) return null;
  const right = Math.max(...whole.map((b) => b.xMax));
  const bottom = Math.max(...whole.map((b) => b.yMax));
  return {
    skewRad: 0,
    capHeightPx: 0.7 * EM_PX,
    specksDropped: 0,
    printedLines: 0,
    pieces,
    emPx: EM_PX,
    widthPx: Math.ceil(toX(right) + MARGIN_PX),
    heightPx: Math.ceil(toY(bottom) + MARGIN_PX),
  };
}
