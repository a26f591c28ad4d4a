import sharp from 'sharp';

/** A picture of many px as PNG, packed natively: in JavaScript that takes longer than drawing it. Lightly packed. */
export async function largePng(
  data: Uint8Array,
  width: number,
  height: number,
  channels: 1 | 4,
): Promise<Uint8Array> {
  const raw = sharp(data, { raw: { width, height, channels }, limitInputPixels: false });
  return new Uint8Array(await raw.png({ compressionLevel: 1, adaptiveFiltering: false }).toBuffer());
}
