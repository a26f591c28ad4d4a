/**
 * Formats for plotters, families, pictures and shops, each held against an outside reader: fontTools (designspace, UFO, paths), Debian's
 * Chromium (pictures), sharp (PNG).
 */
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import sharp from 'sharp';
import { browserPage } from '../../../../testing/browserPage';
import { brotli } from '../../../../cli/brotli';
import { hasFontTools } from '../../../../testing/outsideReaders';
import { sampleProject } from '../../../testing/sampleProject';
import { cornerAt, type Contour } from '../../../foundations/geometry/contour';
import { describeProblem } from '../../../foundations/problems/describe';
import { penOutline, type PenShape } from '../../../outlines/dress/grow';
import { addStyle } from '../../../project/document/commands/family/addStyle';
import { changeCasting } from '../../../project/document/commands/font/casting';
import { edit } from '../../../project/document/inStep/edit';
import { blankGlyph } from '../../../project/document/newProject';
import type { Doc } from '../../../project/document/schema';
import { pathData } from '../../../readers/svg/pathData';
import { fontData } from '../fontData';
import { compileVariable } from '../variable/compileVariable';
import { licenceWords } from '../licences/licenceNames';
import { castFile } from './castFile';
import { castPlan } from './castPlan';
import type { CastFormat } from './formats';
import { lettersPng } from './lettersPng';

const page = browserPage();
const pen: PenShape = { width: 60, ends: 'round', joins: 'round' };
const hook: Contour = {
  closed: false,
  nodes: [
    cornerAt(40, 700),
    { ...cornerAt(40, 200), out: { x: 40, y: 40 } },
    { ...cornerAt(200, 40), in: { x: 90, y: 40 } },
  ],
};

/** Three styles with a letter drawn along a line among outlines. */
function family(): Doc {
  const base = sampleProject();
  const J = {
    ...blankGlyph('L', 'L', [0x4c]),
    contours: penOutline([hook], pen),
    skeleton: { lines: [hook], pen: { ...pen, contrast: 1, angle: 0, thinned: 0 } },
  };
  const doc = { ...base, glyphs: { ...base.glyphs, L: J } };
  const named = edit(
    doc,
    changeCasting(doc, { family: 'Eel Pass', licence: 'Any use, also for sale.' })!,
  ).doc;
  return [
    { name: 'Light', weightClass: 300, heavier: -20 },
    { name: 'Bold', weightClass: 700, heavier: 40 },
  ].reduce((d, s) => edit(d, addStyle(d, s)!).doc, named);
}

const doc = family();
const options = { styleId: 'regular', nowUnixS: 1_767_603_600, brotli, pngSizes: [100] };
async function cast(format: CastFormat, of = doc) {
  const made = await castFile(of, format, options);
  if (!made.ok) throw new Error(made.problems.map(describeProblem).join());
  return made.value;
}
const python = (script: string, ...args: string[]) => {
  const run = spawnSync('/usr/bin/python3', ['-c', script, ...args], { encoding: 'utf8' });
  if (run.status !== 0) throw new Error(run.stderr);
  return JSON.parse(run.stdout) as never;
};

test('a family is one file where a format holds it whole, and one for each style elsewhere; all the same again', async () => {
  const plan = castPlan(doc, ['otf', 'variable', 'designspace', 'bundle']);
  expect(plan.map((c) => c.format)).toEqual(['otf', 'otf', 'otf', 'variable', 'designspace', 'bundle']);
  for (const format of ['variable', 'designspace', 'bundle'] as const) {
    const [a, b] = [await cast(format), await cast(format)];
    expect(a.name).toMatch(/^EelPass-(Variable\.ttf|Family\.designspace\.zip|Bundle\.zip)$/);
    expect(Buffer.from(a.bytes).equals(Buffer.from(b.bytes))).toBe(true);
  }
});

