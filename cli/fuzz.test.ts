import fc from 'fast-check';
import { encode as encodePng } from 'fast-png';
import { strToU8, zipSync } from 'fflate';
import jpeg from 'jpeg-js';
import { readFileSync } from 'node:fs';
import { PDFDocument, rgb } from 'pdf-lib';
import UTIF from 'utif2';
import { openProjectFile } from '../core/project/archive/readProject';
import { writeProjectFile } from '../core/project/archive/writeProject';
import { expandFiles } from '../core/lifting/artwork/expandFiles';
import { readArtwork } from '../core/lifting/artwork/readArtwork';
import { openZip } from '../core/lifting/artwork/sortFiles';
import { compileFont } from '../core/fonts/compile/compileFont';
import { decodePicture } from '../core/readers/pictures/decodePicture';
import { dpiOf } from '../core/readers/pictures/dpi';
import { openRows } from '../core/project/document/opening/openRows';
import { copiedContours } from '../core/readers/svg/clipboard';
import { sampleProject } from '../core/testing/sampleProject';
import { mutate, mutations } from '../testing/mutate';

/**
 * Real files of every kind, broken at random: each is answered by a value or by problems, never by an exception, and never
 * later than the answer is waited for. FUZZ_RUNS makes it a long run (npm run fuzz); the seed is printed when one fails.
 */
const RUNS = Number(process.env.FUZZ_RUNS ?? 60);
const SEED = process.env.FUZZ_SEED ? Number(process.env.FUZZ_SEED) : 14;
/** No answer may be later than this, ms; in tests, beside other work on the machine, ten times as late. */
const LATEST_MS = process.env.FUZZ_RUNS ? 10_000 : 100_000;
const MOST_MEMORY = 1.5e9;
/** What the process held before: tests that ran in it earlier leave theirs. */
const HELD_BEFORE = process.memoryUsage().rss;

const noise = Uint8Array.from({ length: 60 * 40 * 4 }, (_, i) => (i * i * 31 + i * 7) & 255);
const svg =
  '<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY k "black">]><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">' +
  '<style>.a{fill:&k;stroke:none} g > path{stroke-width:2}</style><defs><linearGradient id="l"><stop offset="0" stop-color="red"/><stop offset="1"/></linearGradient>' +
  '<clipPath id="c"><circle cx="50" cy="50" r="40"/></clipPath><symbol id="s" viewBox="0 0 10 10"><rect width="9" height="9"/></symbol></defs>' +
  '<g clip-path="url(#c)" transform="rotate(10 50 50) scale(1.1)"><path class="a" d="M10 10C20 0 40 0 50 10S90 30 80 60Q70 80 40 70A9 9 0 0 1 20 60Z"/></g>' +
  '<use href="#s" x="5" y="60" width="20" height="20"/><path d="M5 90H95" stroke="url(#l)" stroke-width="4" stroke-dasharray="6 2" fill="none"/></svg>';

function gif(): Uint8Array {
  // A single frame of 4 by 4 px in two colours (GIF89a, appendix F: LZW with codes of three bits).
  return Uint8Array.from([
    ...strToU8('GIF89a'),
    ...[
      4, 0, 4, 0, 0x80, 0, 0, 0, 0, 0, 255, 255, 255, 0x2c, 0, 0, 0, 0, 4, 0, 4, 0, 0, 2, 5, 0x84, 0x1d, 0x81,
      0x7a, 0x50, 0, 0x3b,
    ],
  ]);
}
function bmp(): Uint8Array {
  const out = new Uint8Array(54 + 8 * 8 * 3);
  const view = new DataView(out.buffer);
  out.set(strToU8('BM'));
  view.setUint32(2, out.length, true);
  view.setUint32(10, 54, true);
  view.setUint32(14, 40, true);
  view.setInt32(18, 8, true);
  view.setInt32(22, 8, true);
  view.setUint16(26, 1, true);
  view.setUint16(28, 24, true);
  out.set(noise.subarray(0, 192), 54);
  return out;
}
async function pdf(): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  const page = doc.addPage([200, 100]);
  page.drawRectangle({ x: 9, y: 9, width: 60, height: 30, color: rgb(0, 0, 0) });
  page.drawCircle({ x: 120, y: 50, size: 30 });
  return doc.save({ useObjectStreams: false });
}

