import type { Box } from '../../../foundations/geometry/measure';
import { commonFoot } from '../commonFoot';

/** What a layer holds: its letter and where it lies on the canvas, px, y down. */
export interface LayerBox {
  readonly char: string;
  readonly box: Box;
}

/** A row of a canvas: its layers in reading order, and the line they stand on. */
export interface LayerRow {
  readonly members: readonly number[];
  readonly footY: number;
  /** Whether its letters lie on one another, each layer in the same place. */
  readonly stacked: boolean;
}

/** A letter belongs to a row that this share of its height lies in. */
const IN_ROW = 0.5;
/** Letters lie on one another when this share of the narrower one's width is shared. */
const ON_ONE_ANOTHER = 0.5;

const shared = (a: readonly [number, number], b: readonly [number, number]): number =>
  Math.min(a[1], b[1]) - Math.max(a[0], b[0]);

/** Rows that layers stand in: the tallest found them, from the top; a canvas with all letters in one place is one row. */
export function rowsOfLayers(layers: readonly LayerBox[]): LayerRow[] {
  const tall = ({ box }: LayerBox) => box.yMax - box.yMin;
  const bands: { yMin: number; yMax: number; members: number[] }[] = [];
  const byHeight = layers.map((_, i) => i).sort((i, j) => tall(layers[j]!) - tall(layers[i]!) || i - j);
  for (const i of byHeight) {
    const { box } = layers[i]!;
    const fits = bands.find(
      (b) => shared([b.yMin, b.yMax], [box.yMin, box.yMax]) >= IN_ROW * tall(layers[i]!),
    );
    if (fits) fits.members.push(i);
    else bands.push({ yMin: box.yMin, yMax: box.yMax, members: [i] });
  }
  return bands
    .sort((a, b) => a.yMin - b.yMin)
    .map(({ members }): LayerRow => {
      const stacked = lieOnOneAnother(members.map((i) => layers[i]!.box));
      const inOrder = [...members].sort((i, j) =>
        stacked ? i - j : layers[i]!.box.xMin - layers[j]!.box.xMin || i - j,
      );
      const feet = members.map((i) => ({ char: layers[i]!.char, foot: layers[i]!.box.yMax }));
      return { members: inOrder, footY: commonFoot(feet), stacked };
    });
}

function lieOnOneAnother(boxes: readonly Box[]): boolean {
  const sorted = [...boxes].sort((a, b) => a.xMin - b.xMin);
  return sorted.some((b, i) => {
    const next = sorted[i + 1];
    if (!next) return false;
    const narrower = Math.min(b.xMax - b.xMin, next.xMax - next.xMin);
    return shared([b.xMin, b.xMax], [next.xMin, next.xMax]) > ON_ONE_ANOTHER * narrower;
  });
}
