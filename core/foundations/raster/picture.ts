/** A decoded picture as displayed (EXIF turn done): RGBA, 4 bytes a px, rows from the top, not premultiplied. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint8ClampedArray;
}

/** One float per px. What it means is said by its holder; ink density runs from 0 (paper) to about 1 (ink). */
export interface FloatImage {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** One byte per px. */
export interface ByteImage {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** Px rectangle, left top inclusive. */
export interface PxBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export const boxRight = (b: PxBox): number => b.x + b.width;
export const boxBottom = (b: PxBox): number => b.y + b.height;

export function unionPxBox(a: PxBox, b: PxBox): PxBox {
  const x = Math.min(a.x, b.x);
  const y = Math.min(a.y, b.y);
  return {
    x,
    y,
    width: Math.max(boxRight(a), boxRight(b)) - x,
    height: Math.max(boxBottom(a), boxBottom(b)) - y,
  };
}

/** Share of the area of two boxes together that they have in common, 0..1. */
export function boxOverlap(a: PxBox, b: PxBox): number {
  const width = Math.min(boxRight(a), boxRight(b)) - Math.max(a.x, b.x);
  const height = Math.min(boxBottom(a), boxBottom(b)) - Math.max(a.y, b.y);
  if (width <= 0 || height <= 0) return 0;
  const both = width * height;
  return both / (a.width * a.height + b.width * b.height - both);
}

/** The box grown by `margin` px on each side, kept within the picture. */
export function growBox(b: PxBox, margin: number, width: number, height: number): PxBox {
  const x = Math.max(0, Math.floor(b.x - margin));
  const y = Math.max(0, Math.floor(b.y - margin));
  return {
    x,
    y,
    width: Math.min(width, Math.ceil(boxRight(b) + margin)) - x,
    height: Math.min(height, Math.ceil(boxBottom(b) + margin)) - y,
  };
}

/**
 * The picture turned and mirrored as EXIF 2.32 tag 0x0112 "Orientation" asks (1 = as it is ... 8).
 * Values outside 1-8 leave it as it is.
 */
export function turnByOrientation(p: Picture, orientation: number): Picture {
  if (orientation <= 1 || orientation > 8) return p;
  const swap = orientation >= 5;
  const width = swap ? p.height : p.width;
  const height = swap ? p.width : p.height;
  const from = new Uint32Array(p.data.buffer, p.data.byteOffset, p.width * p.height);
  const to = new Uint32Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let sx = swap ? y : x;
      let sy = swap ? x : y;
      if (orientation === 2 || orientation === 3 || orientation === 7 || orientation === 8)
        sx = p.width - 1 - sx;
      if (orientation === 3 || orientation === 4 || orientation === 6 || orientation === 7)
        sy = p.height - 1 - sy;
      to[y * width + x] = from[sy * p.width + sx]!;
    }
  }
  return { width, height, data: new Uint8Array(to.buffer) };
}

/** The picture made smaller by a whole step: means of `step` x `step` px. */
export function smallerPicture(p: Picture, step: number): Picture {
  if (step === 1) return p;
  const [width, height] = [Math.floor(p.width / step), Math.floor(p.height / step)];
  const data = new Uint8Array(width * height * 4);
  const n = step * step;
  const sums = new Int32Array(width * 4);
  for (let y = 0; y < height; y++) {
    sums.fill(0);
    for (let j = 0; j < step; j++) addRow(p.data, (y * step + j) * p.width * 4, step, sums);
    const to = y * width * 4;
    for (let k = 0; k < sums.length; k++) data[to + k] = (sums[k] ?? 0) / n;
  }
  return { width, height, data };
}

/** Adds a row of px, from byte `at` on, to sums of RGBA over `step` of them each. */
function addRow(data: Picture['data'], at: number, step: number, sums: Int32Array): void {
  for (let to = 0, from = at; to < sums.length; to += 4) {
    let r = 0;
    let g = 0;
    let b = 0;
    let a = 0;
    for (let i = 0; i < step; i++, from += 4) {
      r += data[from]!;
      g += data[from + 1]!;
      b += data[from + 2]!;
      a += data[from + 3]!;
    }
    sums[to] = (sums[to] ?? 0) + r;
    sums[to + 1] = (sums[to + 1] ?? 0) + g;
    sums[to + 2] = (sums[to + 2] ?? 0) + b;
    sums[to + 3] = (sums[to + 3] ?? 0) + a;
  }
}
