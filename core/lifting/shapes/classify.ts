import { bytesOf, unpackRows } from '../../foundations/raster/packedRows';
import type { ByteImage } from '../../foundations/raster/picture';
import { SHAPE_CHARACTERS } from './characters';
import { WEIGHTS } from './data/weights';
import { DESCRIPTOR_SIZE, describeShape, type Stance } from './describe';
import { hiddenOf, sharesOf, type Network } from './network';

/** How likely a drawing is each of SHAPE_CHARACTERS, in their order; the shares sum to 1. */
export type ShapeLikeness = Float32Array;

const numbersOf = (text: string): Float32Array => Float32Array.from(text.split(' '), Number);

let network: Network | null = null;

function readNetwork(): Network {
  network ??= {
    inputs: DESCRIPTOR_SIZE,
    hidden: Number(WEIGHTS.hidden),
    outputs: SHAPE_CHARACTERS.length,
    first: unpackRows(bytesOf(WEIGHTS.first), numbersOf(WEIGHTS.firstScales)),
    firstBias: numbersOf(WEIGHTS.firstBias),
    second: unpackRows(bytesOf(WEIGHTS.second), numbersOf(WEIGHTS.secondScales)),
    secondBias: numbersOf(WEIGHTS.secondBias),
  };
  return network;
}

/**
 * Which characters a drawing looks like: a small network that was taught on open-licensed fonts (bench/trainShapes.ts).
 * `drawing` holds 1 for ink, tight around it.
 */
export const shapeLikeness = (drawing: ByteImage, stance: Stance): ShapeLikeness =>
  shapeOf(drawing, stance).likeness;

/** The same with the description that it was told by, for those who learn a hand's own shapes. */
export function shapeOf(
  drawing: ByteImage,
  stance: Stance,
): { readonly likeness: ShapeLikeness; readonly description: Float32Array } {
  const n = readNetwork();
  const description = describeShape(drawing, stance);
  return { likeness: sharesOf(n, hiddenOf(n, description)), description };
}

const places = new Map(SHAPE_CHARACTERS.map((c, i) => [c, i]));

/** Share of one character; null when its shape isn't known. */
export function likenessTo(likeness: ShapeLikeness, char: string): number | null {
  const at = places.get(char);
  return at === undefined ? null : likeness[at]!;
}

/** The likeliest character and its share. */
export function likeliest(likeness: ShapeLikeness): { char: string; share: number } {
  let best = 0;
  likeness.forEach((v, k) => v > likeness[best]! && (best = k));
  return { char: SHAPE_CHARACTERS[best]!, share: likeness[best]! };
}
