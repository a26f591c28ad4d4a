import { strToU8, zipSync } from 'fflate';
import { describeProblem } from '../../foundations/problems/describe';
import { readSvg } from '../../readers/svg/read/readSvg';
import { artworkSheet } from './makeSheets';
import { readArtwork } from './readArtwork';
import { openZip } from './sortFiles';

/** Input that means harm, or just is odd: it is answered, told by its name, and stops nothing else. */

const NS = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"';
const svg = (inner: string, head = '') => `${head}<svg ${NS} viewBox="0 0 100 100">${inner}</svg>`;
const SQUARE = '<rect x="10" y="10" width="50" height="50"/>';
/** Longer than any of it takes on a busy machine; the work itself is bounded by counts, not by time. */
const PATIENCE_MS = 60_000;

const read = (text: string) => readArtwork(text, 'odd.svg');
const told = (text: string): string => read(text).problems.map(describeProblem).join(' ');

describe('SVG', () => {
  test(
    'a clip path that refers to itself with two children',
    () => {
      const two = '<rect width="9" height="9" clip-path="url(#c)"/>'.repeat(2);
      const text = svg(
        `<clipPath id="c">${two}<rect width="99" height="99"/></clipPath><g clip-path="url(#c)">${SQUARE}</g>`,
      );
      expect(told(text)).toMatch(/clip path within itself/);
    },
    PATIENCE_MS,
  );

  test(
    'two clip paths that refer to each other',
    () => {
      const text = svg(
        `<clipPath id="a">${'<rect width="9" height="9" clip-path="url(#b)"/>'.repeat(2)}</clipPath>` +
          `<clipPath id="b">${'<rect width="9" height="9" clip-path="url(#a)"/>'.repeat(2)}</clipPath>` +
          `<g clip-path="url(#a)"><rect width="50" height="50"/></g>`,
      );
      expect(told(text)).toMatch(/clip path within itself/);
    },
    PATIENCE_MS,
  );

  test(
    'forty groups within each other, each measured by its own box',
    () => {
      const style = 'style="transform-box:fill-box;transform-origin:center;transform:rotate(1deg)"';
      const text = svg(
        `<clipPath id="o" clipPathUnits="objectBoundingBox"><rect width="1" height="1"/></clipPath>` +
          `<g ${style} clip-path="url(#o)">`.repeat(40) +
          SQUARE +
          '</g>'.repeat(40),
      );
      expect(told(text)).toMatch(/larger than any drawing needs/);
    },
    PATIENCE_MS,
  );

  test(
    'thirty nested groups of use, each twice the one before',
    () => {
      let inner = `<g id="g0">${SQUARE}</g>`;
      for (let k = 1; k <= 30; k++)
        inner += `<g id="g${k}"><use href="#g${k - 1}"/><use href="#g${k - 1}" x="1"/></g>`;
      expect(read(svg(`<defs>${inner}</defs><use href="#g30"/>`)).problems[0]!.code).toBe('svg-too-large');
      // Also where nothing at all is drawn at the end of it.
      expect(
        read(svg(`<defs>${inner.replace(SQUARE, '')}</defs><use href="#g30"/>${SQUARE}`)).problems[0]!.code,
      ).toBe('svg-too-large');
    },
    PATIENCE_MS,
  );

  test(
    'a marker within itself, a hundred markers at each of a thousand corners, clips that clip each other',
    () => {
      const line = `<path d="M0 0${'l3 2'.repeat(999)}" stroke="#000" fill="none" marker-mid="url(#m)"/>`;
      const own = '<marker id="m"><path d="M0 0h3v3" marker-start="url(#m)"/></marker>';
      expect(read(svg(`${own}<path d="M0 0h20v20" marker-start="url(#m)"/>`)).ok).toBe(true);
      const many = `<marker id="m">${'<rect width="2" height="2"/>'.repeat(100)}</marker>`;
      expect(read(svg(many + line)).problems[0]!.code).toBe('svg-too-large');
      const clips =
        '<clipPath id="a" clip-path="url(#b)"><rect width="50" height="50"/></clipPath>' +
        '<clipPath id="b" clip-path="url(#a)"><rect width="50" height="50"/></clipPath>';
      expect(told(svg(`${clips}<g clip-path="url(#a)">${SQUARE}</g>`))).toMatch(/clip path within itself/);
    },
    PATIENCE_MS,
  );

  test(
    'frames and markers beyond all size, or of none',
    () => {
      const turned = `<g transform="rotate(30)"><svg width="1e300" height="1e300" x="-1e299">${SQUARE}</svg></g>`;
      expect(read(svg(turned + SQUARE)).ok).toBe(true);
      const marker = (a: string) => `<marker id="m" ${a}>${SQUARE}</marker>`;
      const line = `<path d="M0 0h20v20" marker-start="url(#m)"/>`;
      for (const a of ['viewBox="0 0 0 0"', 'refX="1e300"', 'markerWidth="1e300" orient="1e300"'])
        expect(read(svg(marker(a) + line + SQUARE)).ok).toBe(true);
    },
    PATIENCE_MS,
  );

  test(
    'selectors that look at all neighbours of a hundred thousand elements, and thousands of rules',
    () => {
      const crowd = '<g/>'.repeat(100_000);
      const around = '<style>g:nth-child(2n)~g:has(rect)+g{fill:none}</style>';
      expect(told(svg(around + crowd + SQUARE))).toMatch(/in so large a drawing/);
      const rules = Array.from({ length: 3000 }, (_, i) => `.c${i}{fill:none}`).join('');
      expect(told(svg(`<style>${rules}</style>${crowd}${SQUARE}`))).toMatch(
        /the rest of its long style sheet/,
      );
    },
    PATIENCE_MS,
  );

  test(
    'dashes of a thousandth of a px',
    () => {
      const line = '<path d="M0 50H100" stroke="black" stroke-width="4" stroke-dasharray=".001"/>';
      expect(told(svg(line))).toMatch(/dashes too fine/);
      expect(read(svg(line)).ok).toBe(true);
    },
    PATIENCE_MS,
  );

  test.each([
    'scale(1e200)',
    'scale(1e-200)',
    'translate(1e300 0)',
    'rotate(1e308)',
    'matrix(1 0 0 1 NaN 0)',
  ])('nested %s', (transform) => {
    const text = svg(`<g transform="${transform}"><g transform="${transform}">${SQUARE}</g></g>${SQUARE}`);
    const result = read(text);
    expect(result.ok).toBe(true);
    expect(result.ok && Object.values(result.value.box).every((v) => Math.abs(v) < 1e6)).toBe(true);
  });

  test(
    'a thousand shapes clipped by one rectangle',
    () => {
      const shapes = Array.from(
        { length: 1000 },
        (_, i) => `<rect x="${i % 90}" y="${(i * 7) % 90}" width="5" height="5"/>`,
      );
      const text = svg(
        `<clipPath id="c"><rect width="100" height="100"/></clipPath><g clip-path="url(#c)">${shapes.join('')}</g>`,
      );
      expect(read(text).ok).toBe(true);
    },
    PATIENCE_MS,
  );

  test('a document type with entities, as drawing programs write it', () => {
    const head =
      '<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd" [\n' +
      '<!ENTITY ns_svg "http://www.w3.org/2000/svg">\n<!ENTITY black "#000000">\n<!ENTITY both "&black;">\n]>';
    const text = `${head}<svg xmlns="&ns_svg;" viewBox="0 0 100 100"><rect width="50" height="40" fill="&both;"/></svg>`;
    const result = read(text);
    expect(result.problems).toEqual([]);
    expect(result.ok && result.value.box.xMax).toBeCloseTo(50, 6);
  });

  test('entities that grow within each other a billion times', () => {
    const grow = Array.from({ length: 10 }, (_, k) => `<!ENTITY l${k + 1} "${`&l${k};`.repeat(10)}">`).join(
      '',
    );
    const head = `<!DOCTYPE svg [<!ENTITY l0 "lol">${grow}]>`;
    const text = `${head}<svg ${NS}><title>&l10;</title>${SQUARE}</svg>`;
    expect(read(text).problems[0]!.code).toBe('svg-too-large');
  });

  test('entities that hold each other, or a file of the machine', () => {
    const loop = `<!DOCTYPE svg [<!ENTITY a "&b;"><!ENTITY b "&a;">]><svg ${NS}><title>&a;</title>${SQUARE}</svg>`;
    expect(read(loop).ok).toBe(false);
    const file = `<!DOCTYPE svg [<!ENTITY a SYSTEM "file:///etc/hostname">]><svg ${NS}><title>&a;</title>${SQUARE}</svg>`;
    const result = readSvg(file);
    expect(JSON.stringify(result)).not.toMatch(/hostname/);
  });

  test(
    'a path of 150,000 points',
    () => {
      let d = 'M0 0';
      for (let i = 0; i < 150_000; i++) d += `L${(i * 37) % 1000} ${(i * 91) % 997}`;
      expect(read(svg(`<path d="${d}"/>`)).problems[0]!.code).toBe('svg-too-large');
    },
    PATIENCE_MS,
  );

  test.each([
    ['nothing', ''],
    ['half a tag', '<svg'],
    ['text only', 'hello'],
    ['a null byte', svg(`\u0000${SQUARE}`)],
    ['deep nesting', svg('<g>'.repeat(5000) + '</g>'.repeat(5000))],
    [
      'attributes named like an object’s own',
      svg(`<rect constructor="1" __proto__="2" toString="3" width="5" height="5"/>`),
    ],
    [
      'ids named like an object’s own',
      svg(
        '<use href="#constructor"/><use href="#__proto__"/><rect id="toString" width="5" height="5" fill="url(#hasOwnProperty)"/>',
      ),
    ],
    ['numbers out of all range', svg('<rect width="1e400" height="-1e400"/><circle r="NaN"/>')],
  ])('%s is answered', (_, text) => {
    const result = read(text);
    expect(result.ok || result.problems.length > 0).toBe(true);
  });

  test('one bad icon among good ones is told by its name; the others come in', async () => {
    const good = (k: number) => ({ path: `icon-${k}.svg`, bytes: strToU8(svg(SQUARE)) });
    const bad = [
      {
        path: 'huge.svg',
        bytes: strToU8(svg(`<g transform="scale(1e200)"><g transform="scale(1e200)">${SQUARE}</g></g>`)),
      },
      { path: 'cut.svg', bytes: strToU8(svg(SQUARE).slice(0, 60)) },
      { path: 'constructor.svg', bytes: strToU8(svg(SQUARE)) },
      { path: '__proto__.svg', bytes: strToU8(svg(SQUARE)) },
    ];
    const made = await artworkSheet([good(1), ...bad, good(2)], [], { as: 'icons' });
    expect(made.ok && made.value.sheet.pieces.map((p) => p.name)).toEqual([
      'icon-1',
      'constructor',
      '__proto__',
      'icon-2',
    ]);
    const files = made.problems.map((p) => p.place.file);
    expect(files).toContain('huge.svg');
    expect(files).toContain('cut.svg');
  });
});