/** Two layers named after letters (OpenRaster 0.0.6). */
function openRaster(): Uint8Array {
  const png = encodePng({ width: 60, height: 40, data: noise, channels: 4, depth: 8 });
  const layers = ['A', 'b']
    .map((n, i) => `<layer name="${n}" src="data/${n}.png" x="${9 * i}" y="3"/>`)
    .join('');
  return zipSync(
    {
      mimetype: strToU8('image/openraster'),
      'stack.xml': strToU8(`<image w="90" h="60"><stack>${layers}</stack></image>`),
      'data/A.png': png,
      'data/b.png': png,
    },
    { level: 0 },
  );
}

const asPicture = (bytes: Uint8Array) => {
  dpiOf(bytes);
  return decodePicture(bytes);
};
const noWebp = () => Promise.reject(new Error('not here'));

/** Each kind of file with its reader, and a whole file to begin with. */
const KINDS: readonly [
  name: string,
  whole: () => Uint8Array | Promise<Uint8Array>,
  read: (b: Uint8Array) => unknown,
][] = [
  ['PNG', () => encodePng({ width: 60, height: 40, data: noise, channels: 4, depth: 8 }), asPicture],
  ['JPEG', () => new Uint8Array(jpeg.encode({ width: 60, height: 40, data: noise }, 80).data), asPicture],
  ['TIFF', () => new Uint8Array(UTIF.encodeImage(noise, 60, 40)), asPicture],
  ['GIF', gif, asPicture],
  ['BMP', bmp, asPicture],
  ['SVG', () => strToU8(svg), (b) => readArtwork(new TextDecoder().decode(b), 'a.svg')],
  [
    'zip',
    () => zipSync({ 'A.svg': strToU8(svg), 'b/B.svg': strToU8(svg) }),
    (b) => openZip({ path: 'a.zip', bytes: b }),
  ],
  ['layered painting', openRaster, (b) => expandFiles([{ path: 'a.ora', bytes: b }], noWebp)],
  ['PDF', pdf, (b) => expandFiles([{ path: 'a.pdf', bytes: b }], noWebp)],
  ['project file', () => writeProjectFile(sampleProject(), new Map()), openAndCompile],
  [
    'project file of version 1',
    () =>
      strToU8(
        readFileSync(new URL('../core/project/document/fixtures/version1.json', import.meta.url), 'utf8'),
      ),
    openText,
  ],
  [
    'clipboard',
    () =>
      strToU8(
        `<svg><metadata>${JSON.stringify({ copied: sampleProject().glyphs.o!.contours })}</metadata></svg>`,
      ),
    (b) => copiedContours(new TextDecoder().decode(b)),
  ],
];

function openAndCompile(bytes: Uint8Array): unknown {
  const opened = openProjectFile(bytes);
  if (!opened.ok) return opened;
  const { doc } = opened.value;
  return compileFont(doc, { format: 'otf', styleId: Object.values(doc.project)[0]!.styleId, nowUnixS: 0 });
}
/** A project's rows with text changed in them: what no zip's check sum tells. */
function openText(bytes: Uint8Array): unknown {
  let head: { version?: unknown; data?: unknown } | null;
  try {
    head = JSON.parse(new TextDecoder().decode(bytes)) as typeof head;
  } catch {
    return null;
  }
  const opened = openRows(head?.version, head?.data);
  if (!opened.ok) return opened;
  const { doc } = opened.value;
  return compileFont(doc, { format: 'ttf', styleId: Object.values(doc.project)[0]!.styleId, nowUnixS: 0 });
}

test.each(KINDS)(
  '%s, broken in any way, is answered',
  async (_, whole, read) => {
    const bytes = await whole();
    await read(bytes);
    await fc.assert(
      fc.asyncProperty(mutations, async (list) => {
        const began = Date.now();
        await read(mutate(bytes, list));
        expect(Date.now() - began).toBeLessThan(LATEST_MS);
        expect(process.memoryUsage().rss - HELD_BEFORE).toBeLessThan(MOST_MEMORY);
      }),
      { seed: SEED, numRuns: RUNS },
    );
  },
  600_000,
);
