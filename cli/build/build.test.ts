import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseWithFontkit, shapeAt } from '../../testing/outsideReaders';
import { openFontPath } from '../../testing/openFonts';
import { runCli as run } from '../../testing/runCli';
import { openProjectFile } from '../../core/project/archive/readProject';
import { parseSfnt } from '../../core/fonts/opentype/sfnt';
import { buildSettings, settingsSchema } from './options';

const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-build-'));
const path = (...parts: string[]) => join(folder, ...parts);

const svg = (body: string) => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 700">${body}</svg>`;
const bar = (x: number) => `<rect x="${x}" y="0" width="80" height="700"/>`;

beforeAll(() => {
  mkdirSync(path('letters'));
  writeFileSync(
    path('letters', 'H.svg'),
    svg(`<path d="M0 0h80v300h240v-300h80v700h-80v-320h-240v320h-80z"/>`),
  );
  writeFileSync(path('letters', 'I.svg'), svg(bar(160)));
  writeFileSync(path('letters', 'l.svg'), svg(bar(160)));
});

test('a settings file says all of it, from where it lies; options beside it win, and a report says what was made', async () => {
  const settings = {
    input: 'letters',
    out: 'fonts',
    family: 'Barley',
    formats: ['otf', 'variable'],
    weights: [{ name: 'Bold', weight: 700, heavier: 40 }],
    report: 'report.json',
  };
  writeFileSync(path('build.json'), JSON.stringify(settings));
  const made = await run('build', '--config', path('build.json'), '--family', 'Barley Loft');
  expect(made.code).toBe(0);
  expect(readdirSync(path('fonts')).sort()).toEqual([
    'BarleyLoft-Bold.otf',
    'BarleyLoft-Regular.otf',
    'BarleyLoft-Variable.ttf',
  ]);
  const report = JSON.parse(readFileSync(path('report.json'), 'utf8')) as {
    family: string;
    files: { path: string; format: string; style: string; bytes: number }[];
    problems: { severity: string; code: string; text: string }[];
  };
  expect(report.family).toBe('Barley Loft');
  expect(report.files.map((f) => [f.format, f.style])).toEqual([
    ['otf', 'Regular'],
    ['otf', 'Bold'],
    ['variable', 'Regular'],
  ]);
  for (const f of report.files) expect(readFileSync(f.path)).toHaveLength(f.bytes);
  // What is printed for people is in the report for programs.
  expect(report.problems.map((p) => `${p.severity}: ${p.text}\n`).join('')).toBe(made.err);
  const variable = readFileSync(path('fonts', 'BarleyLoft-Variable.ttf'));
  expect((parseWithFontkit(variable) as unknown as { variationAxes: object }).variationAxes).toHaveProperty(
    'wght',
  );
  const [thin, thick] = [400, 700].map((wght) => shapeAt(variable, 'I', { wght })[0]!.advance);
  expect(thick).toBeGreaterThan(thin!);
});

test('what fonts say of themselves comes from the settings; what they leave out stays as the project has it', async () => {
  const { changed } = await build({
    casting: {
      licence: 'Any use.',
      namesIn: [{ language: 'de', family: 'Gerste' }],
      lineMetrics: { ascent: 800, descent: 200, gap: 50 },
    },
  });
  expect([changed.lineGap, changed.ascent]).toEqual([50, 800]);
  // A field that isn't named is not set back to what new projects have.
  const parsed = buildSettings.partial().parse({ casting: { licence: 'Any use.' } });
  expect(parsed.casting).toEqual({ licence: 'Any use.' });
  expect((await build({ casting: { embedding: 'sell' } })).err).toMatch(/casting\.embedding/);

  async function build(settings: object) {
    writeFileSync(
      path('own.json'),
      JSON.stringify({ input: 'letters', out: 'own', formats: ['otf'], ...settings }),
    );
    const { err } = await run('build', '--config', path('own.json'), '--family', 'Own');
    return { err, changed: parseWithFontkit(readFileSync(path('own', 'Own-Regular.otf'))) };
  }
});

test('unpacked, a UFO is the folder that other programs keep, and letters lie one by one', async () => {
  const made = await run(
    'build',
    path('letters'),
    '--family',
    'Loose',
    '--formats',
    'ufo,letters-dxf,otf',
    '--unpacked',
    '--out',
    path('loose'),
  );
  expect(made.code).toBe(0);
  expect(readdirSync(path('loose')).sort()).toEqual([
    'Loose-Regular-letters-dxf',
    'Loose-Regular.otf',
    'Loose-Regular.ufo',
  ]);
  expect(readdirSync(path('loose', 'Loose-Regular.ufo'))).toEqual(
    expect.arrayContaining(['metainfo.plist', 'glyphs']),
  );
  expect(readdirSync(path('loose', 'Loose-Regular-letters-dxf', 'polylines')).sort()).toEqual([
    'H_.dxf',
    'I_.dxf',
    'l.dxf',
  ]);
});

