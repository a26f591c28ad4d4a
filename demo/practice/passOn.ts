import { decode, encode } from 'jpeg-js';
import { normal, seededRandom } from '../hand/random';

/** What becomes of a photograph or a print before it is dropped here. */
export interface PassedOn {
  /** Colours are gone. */
  readonly grey: boolean;
  /** Sent on in another size: a share of its own. */
  readonly resized: number;
  /** Saved as JPEG of this quality (1..100), so many times. */
  readonly quality: number;
  readonly saves: number;
  /** Generations of copying: each softens, hardens the contrast and soils a little. */
  readonly copies: number;
  readonly seed: number;
}

interface Rgba {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** A picture as it arrives after it was copied, resized and saved again. Repeatable by its seed. */
export function passOn(picture: Rgba, p: PassedOn): Rgba {
  let now = picture;
  for (let k = 0; k < p.copies; k++) now = copied(now, p.seed + k);
  if (p.grey) now = withoutColour(now);
  if (p.resized !== 1) now = resized(now, p.resized);
  for (let k = 0; k < p.saves; k++) {
    const saved = decode(encode({ ...now, data: now.data } as Parameters<typeof encode>[0], p.quality).data, {
      useTArray: true,
    });
    now = { width: saved.width, height: saved.height, data: saved.data };
  }
  return now;
}

function withoutColour({ width, height, data }: Rgba): Rgba {
  const out = Uint8Array.from(data);
  for (let k = 0; k < out.length; k += 4) {
    const grey = Math.round(0.3 * data[k]! + 0.59 * data[k + 1]! + 0.11 * data[k + 2]!);
    out[k] = out[k + 1] = out[k + 2] = grey;
  }
  return { width, height, data: out };
}

/** Bilinear, as mail programs do it. */
function resized({ width, height, data }: Rgba, share: number): Rgba {
  const [w, h] = [Math.round(width * share), Math.round(height * share)];
  const out = new Uint8Array(4 * w * h).fill(255);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const [sx, sy] = [
        Math.min(width - 1.001, Math.max(0, (x + 0.5) / share - 0.5)),
        Math.min(height - 1.001, Math.max(0, (y + 0.5) / share - 0.5)),
      ];
      const [ix, iy] = [Math.floor(sx), Math.floor(sy)];
      const [fx, fy] = [sx - ix, sy - iy];
      for (let c = 0; c < 3; c++) {
        const at = 4 * (iy * width + ix) + c;
        const above = data[at]! * (1 - fx) + data[at + 4]! * fx;
        const below = data[at + 4 * width]! * (1 - fx) + data[at + 4 * width + 4]! * fx;
        out[4 * (y * w + x) + c] = above * (1 - fy) + below * fy;
      }
    }
  return { width: w, height: h, data: out };
}

/** A copy of a copy: softened over three px, contrast hardened about the middle, toner specks here and there. */
function copied({ width, height, data }: Rgba, seed: number): Rgba {
  const random = seededRandom(seed + 500);
  const soft = new Float32Array(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < 3; c++) {
        let sum = 0;
        for (let j = -1; j <= 1; j++)
          for (let i = -1; i <= 1; i++) {
            const [u, v] = [
              Math.min(width - 1, Math.max(0, x + i)),
              Math.min(height - 1, Math.max(0, y + j)),
            ];
            sum += data[4 * (v * width + u) + c]!;
          }
        soft[4 * (y * width + x) + c] = sum / 9;
      }
  const out = new Uint8Array(data.length).fill(255);
  for (let k = 0; k < out.length; k++) {
    if (k % 4 === 3) continue;
    const v = soft[k]! / 255;
    out[k] = Math.max(0, Math.min(255, 255 * (0.5 + 1.35 * (v - 0.5)) + 2 * normal(random)));
  }
  for (let n = 0; n < (width * height) / 60_000; n++) {
    const [x, y] = [Math.floor(random() * (width - 3)), Math.floor(random() * (height - 3))];
    for (let j = 0; j < 2; j++)
      for (let i = 0; i < 2; i++)
        out.fill(60, 4 * ((y + j) * width + x + i), 4 * ((y + j) * width + x + i) + 3);
  }
  return { width, height, data: out };
}
