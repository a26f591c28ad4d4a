import { browserPage } from '../../../testing/browserPage';
import { byName } from '../../testing/named';
import { sampleProject } from '../../testing/sampleProject';
import { advanceOf } from '../../project/document/queries/metrics';
import { compileFont } from './compileFont';

// Debian's Chromium sets the fonts here, as pages and canvases do.
const page = browserPage();

/** Widths of texts at 1,000 px, so that a px is a unit: set by the page, and on a canvas. */
async function widths(
  font: Uint8Array,
  texts: readonly string[],
): Promise<{ page: number[]; canvas: number[] }> {
  return page().evaluate(
    async ({ base64, texts }) => {
      const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
      const face = await new FontFace('own', bytes).load();
      document.fonts.add(face);
      const span = document.createElement('span');
      span.style.cssText = 'font: 1000px own; white-space: pre; position: absolute';
      document.body.append(span);
      const g = document.createElement('canvas').getContext('2d')!;
      g.font = '1000px own';
      // As a canvas does it by itself, words are set one by one and a ligature never spans two.
      g.textRendering = 'optimizeLegibility';
      const all = texts.map((text) => {
        span.textContent = text;
        return [span.getBoundingClientRect().width, g.measureText(text).width] as const;
      });
      span.remove();
      document.fonts.delete(face);
      return { page: all.map(([w]) => w), canvas: all.map(([, w]) => w) };
    },
    { base64: Buffer.from(font).toString('base64'), texts },
  );
}

test.each(['otf', 'ttf'] as const)(
  'names typed for an icon become it on a page and on a canvas, also one of two words (%s)',
  async (format) => {
    const doc = sampleProject();
    const fish = { ...byName(doc).u1F41F!, typed: ['eel', 'tide eel'] };
    const made = compileFont(
      { ...doc, glyphs: { ...doc.glyphs, [fish.id]: fish } },
      { format, styleId: 'regular', nowUnixS: 0 },
    );
    const texts = ['eel', 'tide eel', 'o tide eel o', 'oo', ' ', 'lee'];
    const { page: onPage, canvas } = await widths(made, texts);
    canvas.forEach((w, i) => expect(w).toBeCloseTo(onPage[i]!, 1));
    const [eel, tideEel, inText, oo, space, half] = onPage;
    const advance = Math.round(advanceOf(fish));
    for (const width of [eel, tideEel]) expect(width).toBeCloseTo(advance, 1);
    expect(inText).toBeCloseTo(advance + oo! + 2 * space!, 0);
    // What is no name shows its letters.
    expect(half).toBeCloseTo(3 * Math.round(advanceOf(byName(doc)['.notdef']!)), 0);
  },
);
