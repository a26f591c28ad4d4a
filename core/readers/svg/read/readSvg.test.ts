import { contourArea, contoursBox } from '../../../foundations/geometry/measure';
import { colourAt, type Paint } from '../../../foundations/geometry/paint';
import { readSvg } from './readSvg';
import { svgLayersOf, svgOutline } from './svgOutline';

const read = (body: string, attributes = 'width="100" height="100"') => {
  const r = readSvg(
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${body}</svg>`,
  );
  if (!r.ok) throw new Error(JSON.stringify(r.problems));
  return r.value;
};
const outline = (body: string, attributes?: string) => svgOutline(read(body, attributes));
const area = (body: string, attributes?: string) =>
  Math.abs(outline(body, attributes).reduce((s, c) => s + contourArea(c), 0));

test.each([
  ['a rectangle', '<rect x="10" y="10" width="30" height="20"/>', 600],
  ['a rounded rectangle', '<rect width="30" height="20" rx="5"/>', 600 - (4 - Math.PI) * 25],
  ['a circle', '<circle cx="50" cy="50" r="20"/>', Math.PI * 400],
  ['an ellipse', '<ellipse cx="50" cy="50" rx="20" ry="10"/>', Math.PI * 200],
  ['a polygon', '<polygon points="0,0 10,0 10,10"/>', 50],
  [
    'a stroked line with flat ends',
    '<line x1="10" y1="10" x2="50" y2="10" stroke="#000" stroke-width="4"/>',
    160,
  ],
  [
    '... with round ends',
    '<path d="M10 10h40" stroke="red" stroke-width="4" stroke-linecap="round"/>',
    160 + 4 * Math.PI,
  ],
  [
    '... with square ends',
    '<path d="M10 10h40" stroke="red" stroke-width="4" stroke-linecap="square"/>',
    176,
  ],
  [
    'a stroked ring',
    '<circle cx="50" cy="50" r="20" fill="none" stroke="#000" stroke-width="4"/>',
    Math.PI * (22 ** 2 - 18 ** 2),
  ],
  [
    'dashes',
    '<path d="M0 10h40" stroke="#000" stroke-width="2" stroke-dasharray="6 4" fill="none"/>',
    4 * 6 * 2,
  ],
  ['a mitred corner', '<path d="M10 40V10H40" fill="none" stroke="#000" stroke-width="4"/>', 2 * 30 * 4],
  [
    'a bevelled corner',
    '<path d="M10 40V10H40" fill="none" stroke="#000" stroke-width="4" stroke-linejoin="bevel"/>',
    2 * 30 * 4 - 2,
  ],
  ['a counter by evenodd', '<path fill-rule="evenodd" d="M0 0h20v20h-20zM5 5h10v10h-10z"/>', 300],
  ['the same by nonzero', '<path d="M0 0h20v20h-20zM5 5h10v10h-10z"/>', 400],
  ['overlapping shapes', '<rect width="20" height="20"/><rect x="10" width="20" height="20"/>', 600],
  [
    'a clip path',
    '<clipPath id="c"><rect width="10" height="100"/></clipPath><rect width="20" height="20" clip-path="url(#c)"/>',
    200,
  ],
  [
    'nothing that is hidden',
    '<rect width="9" height="9" display="none"/><rect width="5" height="5"/><rect width="9" height="9" visibility="hidden"/>',
    25,
  ],
])('%s has its area', (_, body, wanted) => {
  expect(area(body)).toBeCloseTo(wanted, wanted % 1 === 0 ? 3 : 0);
});

test('transforms, nested view boxes and use put things where they belong', () => {
  const box = contoursBox(
    outline(
      '<defs><g id="g"><rect width="2" height="1"/></g></defs>' +
        '<g transform="translate(10 20) rotate(90)"><use href="#g" x="3" transform="scale(2)"/></g>',
    ),
  )!;
  // (3,0)-(5,1) doubled, turned by a quarter and moved.
  expect([box.xMin, box.yMin, box.xMax, box.yMax].map((v) => Number(v.toFixed(6)))).toEqual([8, 26, 10, 30]);
  const fitted = contoursBox(
    outline('<rect width="24" height="24"/>', 'width="480" height="240" viewBox="0 0 24 24"'),
  )!;
  expect([fitted.xMin, fitted.xMax, fitted.yMax]).toEqual([120, 360, 240]);
});

test('styles win in the order of CSS: attribute, type, class, id, own style; parents are inherited', () => {
  const drawing =
    read(`<style>rect{fill:#111} .a{fill:#222} #i{fill:#333} g .b{fill:none;stroke:#444;stroke-width:2}</style>
    <rect width="1" height="1" fill="red"/><rect class="a" width="1" height="1"/>
    <rect class="a" id="i" width="1" height="1"/><rect id="j" class="a" style="fill:#555" width="1" height="1"/>
    <g fill="#666"><circle r="1"/><circle class="b" r="1"/></g>`);
  const grey = (n: number) => [n * 17, n * 17, n * 17];
  expect(drawing.shapes.map((s) => (s.fill?.paint.kind === 'flat' ? s.fill.paint.rgb : null))).toEqual([
    grey(1),
    grey(2),
    grey(3),
    grey(5),
    grey(6),
    null,
  ]);
  expect(drawing.shapes[5]!.stroke).toMatchObject({ paint: { kind: 'flat', rgb: grey(4) }, width: 2 });
});

test('colours become layers in the order they are drawn; one colour needs none', () => {
  const two = svgLayersOf(
    read('<rect width="20" height="20" fill="navy"/><circle cx="10" cy="10" r="5" fill="gold"/>'),
  );
  expect(two.map((l) => l.paint)).toEqual([
    { kind: 'flat', rgb: [0, 0, 128] },
    { kind: 'flat', rgb: [255, 215, 0] },
  ]);
  expect(svgLayersOf(read('<rect width="20" height="20"/><circle cx="30" cy="10" r="5"/>'))).toEqual([]);
});

test('what is not understood is named, the rest is read', () => {
  const drawing = read(
    '<text>eels</text><image href="http://elsewhere/x.png"/><rect width="3" height="3" filter="url(#f)"/>',
  );
  expect(drawing.shapes).toHaveLength(1);
  expect(drawing.notUnderstood.join('; ')).toMatch(/text.*picture.*filter/);
});

test.each([
  [
    'an outside entity',
    '<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg><title>&x;</title></svg>',
    'svg-broken',
  ],
  ['no drawing', '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>', 'svg-empty'],
  ['another kind of document', '<html><body/></html>', 'svg-broken'],
  ['a document cut off', '<svg><rect width="1"', 'svg-broken'],
  ['far too deep', `<svg>${'<g>'.repeat(1000)}${'</g>'.repeat(1000)}</svg>`, 'svg-too-large'],
  ['far too many', `<svg>${'<rect/>'.repeat(160_000)}</svg>`, 'svg-too-large'],
])('%s: a clear error', (_, text, code) => {
  const r = readSvg(text);
  expect(r.ok ? '' : r.problems[0]!.code).toBe(code);
});

test('use within itself, doubled levels of use and wild numbers end in bounded time', () => {
  const levels = Array.from(
    { length: 30 },
    (_, i) => `<g id="l${i}"><use href="#l${i + 1}"/><use href="#l${i + 1}"/></g>`,
  ).join('');
  const bomb = readSvg(
    `<svg><defs>${levels}<rect id="l30" width="1" height="1"/></defs><use href="#l0"/></svg>`,
  );
  expect(bomb.ok ? '' : bomb.problems[0]!.code).toBe('svg-too-large');
  const self = read('<g id="a"><use href="#a"/></g><rect width="2" height="2"/>');
  expect(self.shapes).toHaveLength(1);
  const wild = read(
    '<path d="M0 0h1e300v5zM1 1LNaN 3"/><rect width="1e400" height="2"/><rect width="2" height="2"/>',
  );
  expect(wild.shapes.length).toBeGreaterThan(0);
  for (const c of svgOutline(wild)) for (const n of c.nodes) expect(Math.abs(n.x)).toBeLessThan(1e7);
});

test('a stroke that bends hard over itself covers what its pen covers', () => {
  // Rounded corners of radius 4 drawn by a pen of width 2, crossing its own way: area from the way's length.
  const ring =
    'M11.264 2.205A4 4 0 0 0 6.42 4.211l-4 8a4 4 0 0 0 1.359 5.117l6 4a4 4 0 0 0 4.438 0l6-4a4 4 0 0 0 1.576-4.592l-2-6a4 4 0 0 0-2.53-2.53z';
  const stroke = 'fill="none" stroke="#000" stroke-width="2" stroke-linejoin="round" stroke-linecap="round"';
  const [outer, inner] = outline(`<path d="${ring}" ${stroke}/>`).map((c) => Math.abs(contourArea(c)));
  const middle = Math.abs(outline(`<path d="${ring}"/>`).reduce((s, c) => s + contourArea(c), 0));
  // Half of the band lies on each side of the way (for a convex way and a pen narrower than its bends).
  expect(Math.abs((outer! + inner!) / 2 - middle)).toBeLessThan(0.02 * middle);
});

/** Colours of a gradient where the standard says they are (SVG 2, 14.2): worked out by hand from its attributes. */
test('gradients keep their course: by the box, by user space, inherited, under transforms and skews', () => {
  const layersOf = (defs: string, shape: string) => {
    const drawing = readSvg(
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><defs>${defs}</defs>${shape}</svg>`,
    );
    if (!drawing.ok) throw new Error(JSON.stringify(drawing.problems));
    return svgLayersOf(drawing.value).map((l) => l.paint);
  };
  const stops = '<stop offset="0" stop-color="#000"/><stop offset="100%" stop-color="#fff"/>';
  const at = (paint: Paint, x: number, y: number) => Math.round(colourAt(paint, x, y)[0]);

  const [byBox] = layersOf(
    `<linearGradient id="g">${stops}</linearGradient>`,
    '<rect x="20" y="10" width="40" height="50" fill="url(#g)"/>',
  );
  expect([at(byBox!, 20, 30), at(byBox!, 40, 10), at(byBox!, 60, 55)]).toEqual([0, 128, 255]);

  const [inherited] = layersOf(
    `<linearGradient id="s">${stops}</linearGradient><linearGradient id="g" href="#s" gradientUnits="userSpaceOnUse" x1="0" y1="0" x2="0" y2="100"/>`,
    '<rect width="40" height="100" fill="url(#g)" transform="translate(10 0) scale(1 0.5)"/>',
  );
  expect([at(inherited!, 30, 0), at(inherited!, 30, 25), at(inherited!, 30, 50)]).toEqual([0, 128, 255]);

  // Under a skew, places that had one colour still have one: (x, y) goes to (x + y, y), so x = 50 becomes x = 50 + y.
  const [skewed] = layersOf(
    `<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="0" y1="0" x2="100" y2="0">${stops}</linearGradient>`,
    '<rect width="100" height="40" fill="url(#g)" transform="skewX(45)"/>',
  );
  expect([at(skewed!, 50, 0), at(skewed!, 70, 20), at(skewed!, 90, 40)]).toEqual([128, 128, 128]);

  const [radial] = layersOf(
    `<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="50" cy="50" r="40">${stops}</radialGradient>`,
    '<circle cx="50" cy="50" r="40" fill="url(#g)"/>',
  );
  expect([at(radial!, 50, 50), at(radial!, 70, 50), at(radial!, 50, 10)]).toEqual([0, 128, 255]);
  // One stop is one colour, and one plain colour needs no layer.
  expect(
    layersOf(
      '<linearGradient id="g"><stop stop-color="red"/></linearGradient>',
      '<rect width="9" height="9" fill="url(#g)"/>',
    ),
  ).toEqual([]);
});