test('designspace: fontTools reads axis, sources and instances, and the points of all sources correspond', async () => {
  expect(hasFontTools).toBe(true);
  const { bytes } = await cast('designspace');
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-'));
  for (const [path, data] of Object.entries(unzipSync(bytes))) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), data);
  }
  const read: {
    axis: (string | number)[];
    sources: [string, number][];
    instances: string[];
    apart: string[];
  } = python(
    `
import json, os, sys
from fontTools.designspaceLib import DesignSpaceDocument
from fontTools.ufoLib import UFOReader
from fontTools.pens.recordingPen import RecordingPointPen
doc = DesignSpaceDocument.fromfile(os.path.join(sys.argv[1], 'EelPass-Family.designspace'))
a = doc.axes[0]
shapes = []
for s in doc.sources:
    glyphs = UFOReader(s.path, validate=True).getGlyphSet(validateRead=True)
    points = {}
    for name in glyphs.keys():
        pen = RecordingPointPen()
        glyphs[name].drawPoints(pen)
        points[name] = [(op, args[1] if op == 'addPoint' else None) for op, args, kw in pen.value]
    shapes.append(points)
apart = [n for n in shapes[0] if any(s.get(n) != shapes[0][n] for s in shapes)]
print(json.dumps({'axis': [a.tag, a.minimum, a.default, a.maximum], 'apart': apart,
  'sources': [(s.styleName, s.location['Weight']) for s in doc.sources], 'instances': [i.styleName for i in doc.instances]}))`,
    folder,
  );
  expect(read.axis).toEqual(['wght', 300, 400, 700]);
  expect(read.sources).toEqual([
    ['Regular', 400],
    ['Light', 300],
    ['Bold', 700],
  ]);
  expect(read.instances).toEqual(['Regular', 'Light', 'Bold']);
  // Stems that only touch fall apart when they get thinner and are one when they get bolder: told with the variable font.
  const told = compileVariable(doc, 0).problems.map((p) => p.place.glyph);
  expect(read.apart).toEqual(['H', 'T']);
  expect(told).toEqual(read.apart);
});

test('a font of single strokes: a letter drawn along a line is that very line, an outline the middle of its strokes', async () => {
  const text = strFromU8((await cast('stroke')).bytes);
  const paths = [...text.matchAll(/glyph-name="(\w+)"[^>]* d="([^"]*)"/g)].map(
    ([, name, d]) => [name, d] as const,
  );
  const d = new Map(paths);
  // The line stands where the pen leaves its white: half of its width from where the letter's ink begins.
  expect(d.get('L')).toBe('M80 700L80 200C80 40 130 40 240 40');
  const strokes: Record<string, string[]> = python(
    `
import json, sys
from fontTools.svgLib.path import parse_path
from fontTools.pens.recordingPen import RecordingPen
out = {}
for name, d in json.loads(sys.argv[1]):
    pen = RecordingPen(); parse_path(d, pen); out[name] = [op for op, a in pen.value if op in ('endPath', 'closePath')]
print(json.dumps(out))`,
    JSON.stringify(paths),
  );
  expect(strokes.L).toEqual(['endPath']);
  expect(strokes.H!.every((op) => op === 'endPath')).toBe(true);
  // The o is gone round once, in the middle between bowl and counter.
  expect(strokes.o).toHaveLength(1);
});

test('pictures of letters are what Chromium paints, on clear ground, in the sizes asked for', async () => {
  const font = fontData(doc, 'regular');
  const files = lettersPng(doc, font, [64, 200]);
  expect([...files.keys()].filter((path) => path.startsWith('64/'))).toContain('64/o.png');
  const png = await sharp(files.get('200/o.png')).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  expect(png.info.height).toBe(200);
  const o = font.glyphs.find((g) => g.name === 'o')!;
  const { ascender, high } = { ascender: font.lines.ascender, high: font.reach.high };
  const perUnit = 200 / (Math.max(ascender, high) + 250);
  const painted = await page().evaluate(
    ({ d, width, perUnit, top }) => {
      const g = new OffscreenCanvas(width, 200).getContext('2d')!;
      g.setTransform(perUnit, 0, 0, -perUnit, 0, perUnit * top);
      g.fill(new Path2D(d));
      return [...g.getImageData(0, 0, width, 200).data].filter((_, i) => i % 4 === 3);
    },
    { d: pathData(o.contours), width: png.info.width, perUnit, top: Math.max(ascender, high) },
  );
  const off = painted.reduce((sum, alpha, i) => sum + Math.abs(alpha - png.data[4 * i + 3]!), 0);
  expect(off / painted.length / 255).toBeLessThan(0.004);
  // Nothing but opacity: black on clear ground.
  expect(png.data.every((v, i) => i % 4 === 3 || v === 0)).toBe(true);
});

