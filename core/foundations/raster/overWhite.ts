import type { Picture } from './picture';

/** The picture over white where it is clear; the same one where nothing is. */
export function overWhite(p: Picture): Picture {
  let clear = false;
  for (let i = 3; i < p.data.length && !clear; i += 4) clear = p.data[i]! < 255;
  if (!clear) return p;
  const data = new Uint8Array(p.data.length);
  for (let i = 0; i < data.length; i += 4) {
    const alpha = p.data[i + 3]! / 255;
    for (let c = 0; c < 3; c++) data[i + c] = Math.round(p.data[i + c]! * alpha + 255 * (1 - alpha));
    data[i + 3] = 255;
  }
  return { ...p, data };
}
