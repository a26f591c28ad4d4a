import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { readArtwork } from '../../../lifting/artwork/readArtwork';
import { pathData } from '../pathData';

/** An open set of icons drawn by strokes (lucide-static, ISC). */
const FOLDER = join(process.cwd(), 'node_modules/lucide-static/icons');
/** Px that one unit of an icon is drawn with. */
const SCALE = 16;

/** How dark each px is, by an outside library (librsvg through sharp). */
async function drawn(svg: string): Promise<Uint8Array> {
  const { data } = await sharp(Buffer.from(svg), { density: 72 * SCALE })
    .ensureAlpha()
    .extractChannel(3)
    .raw()
    .toBuffer({ resolveWithObject: true });
  return data;
}

async function difference(file: string): Promise<number> {
  const svg = readFileSync(join(FOLDER, file), 'utf8');
  const read = readArtwork(svg, file);
  if (!read.ok) throw new Error(file);
  const own = `<svg xmlns="http://www.w3.org/2000/svg" width="24" height="24"><path d="${pathData(read.value.outline, 4)}"/></svg>`;
  const [a, b] = await Promise.all([drawn(svg), drawn(own)]);
  let [off, all] = [0, 0];
  for (let i = 0; i < a.length; i++) {
    off += Math.abs(a[i]! - b[i]!);
    all += a[i]!;
  }
  return off / all;
}

const every = Number(process.env.EVERY ?? 18);

test('icons drawn by strokes cover what an outside renderer draws', async () => {
  const files = readdirSync(FOLDER)
    .filter((f) => f.endsWith('.svg'))
    .sort()
    .filter((_, i) => i % every === 3 % every);
  const wrong: string[] = [];
  for (const file of files) {
    const off = await difference(file);
    // Overlapping strokes are a shade darker along their edges where they are drawn one by one.
    if (off > 0.006) wrong.push(`${file} ${(100 * off).toFixed(2)} %`);
  }
  expect(wrong).toEqual([]);
  expect(files.length).toBeGreaterThan(100);
});