test('a bundle has fonts, letters, proofs, licence and read-me in a tree that says what is what', async () => {
  const files = unzipSync((await cast('bundle')).bytes);
  const paths = Object.keys(files);
  for (const path of [
    'README.txt',
    'LICENCE.txt',
    'fonts/otf/EelPass-Bold.otf',
    'fonts/ttf/EelPass-Light.ttf',
    'fonts/variable/EelPass-Variable.ttf',
    'web/EelPass-Regular.woff2',
    'web/fonts.css',
    'letters/svg/Regular/H_.svg',
    'letters/png/Bold/100/H_.png',
    'letters/dxf/Light/splines/H_.dxf',
    'proofs/EelPass-Regular-characters.png',
  ])
    expect(paths).toContain(`EelPass/${path}`);
  const text = (path: string) => strFromU8(files[`EelPass/${path}`]!);
  expect(text('LICENCE.txt')).toContain('Any use, also for sale.');
  expect(text('README.txt')).toMatch(/Eel Pass\r\nVersion 1\.000, \d+ characters, Regular, Light, Bold/);
  expect(text('web/fonts.css').match(/font-weight: (\d+)/g)).toEqual([
    'font-weight: 400',
    'font-weight: 300',
    'font-weight: 700',
  ]);
  const proof = await sharp(files['EelPass/proofs/EelPass-Regular-characters.png']).stats();
  expect(proof.channels[0]!.min).toBe(0);
  const unlicensed = await castFile(edit(doc, changeCasting(doc, { licence: '' })!).doc, 'bundle', options);
  // Nobody may say that the bundle came with less than it has: letters that don't vary are told as with the variable font alone.
  expect(unlicensed.problems.map((p) => p.code)).toEqual([
    'licence-missing',
    'glyph-differs',
    'glyph-differs',
  ]);
});

test('a project of one style has no family formats, and says why', async () => {
  const one = sampleProject();
  for (const format of ['variable', 'designspace'] as const) {
    const made = await castFile(one, format, options);
    expect(made.ok).toBe(false);
    expect(made.problems.map((p) => p.code)).toContain('variable-needs-styles');
  }
});

test('a bundle holds what was chosen, under a licence whose whole text goes along, and has its version in its names where that is wished', async () => {
  const chosen = changeCasting(doc, {
    ...licenceWords('OFL-1.1'),
    copyright: 'Copyright 2026 the tide mill',
    bundle: ['otf', 'web', 'letters-png'],
    versioned: true,
    version: '1.001',
  });
  if (!chosen) throw new Error('nothing changed');
  const made = await castFile(edit(doc, chosen).doc, 'bundle', { ...options, pngSizes: [64] });
  if (!made.ok) throw new Error('no bundle');
  expect(made.value.name).toBe('EelPass-Bundle-1.001.zip');
  const files = unzipSync(made.value.bytes);
  const folders = new Set(Object.keys(files).map((path) => path.split('/').slice(0, 3).join('/')));
  expect([...folders].filter((f) => !f.includes('.woff') && !f.endsWith('.otf')).sort()).toEqual([
    'EelPass-1.001/LICENCE.txt',
    'EelPass-1.001/README.txt',
    'EelPass-1.001/fonts/otf',
    'EelPass-1.001/letters/png',
    'EelPass-1.001/web/fonts.css',
  ]);
  expect(Object.keys(files)).toContain('EelPass-1.001/fonts/otf/EelPass-Bold-1.001.otf');
  const text = (path: string) => strFromU8(files[`EelPass-1.001/${path}`] ?? new Uint8Array());
  expect(text('web/fonts.css')).toContain('url("EelPass-Bold-1.001.woff2")');
  // The licence's own heading and last section, as its text has them (SIL Open Font License 1.1).
  expect(text('LICENCE.txt')).toMatch(/^Eel Pass\r\nCopyright 2026 the tide mill\r\n/);
  expect(text('LICENCE.txt')).toMatch(/PERMISSION & CONDITIONS[\s\S]*DISCLAIMER/);
  expect(text('README.txt')).not.toMatch(/fonts\/ttf|proofs/);
});
