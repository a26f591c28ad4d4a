import sharp from 'sharp';
import { otherHandsPage } from './demoFiles';

/** Where the J of that page lies, px. */
const J = { left: 1325, top: 100, width: 80, height: 135 };
/** A place of the page without ink, px. */
const PAPER = { left: 1270, top: 110, width: 40, height: 40 };

/** The darkest of each place's neighbours along a line of the picture: what a broader pen would have left. */
function darkest(from: Uint8Array, step: number, reach: number): Uint8Array {
  return from.map((_, i) => {
    let least = 255;
    for (let k = -reach; k <= reach; k++) least = Math.min(least, from[i + k * step] ?? 255);
    return least;
  });
}

/** The other hand's page as a broader pen would have written it, without its J, as PNG. */
export async function bolderPageWithoutJ(): Promise<Buffer> {
  const page = sharp(otherHandsPage()).greyscale();
  const paper = await sharp(otherHandsPage()).greyscale().extract(PAPER).resize(J.width, J.height).toBuffer();
  const { data, info } = await sharp(
    await page.composite([{ input: paper, left: J.left, top: J.top }]).toBuffer(),
  )
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const broad = darkest(darkest(data, 1, 2), info.width, 2);
  return sharp(Buffer.from(broad), { raw: { width: info.width, height: info.height, channels: 1 } })
    .png()
    .toBuffer();
}
