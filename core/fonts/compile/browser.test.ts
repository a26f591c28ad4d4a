import { browserPage } from '../../../testing/browserPage';
import { shape } from '../../../testing/outsideReaders';
import { byName } from '../../testing/named';
import { sampleProject } from '../../testing/sampleProject';
import { setRules } from '../../project/document/commands/features/rules';
import { edit } from '../../project/document/inStep/edit';
import type { Rule } from '../../project/document/schema';
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

test('drawings take turns and ends stand at the end of words as Chromium sets them, as HarfBuzz shapes them', async () => {
  const base = sampleProject();
  const o = byName(base).o!;
  const drawing = (name: string, right: number) => ({
    ...o,
    id: name,
    name,
    codePoints: [],
    bearings: { left: 50, right },
  });
  // Each drawing has a width of its own, so that a line's width tells which stand in it.
  const drawings = [drawing('o.alt1', 57), drawing('o.alt2', 71), drawing('x.end', 313)];
  const drawn = {
    ...base,
    glyphs: { ...base.glyphs, ...Object.fromEntries(drawings.map((g) => [g.id, g])) },
  };
  const rules: Rule[] = [
    { kind: 'ends', at: 'word-end', swaps: [{ from: 'x', to: 'x.end' }], clearance: 0, despite: [] },
    { kind: 'turns', letters: null, within: 5 },
  ];
  const font = compileFont(edit(drawn, setRules(drawn, rules)!).doc, {
    format: 'ttf',
    styleId: 'regular',
    nowUnixS: 0,
  });
  const texts = ['oo', 'ooo', 'oooo', 'oxo', 'ox', 'x ox', 'oHHHHo', 'oHHHHHo'];
  const shaped = texts.map((t) => shape(font, t));
  const { page: onPage } = await widths(font, texts);
  shaped.forEach((glyphs, i) => {
    expect(onPage[i]).toBeCloseTo(
      glyphs.reduce((n, g) => n + g.advance, 0),
      0,
    );
  });
  const names = (i: number) => shaped[i]!.map((g) => g.name).join(' ');
  expect([1, 2, 5, 6, 7].map(names)).toEqual([
    'o o.alt1 o.alt2',
    'o o.alt1 o.alt2 o',
    'x.end space o x.end',
    'o H H H H o.alt1',
    'o H H H H H o',
  ]);
});