test('settings that are none are told by what is wrong with them; the form is there for editors', async () => {
  writeFileSync(path('wrong.json'), JSON.stringify({ input: 'letters', out: 'x', format: ['otf'] }));
  const wrong = await run('build', '--config', path('wrong.json'));
  expect(wrong).toMatchObject({ code: 1, err: expect.stringMatching(/wrong\.json.*format.*--schema/) });
  writeFileSync(path('sizes.json'), JSON.stringify({ input: 'letters', out: 'x', pngSizes: [3] }));
  expect((await run('build', '--config', path('sizes.json'))).err).toMatch(/pngSizes/);
  const shown = await run('build', '--schema');
  expect(JSON.parse(shown.out)).toEqual(JSON.parse(JSON.stringify(settingsSchema())));
  const { properties } = settingsSchema() as { properties: Record<string, { description?: string }> };
  expect(Object.keys(properties)).toEqual(Object.keys(buildSettings.shape));
  expect(await run('build', path('letters'), '--out', path('y'), '--weights', 'Bold')).toMatchObject({
    code: 2,
  });
  expect(await run('build', path('letters'), '--out', path('y'), '--png-sizes', '1')).toMatchObject({
    code: 2,
  });
  expect(await run('build', path('letters'))).toMatchObject({ code: 2, err: expect.stringMatching(/--out/) });
});

test('a font is imported as a project and built under its new name; what is none is told', async () => {
  const from = openFontPath('karla');
  const made = await run('import', from, '--family', 'Tide Sans', '--out', path('tide.zip'));
  expect(made).toMatchObject({ code: 0, err: expect.stringMatching(/This is Karla.*for you to know/) });
  const built = await run('build', path('tide.zip'), '--formats', 'otf', '--out', path('tide'));
  expect(built.code).toBe(0);
  const font = parseWithFontkit(readFileSync(path('tide', 'TideSans-Regular.otf')));
  expect(font.postscriptName).toBe('TideSans-Regular');
  expect((await run('check', path('tide', 'TideSans-Regular.otf'), from)).code).toBe(0);
  writeFileSync(path('broken.ttf'), 'no font at all, but long enough');
  expect(await run('import', path('broken.ttf'), '--out', path('x.zip'))).toMatchObject({
    code: 1,
    err: expect.stringMatching(/broken\.ttf/),
  });
  expect(await run('import', from)).toMatchObject({ code: 2, err: expect.stringMatching(/--out/) });
});

test('letters of a font come into a project: chosen ones, in its own size; those that the font lacks are told', async () => {
  const project = 'demo/files/finished/over-the-door.orthoglyph.zip';
  const font = openFontPath('karla');
  const into = (...more: string[]) =>
    run('import', font, '--into', project, '--out', path('with letters.zip'), ...more);
  const done = await into('--letters', 'abA');
  expect(done).toMatchObject({ code: 0 });
  const opened = openProjectFile(new Uint8Array(readFileSync(path('with letters.zip'))));
  if (!opened.ok) throw new Error('not opened');
  const names = Object.values(opened.value.doc.glyphs).map((g) => g.name);
  expect(names).toEqual(expect.arrayContaining(['a', 'b', 'A']));
  expect(names).not.toContain('A.alt1');
  expect(opened.value.pictureIds.length).toBeGreaterThan(0);
  expect(await into('--letters', 'A\u4e00', '--beside')).toMatchObject({
    code: 1,
    err: expect.stringContaining('has no \u4e00'),
  });
  const beside = openProjectFile(new Uint8Array(readFileSync(path('with letters.zip'))));
  if (!beside.ok) throw new Error('not opened');
  expect(Object.values(beside.value.doc.glyphs).map((g) => g.name)).toContain('A.alt1');
  expect(await run('import', font, '--into', project, '--out', path('x.zip'))).toMatchObject({ code: 2 });
});

test('two versions are compared: what moved most first, words, the version; as JSON for programs', async () => {
  const project = 'demo/files/finished/over-the-door.orthoglyph.zip';
  const cast = async (out: string, ...more: string[]) => {
    await run('build', project, '--out', path(out), '--formats', 'otf', '--family', 'Door', ...more);
    return path(out, 'Door-Regular.otf');
  };
  const plain = await cast('first');
  expect(await run('compare', plain, plain)).toMatchObject({
    code: 0,
    out: expect.stringMatching(/^0 letters changed, \d+ the same, 0 words set otherwise\n$/),
  });
  writeFileSync(path('version.json'), JSON.stringify({ casting: { version: '1.007' } }));
  const later = await cast('second', '--config', path('version.json'));
  const into = path('taken.zip');
  await run('import', openFontPath('dekko'), '--into', project, '--letters', 'Mn', '--out', into);
  const told = await run('compare', project, into, '--text', 'MILL', '--json', path('compared.json'));
  expect(told.out).toMatch(
    /^(.*: .*\n)*outline: M M moved by up to [\d.]+, width [+-]\d+\nnew: n n\nword: MILL/m,
  );
  const report = JSON.parse(readFileSync(path('compared.json'), 'utf8')) as { letters: { name: string }[] };
  expect(report.letters.map((l) => l.name)).toEqual(['M', 'n']);
  expect((await run('compare', plain, later)).out).toContain('version: 1.000 -> 1.007');
  expect(await run('compare', plain)).toMatchObject({ code: 2 });
  expect(await run('compare', plain, path('version.json'))).toMatchObject({ code: 1 });
});

