import { browserPage } from '../../../../testing/browserPage';
import { HAND_MADE } from '../../../../testing/handMadeSvgs';
import { pathData } from '../pathData';
import { readSvg } from './readSvg';
import { svgOutline } from './svgOutline';

/** Px of the pictures that are compared: 4 for each unit of the drawings. */
const SIDE = 400;
/** What of both is common, of what either has: at least this much. Soft edges alone cost some tenths of a percent. */
const SAME = 0.97;

const page = browserPage();

// Debian's Chromium is the outside renderer here.
test.each(Object.entries(HAND_MADE))('%s comes in as the browser paints it', async (_, svg) => {
  const read = readSvg(svg);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  expect(read.value.notUnderstood).toEqual([]);
  const d = pathData(svgOutline(read.value), 3);
  const same = await page().evaluate(compare, { svg, d, side: SIDE, width: read.value.width });
  expect(same).toBeGreaterThan(SAME);
});

interface Asked {
  readonly svg: string;
  readonly d: string;
  readonly side: number;
  /** Width of the drawing, px of its own. */
  readonly width: number;
}

/** Share of ink that a drawing, as the browser paints it on white, and an outline have in common. */
async function compare({ svg, d, side, width }: Asked): Promise<number> {
  const paint = async (
    draw: (g: CanvasRenderingContext2D) => Promise<void> | void,
  ): Promise<Uint8ClampedArray> => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [side, side];
    const g = canvas.getContext('2d')!;
    g.fillStyle = '#fff';
    g.fillRect(0, 0, side, side);
    g.fillStyle = '#000';
    await draw(g);
    return g.getImageData(0, 0, side, side).data;
  };
  const theirs = await paint(async (g) => {
    const image = new Image();
    image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
    await image.decode();
    g.drawImage(image, 0, 0, side, side);
  });
  const ours = await paint((g) => {
    g.scale(side / width, side / width);
    g.fill(new Path2D(d), 'nonzero');
  });
  let [common, either] = [0, 0];
  for (let i = 0; i < theirs.length; i += 4) {
    const [a, b] = [255 - theirs[i]!, 255 - ours[i]!];
    common += Math.min(a, b);
    either += Math.max(a, b);
  }
  return either === 0 ? 0 : common / either;
}
