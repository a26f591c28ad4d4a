import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import opentype from 'opentype.js';
import { runBuild } from '../cli/commands/build';
import { buildFont, checkFont, openProject, UnusableError } from './index';

const DEMO = 'demo/files/finished/keepers-hand.orthoglyph.zip';
const nowUnixS = 1_700_000_000;

test('a project is opened by its path or its bytes, checked, and cast as the command line casts it', async () => {
  const project = openProject(DEMO);
  expect(openProject(readFileSync(DEMO)).doc).toEqual(project.doc);
  expect(checkFont(project).filter((f) => f.severity === 'error')).toEqual([]);
  const [otf, woff2] = await buildFont(project, { formats: ['otf', 'woff2'], nowUnixS });
  const font = opentype.parse((otf?.bytes as Uint8Array<ArrayBuffer>).slice().buffer);
  expect(font.charToGlyph('n').advanceWidth).toBeGreaterThan(100);
  const out = mkdtempSync(join(tmpdir(), 'orthoglyph-api-'));
  process.env.SOURCE_DATE_EPOCH = String(nowUnixS);
  try {
    expect(await runBuild([DEMO, '--out', out, '--formats', 'otf,woff2'])).toBe(0);
  } finally {
    delete process.env.SOURCE_DATE_EPOCH;
  }
  for (const file of [otf, woff2])
    expect(readFileSync(join(out, file?.name ?? '')).equals(Buffer.from(file?.bytes ?? []))).toBe(true);
});

test('what is no project is told with the reason and what to do', () => {
  const broken = join(mkdtempSync(join(tmpdir(), 'orthoglyph-api-')), 'letters.zip');
  writeFileSync(broken, 'no zip at all');
  expect(() => openProject(broken)).toThrow(UnusableError);
  expect(() => openProject(broken)).toThrow(/not an Orthoglyph project file/);
});

test('a font with an error is not made', async () => {
  const { doc } = openProject(DEMO);
  const [casting] = Object.values(doc.casting);
  const unnamed = { doc: { ...doc, casting: { casting: { ...casting!, family: '' } } } };
  expect(checkFont(unnamed)).toContainEqual(expect.objectContaining({ severity: 'error' }));
  await expect(buildFont(unnamed)).rejects.toThrow(UnusableError);
});

test('a file that is not there is told like any other that is no use, by its name', () => {
  expect(() => openProject('nowhere.orthoglyph.zip')).toThrow(UnusableError);
  expect(() => openProject('nowhere.orthoglyph.zip')).toThrow(
    /^nowhere.orthoglyph.zip: there is no such file/,
  );
});

test('a format that nobody makes is told instead of left out', async () => {
  const asked = { formats: ['otf', 'doc'] as unknown as ['otf'] };
  await expect(buildFont(openProject(DEMO), asked)).rejects.toThrow(/"doc" is not a format we make/);
});