test('check tells of fonts and projects what is wrong, as JSON too, and ends with 1 for an error', async () => {
  await run(
    'build',
    path('letters'),
    '--out',
    path('checked'),
    '--formats',
    'otf,ttf',
    '--family',
    'Checked',
  );
  const fine = await run(
    'check',
    path('checked', 'Checked-Regular.otf'),
    path('checked', 'Checked-Regular.ttf'),
  );
  expect(fine).toMatchObject({ code: 0, err: '' });
  expect(fine.out.match(/nothing to tell/g)).toHaveLength(2);
  const broken = readFileSync(path('checked', 'Checked-Regular.ttf')).subarray(0, 400);
  writeFileSync(path('broken.ttf'), broken);
  const told = await run(
    'check',
    path('broken.ttf'),
    path('checked', 'Checked-Regular.otf'),
    '--json',
    path('check.json'),
  );
  expect(told).toMatchObject({
    code: 1,
    err: expect.stringMatching(/error: broken\.ttf: the font can't be read/),
  });
  const report = JSON.parse(readFileSync(path('check.json'), 'utf8')) as { findings: { code: string }[] }[];
  expect(report.map((f) => f.findings.map((x) => x.code))).toEqual([['font-unreadable'], []]);
  const project = new URL('../../demo/files/finished/keepers-hand.orthoglyph.zip', import.meta.url).pathname;
  expect(await run('check', project)).toMatchObject({
    code: 0,
    out: expect.stringMatching(/nothing to tell/),
  });
  expect(await run('check', path('nowhere.otf'))).toMatchObject({ code: 1 });
  expect(await run('check')).toMatchObject({ code: 2 });
});

test('--watch builds anew when a drawing changes, and ends when it is asked to', async () => {
  mkdirSync(path('watched'));
  writeFileSync(path('watched', 'I.svg'), svg(bar(160)));
  const bin = fileURLToPath(new URL('../../bin/orthoglyph.mjs', import.meta.url));
  const child = spawn(process.execPath, [
    bin,
    'build',
    path('watched'),
    '--out',
    path('watched', 'fonts'),
    '--formats',
    'otf',
    '--watch',
  ]);
  let [told, waiting] = ['', 0];
  child.stderr.on('data', (data: Buffer) => (told += data.toString()));
  const watchingAgain = async () => {
    waiting++;
    while ((told.match(/^Watching/gm) ?? []).length < waiting) await new Promise((r) => setTimeout(r, 50));
  };
  const font = () => readFileSync(path('watched', 'fonts', 'watched-Regular.otf'));
  try {
    await watchingAgain();
    const before = parseWithFontkit(font()).numGlyphs;
    writeFileSync(path('watched', 'l.svg'), svg(bar(160)));
    await watchingAgain();
    expect(parseWithFontkit(font()).numGlyphs).toBe(before + 1);
  } finally {
    const ended = new Promise((done) => child.once('exit', done));
    child.kill('SIGINT');
    expect(await ended).toBe(0);
  }
});

test('letters of a page are kept as pictures when that is asked for, of a project as of a photograph', async () => {
  const strikes = (font: string) => {
    const { tables } = parseSfnt(new Uint8Array(readFileSync(font)));
    const sbix = tables.get('sbix');
    return sbix ? new DataView(sbix.slice().buffer).getUint32(4) : 0;
  };
  const build = async (input: string, out: string, ...more: string[]) => {
    const made = await run(
      'build',
      input,
      '--out',
      path(out),
      '--formats',
      'ttf',
      '--family',
      'Door',
      ...more,
    );
    expect(made.code).toBe(0);
    return strikes(path(out, 'Door-Regular.ttf'));
  };
  const project = 'demo/files/finished/over-the-door.orthoglyph.zip';
  expect(await build(project, 'plain')).toBe(0);
  expect(await build(project, 'pictures', '--pictures')).toBeGreaterThan(1);
  const photograph = 'demo/files/artwork/painted-capitals.jpg';
  const capitals = ['--expect', 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
  expect(await build(photograph, 'photograph', '--pictures', ...capitals)).toBeGreaterThan(1);
});