describe('zips', () => {
  const zip = (files: Record<string, Uint8Array>) => ({ path: 'a.zip', bytes: zipSync(files, { level: 9 }) });

  test(
    'one that unpacks to far more than a folder of drawings is refused before it is unpacked',
    () => {
      const big = new Uint8Array(30e6);
      const bomb = zip({ 'a.svg': big, 'b.svg': big });
      expect(bomb.bytes.length).toBeLessThan(1e6);
      const before = process.memoryUsage().arrayBuffers;
      expect(openZip(bomb).problems[0]!.code).toBe('zip-too-large');
      expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(20e6);
    },
    PATIENCE_MS,
  );

  test('two files of one path: the first is taken, and both are told', () => {
    // The names are of one length, so that the second can be made to say the first's.
    const bytes = zipSync({ 'A.svg': strToU8(svg(SQUARE)), 'B.svg': strToU8('<svg/>') }, { level: 0 });
    const text = Buffer.from(bytes).toString('latin1').replaceAll('B.svg', 'A.svg');
    const opened = openZip({ path: 'two.zip', bytes: Uint8Array.from(Buffer.from(text, 'latin1')) });
    expect(opened.ok && opened.value).toHaveLength(1);
    expect(opened.ok && opened.value[0]!.bytes.length).toBe(svg(SQUARE).length);
    expect(opened.problems).toMatchObject([{ code: 'names-clash', names: ['A.svg', 'A.svg'] }]);
  });

  test.each([
    ['cut off', zip({ 'a.svg': strToU8(svg(SQUARE)) }).bytes.slice(0, 40)],
    ['nothing', new Uint8Array(0)],
    ['not one at all', strToU8('hello')],
  ])('%s: told', (_, bytes) =>
    expect(openZip({ path: 'x.zip', bytes }).problems[0]!.code).toBe('zip-broken'),
  );

  test('names like an object’s own are names like any other', () => {
    const opened = openZip(zip({ constructor: strToU8('a'), toString: strToU8('b') }));
    expect(opened.ok && opened.value.map((f) => f.path).sort()).toEqual(['constructor', 'toString']);
  });
});
