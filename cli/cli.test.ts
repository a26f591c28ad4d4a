import { writtenOnLayer } from '../demo/practice/writtenOnLayer';
import { DEFAULT_PRACTICE } from '../core/lifting/practice/settings';
import { practicePageSvg } from '../core/lifting/practice/pageSvg';
import { practicePages } from '../core/lifting/practice/layout';
import sharp from 'sharp';
import { spawnSync } from 'node:child_process';
import { encode } from 'fast-png';
import {
  existsSync,
  mkdtempSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
  statSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { toJpeg } from '../demo/page/renderPage';
import {
  apprenticesPage,
  keepersPage,
  runningPage,
  TIDE_BOOK_LINES,
  tideMillProject,
} from '../demo/tideMill';
import { writeProjectFile } from '../core/project/archive/writeProject';
import { openProjectFile } from '../core/project/archive/readProject';
import { compileFont } from '../core/fonts/compile/compileFont';
import { composeAccents } from '../core/project/document/commands/glyphs/composing';
import { takeCleaned } from '../core/project/document/commands/outline';
import { commit, emptyHistory } from '../core/project/document/changes/history';
import { edit } from '../core/project/document/inStep/edit';
import { blankGlyph } from '../core/project/document/newProject';
import type { Doc } from '../core/project/document/schema';
import { cleanUp } from '../core/outlines/dress/cleanUp';
import { byName } from '../core/testing/named';
import { BASIC_BILL } from '../core/type/names/bills';
import { coverage, toPicture } from '../core/testing/shapes';
import { parseWithOpentype, shape } from '../testing/outsideReaders';
import { CAST_FORMATS } from '../core/fonts/compile/casts/formats';
import { runCli as run } from '../testing/runCli';
import { USAGE } from './usage';

const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-cli-'));
const path = (...parts: string[]) => join(folder, ...parts);
const read = (name: string) => JSON.parse(readFileSync(path(name), 'utf8')) as never;

let made: ReturnType<typeof tideMillProject> | undefined;
/** The demo, made once: reading its page takes seconds. */
const demoProject = () => (made ??= tideMillProject(keepersPage()));

function png(name: string, field: ReturnType<typeof coverage>): string {
  const { width, height, data } = toPicture(field);
  writeFileSync(path(name), encode({ width, height, data, channels: 4 }));
  return path(name);
}

const disc = coverage(80, 90, (x, y) => Math.hypot(x - 40, y - 45) < 30);

test('trace: one picture to an SVG in its own px, with facts', async () => {
  const result = await run(
    'trace',
    png('disc.png', disc),
    '--svg',
    path('disc.svg'),
    '--json',
    path('facts.json'),
  );
  expect(result).toMatchObject({ code: 0, err: '' });
  const svg = readFileSync(path('disc.svg'), 'utf8');
  expect(svg).toContain('viewBox="0 0 80 90"');
  expect(svg).toMatch(/ d="M[-\d. C]+Z"/);
  expect(read('facts.json')).toMatchObject({ 'disc.png': { contours: 1, width: 80, height: 90 } });
});

test('trace: pixel, centreline and colour come out as squares, strokes and layers', async () => {
  const cells = png(
    'cells.png',
    coverage(
      60,
      60,
      (x, y) => (x > 12 && x < 36 && y > 12 && y < 24) || (x > 12 && x < 24 && y > 12 && y < 48),
    ),
  );
  expect((await run('trace', cells, '--svg', path('cells.svg'), '--mode', 'pixel')).code).toBe(0);
  expect(readFileSync(path('cells.svg'), 'utf8')).toMatch(/ d="M[\d .L]+Z"/);
  const bar = png(
    'bar.png',
    coverage(90, 40, (x, y) => Math.abs(y - 20) < 5 && x > 10 && x < 80),
  );
  const strokes = await run(
    'trace',
    bar,
    '--svg',
    path('bar.svg'),
    '--mode',
    'centreline',
    '--json',
    path('bar.json'),
  );
  expect(strokes.code).toBe(0);
  expect(readFileSync(path('bar.svg'), 'utf8')).toMatch(/fill="none".*stroke-width="(9|10)/);
  expect(read('bar.json')).toMatchObject({ 'bar.png': { strokes: [{ radii: expect.anything() }] } });
  expect((await run('trace', bar, '--svg', path('pen.svg'), '--mode', 'centreline', '--pen')).code).toBe(0);
  expect(readFileSync(path('pen.svg'), 'utf8')).toContain('fill-rule="nonzero"');
  expect((await run('trace', bar, '--svg', path('layers.svg'), '--colours', '3')).code).toBe(0);
  expect(readFileSync(path('layers.svg'), 'utf8')).toContain('fill="#000000"');
  const round = await run('trace', path('disc.png'), '--svg', path('no.svg'), '--mode', 'pixel');
  expect(round.code).toBe(1);
  expect(round.err).toMatch(/disc\.png: its edges lie on no even grid/);
});

test('trace: a large folder is spread over threads, with the same result and every bad file told', () => {
  mkdirSync(path('many'));
  for (let i = 0; i < 30; i++) png(`many/${i}.png`, disc);
  writeFileSync(path('many', 'bad.png'), 'no picture');
  writeFileSync(path('many', 'worse.png'), 'nor this');
  // Threads load the bundle, so the command is run as a person would.
  const ran = spawnSync(
    process.execPath,
    ['bin/orthoglyph.mjs', 'trace', path('many'), '--svg', path('traced'), '--json', path('many.json')],
    { encoding: 'utf8' },
  );
  expect(ran.status).toBe(1);
  for (const bad of ['bad.png', 'worse.png']) expect(ran.stderr).toContain(bad);
  expect(readdirSync(path('traced'))).toHaveLength(30);
  expect(new Set(readdirSync(path('traced')).map((f) => readFileSync(path('traced', f), 'utf8'))).size).toBe(
    1,
  );
  expect(Object.keys(read('many.json'))).toHaveLength(30);
});

test('trace: a folder to a folder of the same stems; a bad file is told, the others are done', async () => {
  mkdirSync(path('in'));
  png('in/a.png', disc);
  png('in/b.png', disc);
  writeFileSync(path('in', 'c.png'), 'no picture');
  const result = await run('trace', path('in'), '--svg', path('out'));
  expect(result.code).toBe(1);
  expect(result.err).toContain('c.png: this is not a picture');
  expect(readdirSync(path('out')).sort()).toEqual(['a.svg', 'b.svg']);
});

test('lift: boxes, characters and confidences in reading order', async () => {
  writeFileSync(path('page.jpg'), apprenticesPage());
  const result = await run(
    'lift',
    path('page.jpg'),
    '--json',
    path('lift.json'),
    '--expect',
    BASIC_BILL,
    '--svg',
  );
  expect(result).toMatchObject({ code: 0, err: '' });
  const { items, missing } = read('lift.json') as {
    items: { box: number[]; char: string; order: number; svg: string }[];
    missing: string[];
  };
  expect(items.map((i) => i.char).join('')).toBe(BASIC_BILL);
  expect(missing).toEqual([]);
  expect(items.every((i, k) => i.order === k && i.box.length === 4 && i.svg.startsWith('M'))).toBe(true);
});

test('lift: letters of running text with their places in it, words that lack told, texts of several pages from a file', async () => {
  const text = TIDE_BOOK_LINES.join(' ');
  writeFileSync(path('book.jpg'), toJpeg(runningPage(), 90));
  writeFileSync(
    path('texts.json'),
    JSON.stringify({ 'book.jpg': text.replace('quiet', 'noisy'), 'other.jpg': 'x' }),
  );
  const result = await run(
    'lift',
    path('book.jpg'),
    '--json',
    path('book.json'),
    '--texts',
    path('texts.json'),
  );
  expect(result.code).toBe(0);
  expect(result.err).toMatch(/book\.jpg: a word of its text was not found as written: noisy\./);
  const { items, skipped } = read('book.json') as {
    items: { box: number[]; char: string; order: number; use: string }[];
    skipped: { word: string; from: number }[];
  };
  const inked = text.replace('quiet', 'noisy').replace(/\s+/g, '');
  expect(items.every((i) => i.char === inked[i.order])).toBe(true);
  expect(items.length).toBeGreaterThan(0.95 * inked.length);
  expect(items.filter((i) => i.char === 'e' && i.use === 'letter')).toHaveLength(1);
  expect(skipped).toEqual([expect.objectContaining({ word: 'noisy', from: inked.indexOf('noisy') })]);
});

test('build: a project file to an OTF and a TTF, the same bytes for the same time', async () => {
  const { doc, pictures } = demoProject();
  writeFileSync(path('mill.zip'), await writeProjectFile(doc, pictures));
  process.env.SOURCE_DATE_EPOCH = '1700000000';
  const made = async (to: string) => {
    const result = await run('build', path('mill.zip'), '--out', path(to), '--family', 'Mill Road');
    expect(result).toMatchObject({ code: 0 });
    return ['MillRoad-Regular.otf', 'MillRoad-Regular.ttf'].map(
      (f) => new Uint8Array(readFileSync(path(to, f))),
    );
  };
  const [otf, ttf] = await made('fonts');
  expect(await made('fonts2')).toEqual([otf, ttf]);
  for (const bytes of [otf!, ttf!]) expect(shape(bytes, 'Tide mill').every((g) => g.gid !== 0)).toBe(true);
  delete process.env.SOURCE_DATE_EPOCH;
});

test('trace: A.png and A.bmp in one folder are written to files of their own', async () => {
  mkdirSync(path('twins'));
  png('twins/A.png', disc);
  writeFileSync(path('twins', 'A.gif'), readFileSync(path('twins', 'A.png')));
  png('twins/b.png', disc);
  const result = await run('trace', path('twins'), '--svg', path('twins-out'));
  expect(result.code).toBe(0);
  expect(readdirSync(path('twins-out')).sort()).toEqual(['A.gif.svg', 'A.png.svg', 'b.svg']);
});

test('clean: a letter made of e follows when e is cleaned, in the very font that the app makes', async () => {
  const opened = demoProject();
  const accent = { ...blankGlyph('acute', 'acute', [0xb4]), contours: byName(opened.doc).comma!.contours };
  const base = { ...opened.doc, glyphs: { ...opened.doc.glyphs, acute: accent } };
  const doc = edit(base, composeAccents(base, 'é')!).doc;
  writeFileSync(path('accents.zip'), await writeProjectFile(doc, opened.pictures));
  const done = await run('clean', path('accents.zip'), '--out', path('accents-clean.zip'), '--only', 'e');
  expect(done.code).toBe(0);
  const cleaned = openProjectFile(new Uint8Array(readFileSync(path('accents-clean.zip'))));
  if (!cleaned.ok) throw new Error('not opened');
  const { e, eacute } = byName(cleaned.value.doc);
  expect(eacute!.contours[0]!.nodes).toEqual(e!.contours[0]!.nodes);
  expect(e!.contours).not.toEqual(byName(doc).e!.contours);
  // The same clean-up as the app makes it, through its history: the same font, byte for byte.
  const letter = byName(doc).e!;
  const made = cleanUp('neaten', letter.contours, { tolerance: 2 });
  const diff = takeCleaned(
    doc,
    'neaten',
    new Map([[letter.id, { before: letter.contours, contours: made.contours }]]),
  );
  const inApp = commit(doc, emptyHistory, diff!).doc;
  const bytes = (d: Doc) => compileFont(d, { format: 'otf', styleId: 'regular', nowUnixS: 0 });
  expect(Buffer.compare(bytes(cleaned.value.doc), bytes(inApp))).toBe(0);
});

test('build: a folder of named pictures; unknown and clashing names are told, not guessed', async () => {
  mkdirSync(path('named'));
  for (const name of ['A.png', 'a.png', 'period.png', 'uni0061.png', 'whatever.png'])
    png(`named/${name}`, disc);
  const result = await run('build', path('named'), '--out', path('named-out'), '--formats', 'otf');
  // What could be made is made, and that something was left out is told and seen by scripts.
  expect(result.code).toBe(1);
  expect(result.err).toMatch(/things were left out; everything else was made\.\n$/);
  expect(result.err).toContain('no character is known by the name "whatever"');
  expect(result.err).toContain('these names stand for the same glyph: a.png, uni0061.png');
  const font = parseWithOpentype(new Uint8Array(readFileSync(path('named-out', 'named-Regular.otf'))));
  for (const char of 'A.') expect(font.charToGlyph(char).index).toBeGreaterThan(0);
  // Neither of the two files for one letter is taken for the right one.
  expect(font.charToGlyph('a').index).toBe(0);
});

test('build: icons of different view boxes are each sized by their own, with size, margin and typed names as asked', async () => {
  mkdirSync(path('icons'));
  // The same square on boards of 24 and of 480 units, and one that fills half of its board.
  const svg = (board: number, side: number) =>
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${board} ${board}"><path d="M0 0h${side}v${side}h-${side}z"/></svg>`;
  writeFileSync(path('icons', 'mill-small.svg'), svg(24, 24));
  writeFileSync(path('icons', 'mill-large.svg'), svg(480, 480));
  writeFileSync(path('icons', 'half-door.svg'), svg(48, 24));
  writeFileSync(path('typed.txt'), 'mill_small, mill, tide mill\n# a remark\nnobody, x\n');
  const options = ['--size', '700', '--margin', '40', '--typed', path('typed.txt'), '--formats', 'otf'];
  const result = await run('build', path('icons'), '--out', path('icons-out'), ...options);
  expect(result.code).toBe(1);
  expect(result.err).toContain('nobody');
  expect(result.err).toContain('1 thing was left out; everything else was made.');
  const bytes = new Uint8Array(readFileSync(path('icons-out', 'icons-Regular.otf')));
  const [large, small, half] = [...'mill_large mill_small half_door'.split(' ')].map((name) =>
    [0xe000, 0xe001, 0xe002]
      .map((cp) => shape(bytes, String.fromCodePoint(cp))[0]!)
      .find((g) => g.name === name)!,
  );
  expect([large!.advance, small!.advance, half!.advance]).toEqual([780, 780, 430]);
  expect(shape(bytes, 'tide mill').map((g) => g.name)).toEqual(['mill_small']);
  const wrong = await run('build', path('icons'), '--out', path('x'), '--size', 'large');
  expect(wrong.code).toBe(2);
});

test('build: the same icon in two folders is two icons, told apart by their folders, which is told; none is left out without a word', async () => {
  for (const [folder, side] of [
    ['outline', 20],
    ['filled', 12],
  ] as const) {
    mkdirSync(path('sets', folder), { recursive: true });
    writeFileSync(
      path('sets', folder, 'home.svg'),
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24"><path d="M2 2h${side}v${side}h-${side}z"/></svg>`,
    );
  }
  const made = await run(
    'build',
    path('sets'),
    '--as',
    'icons',
    '--formats',
    'otf',
    '--out',
    path('sets-out'),
  );
  expect(made.code).toBe(0);
  expect(made.err).toMatch(/home\.svg have one name, so they are called filled-home and outline-home/);
  const font = new Uint8Array(readFileSync(path('sets-out', 'sets-Regular.otf')));
  expect(shape(font, '\ue000\ue001').map((g) => g.name)).toEqual(['filled_home', 'outline_home']);
});

test('build --codes: an icon keeps its private code when others come, go and are renamed, which is told; a file of codes that is of no use is told', async () => {
  const icon = (side: number) =>
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24"><path d="M2 2h${side}v${side}h-${side}z"/></svg>`;
  const folder = path('coded');
  mkdirSync(folder, { recursive: true });
  const put = (name: string, side: number) => writeFileSync(join(folder, `${name}.svg`), icon(side));
  put('mill', 20);
  put('sluice', 18);
  put('eel', 7);
  const lock = path('codes.json');
  const report = path('coded.json');
  const build = () =>
    run(
      ...['build', folder, '--as', 'icons', '--codes', lock, '--formats', 'otf', '--out', path('coded-out')],
      ...['--json', report],
    );
  const iconAt = (codePoint: number) => {
    const font = new Uint8Array(readFileSync(path('coded-out', 'coded-Regular.otf')));
    return shape(font, String.fromCodePoint(codePoint))[0]?.name;
  };
  const codes = () => (JSON.parse(readFileSync(lock, 'utf8')) as { codes: Record<string, string> }).codes;
  expect((await build()).code).toBe(0);
  expect(codes()).toEqual({ eel: 'U+E000', mill: 'U+E001', sluice: 'U+E002' });
  // One that comes before the others takes a code behind theirs; one that goes leaves its own to nobody.
  put('barley', 12);
  put('eel', 8);
  put('lock', 18);
  rmSync(join(folder, 'mill.svg'));
  rmSync(join(folder, 'sluice.svg'));
  const second = await build();
  expect(second.code).toBe(0);
  expect([0xe000, 0xe001, 0xe002, 0xe003].map(iconAt)).toEqual(['eel', '.notdef', 'lock', 'barley']);
  expect(codes()).toEqual({ barley: 'U+E003', eel: 'U+E000', lock: 'U+E002', mill: 'U+E001' });
  expect(second.out).toContain(
    'New: barley\nDrawn anew: eel\nRenamed, with the same code: sluice to lock\nGone, their codes retired: mill\n',
  );
  expect(JSON.parse(readFileSync(report, 'utf8'))).toMatchObject({
    icons: {
      added: ['barley'],
      changed: ['eel'],
      renamed: [{ was: 'sluice', name: 'lock' }],
      removed: ['mill'],
    },
  });
  const third = await build();
  expect(third.out).not.toMatch(/New|anew|Renamed|Gone/);
  writeFileSync(lock, '{"codes": {"mill": "U+E000", "boat": "U+E000"}}');
  const refused = await build();
  expect(refused.code).toBe(1);
  expect(refused.err).toMatch(
    /codes\.json: the codes of the icons can't be read: mill and boat have the same code/,
  );
});

test.each([
  [['trace', 'nowhere.png', '--svg', 'x.svg'], 1, /nowhere\.png: there is no such file/],
  [['lift', 'nowhere.png', '--json', 'x.json'], 1, /no such file/],
  [['lift', 'a.png', '--json', 'x.json', '--expect', 'ab', '--text', 'a b'], 2, /only one of/],
  [['build', 'nowhere.zip', '--out', 'x'], 1, /no such file/],
  [['build', 'x', '--out', 'y', '--formats', 'pdf'], 2, /"pdf" is not a format/],
  [['trace'], 2, /give one picture/],
  [['trace', 'a', '--svg', 'b', '--tolerance', 'wide'], 2, /--tolerance is a number/],
  [['trace', 'a', '--svg', 'b', '--mode', 'guess'], 2, /--mode is outline, pixel or centreline/],
  [['constructor'], 2, /There is no command "constructor"/],
  [['polish'], 2, /There is no command "polish"/],
  [[], 2, /Each command explains itself/],
  [['lift', '--nonsense'], 2, /nonsense/],
] as const)('%j ends with %i and says why', async (argv, code, message) => {
  const result = await run(...argv);
  expect(result.code).toBe(code);
  expect(result.err).toMatch(message);
  expect(result.err).not.toMatch(/\n\s+at /);
});

test('every command explains itself', async () => {
  for (const [command, usage] of Object.entries(USAGE)) {
    const { code, out } = await run(command, '--help');
    expect(code).toBe(0);
    expect(out).toContain(`orthoglyph ${command}`);
    expect(out.split('\n')[0]).toBe(usage);
  }
  expect(existsSync('bin/orthoglyph.mjs')).toBe(true);
});

test('asked for help, the command line loads none of its commands', () => {
  const ran = spawnSync(process.execPath, ['bin/orthoglyph.mjs', '--help'], { encoding: 'utf8' });
  for (const usage of Object.values(USAGE)) expect(ran.stdout).toContain(usage);
  const loaded = new Set<string>();
  const load = (file: string): void => {
    if (loaded.has(file)) return;
    loaded.add(file);
    const code = readFileSync(`dist/cli/${file}`, 'utf8');
    for (const [, part = ''] of code.matchAll(/^(?:import|export)\b[^;]*?"\.\/([^"]+)";/gm)) load(part);
  };
  load('main.mjs');
  const bytes = [...loaded].reduce((n, file) => n + statSync(`dist/cli/${file}`).size, 0);
  // All commands together have 10 MB.
  expect(bytes).toBeLessThan(50_000);
});

test('clean: a project neatened within the deviation allowed, letters by hand left alone', async () => {
  const opened = demoProject();
  const hand = { ...byName(opened.doc).r!, handEdited: true };
  const doc = { ...opened.doc, glyphs: { ...opened.doc.glyphs, [hand.id]: hand } };
  writeFileSync(path('dressed.zip'), await writeProjectFile(doc, opened.pictures));
  const result = await run(
    'clean',
    path('dressed.zip'),
    '--out',
    path('clean.zip'),
    '--only',
    'arst',
    '--json',
    path('clean.json'),
  );
  expect(result.code).toBe(0);
  expect(result.out).toMatch(
    /^Neaten: \d of 3 letters changed, \d+ points before, \d+ after, greatest deviation [01]\.\d u\n$/,
  );
  const { letters } = read('clean.json') as {
    letters: { glyph: string; deviation: number; snags: string[] }[];
  };
  expect(letters.map((l) => l.glyph)).toEqual(['a', 's', 't']);
  expect(letters.every((l) => l.deviation <= 2 && !l.snags.includes('extreme'))).toBe(true);
  expect((await run('clean', path('dressed.zip'), '--out', path('x.zip'), '--how', 'magic')).code).toBe(2);
  expect((await run('clean', path('disc.png'), '--out', path('x.zip'))).code).toBe(1);
});

test('word writes words as a drawing, and tells what the font lacks while it draws the rest', async () => {
  const { doc, pictures } = demoProject();
  writeFileSync(path('mill.zip'), await writeProjectFile(doc, pictures));
  const made = await run('word', path('mill.zip'), 'Tide\\nMill', '--out', path('mill.svg'));
  expect(made).toMatchObject({ code: 0, err: '' });
  const svg = readFileSync(path('mill.svg'), 'utf8');
  expect(svg.match(/<path/g)).toHaveLength(1);
  const parted = await run('word', path('mill.zip'), 'Tide', '--parted', '--out', path('parted.svg'));
  expect(parted.code).toBe(0);
  expect(readFileSync(path('parted.svg'), 'utf8').match(/<g id="[^"]*"/g)).toEqual([
    '<g id="1-T"',
    '<g id="2-i"',
    '<g id="3-d"',
    '<g id="4-e"',
  ]);
  const short = await run('word', path('mill.zip'), 'Tidé', '--out', path('short.svg'));
  expect(short.code).toBe(1);
  expect(short.err).toContain('é');
  expect(existsSync(path('short.svg'))).toBe(true);
});

test('sheet --svg makes a template; what is drawn on it becomes a font with each letter at its place', async () => {
  const made = await run('sheet', '--characters', 'Hn', '--svg', path('template.svg'), '--tenth');
  expect(made).toMatchObject({ code: 0, err: '' });
  const template = readFileSync(path('template.svg'), 'utf8');
  const [, x, y] = /id="slot-006E" x="([\d.]+)" y="([\d.]+)"/.exec(template)!.map(Number) as [
    number,
    number,
    number,
  ];
  // A bar 100 u wide and 500 u high, 60 u from the slot's left edge; the baseline lies 750 u below the slot's top.
  const bar = `<path d="M${x + 6} ${y + 25}h10v50h-10z"/>`;
  writeFileSync(path('drawn.svg'), template.replace('<g id="letters"></g>', `<g id="letters">${bar}</g>`));
  expect((await run('build', path('drawn.svg'), '--out', path('elsewhere'))).code).toBe(0);
  const font = readdirSync(path('elsewhere')).find((f) => f.endsWith('.otf'))!;
  const n = parseWithOpentype(new Uint8Array(readFileSync(path('elsewhere', font)))).charToGlyph('n');
  expect(n.getBoundingBox()).toMatchObject({ x1: 60, y1: 0, x2: 160, y2: 500 });
  expect(n.advanceWidth).toBe(640);
});

test('sheet --png makes a picture for each page, on clear ground, as wide as wished; a width no tablet has is refused', async () => {
  const list = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz'].join('');
  const asked = [
    'sheet',
    '--characters',
    list,
    '--boxes',
    '2',
    '--png',
    path('tablet.png'),
    '--width',
    '900',
  ];
  expect(await run(...asked)).toMatchObject({ code: 0, err: '' });
  // Two boxes for each of 52 letters take two pages; the second has a number.
  for (const name of ['tablet.png', 'tablet-2.png'])
    expect(await sharp(path(name)).metadata()).toMatchObject({ width: 900, height: 1273, hasAlpha: true });
  expect((await sharp(path('tablet.png')).stats()).isOpaque).toBe(false);
  expect(await run('sheet', '--characters', 'A', '--png', path('x.png'), '--width', '90')).toMatchObject({
    code: 2,
    err: expect.stringContaining('--width is 800 to 8000 px'),
  });
});

test('build --formats makes every format that it names, the same bytes each time; an unknown one is refused with those there are', async () => {
  const project = new URL('../demo/files/finished/mill-boards.orthoglyph.zip', import.meta.url).pathname;
  const build = (out: string) =>
    run(
      'build',
      project,
      '--out',
      path(out),
      '--formats',
      CAST_FORMATS.join(','),
      '--png-sizes',
      '40',
      '--weights',
      'Bold 700 12',
    );
  process.env.SOURCE_DATE_EPOCH = '1767603600';
  for (const out of ['all', 'again'])
    // Boards that touch at their corners only fall apart or run together by weight: told of the variable font and of its sources.
    expect(await build(out)).toMatchObject({ code: 0, err: expect.not.stringMatching(/error/) });
  delete process.env.SOURCE_DATE_EPOCH;
  const made = readdirSync(path('all')).sort();
  expect(made).toEqual(
    [
      ...['Bold', 'Regular'].flatMap((style) =>
        [
          'kit.zip',
          'letters-dxf.zip',
          'letters-png.zip',
          'letters-svg.zip',
          'otf',
          'stroke.svg',
          'svg',
          'ttf',
          'ufo.zip',
          'woff',
          'woff2',
        ].map((e) => `MillBoards-${style}.${e}`),
      ),
      'MillBoards-Bundle.zip',
      'MillBoards-Family.designspace.zip',
      'MillBoards-Variable.ttf',
    ].sort(),
  );
  for (const name of made)
    expect(readFileSync(path('all', name)).equals(readFileSync(path('again', name)))).toBe(true);
  const refused = await run('build', project, '--out', path('none'), '--formats', 'otf,pfb');
  expect(refused.code).toBe(2);
  expect(refused.err).toContain('pfb');
  expect(refused.err).toContain('woff2');
});

test('build goes from a picture of a page to a spaced font with accents in one line; a filled tablet page too', async () => {
  const page = new URL('../demo/files/keepers-page.jpg', import.meta.url).pathname;
  const asked = ['--compose', '--fit', '--formats', 'otf', '--out', path('one-line')];
  const made = await run('build', page, '--expect', BASIC_BILL, ...asked);
  expect(made).toMatchObject({ code: 0, err: '' });
  const bytes = new Uint8Array(readFileSync(path('one-line', 'keeperspage-Regular.otf')));
  const font = parseWithOpentype(bytes);
  for (const char of `${BASIC_BILL}\u00e4\u00d6`)
    expect(font.charToGlyph(char).path.commands.length).toBeGreaterThan(0);
  // Spaced and kerned: pairs differ from their letters' widths (HarfBuzz).
  const widths = (kerned: boolean) => shape(bytes, 'AVToLY', kerned).map((g) => g.advance);
  expect(widths(true)).not.toEqual(widths(false));

  const [sheet] = practicePages([...'RagneBdkyQ'], DEFAULT_PRACTICE);
  const svg = practicePageSvg(sheet!, 'Tablet', 1240).replace('</svg>', `${writtenOnLayer(sheet!)}</svg>`);
  await sharp(new TextEncoder().encode(svg)).png().toFile(path('from-a-tablet.png'));
  expect((await run('build', path('from-a-tablet.png'), '--out', path('tablet-out'))).code).toBe(0);
  const own = parseWithOpentype(new Uint8Array(readFileSync(path('tablet-out', 'fromatablet-Regular.otf'))));
  for (const char of 'RagneBdkyQ') expect(own.charToGlyph(char).path.commands.length).toBeGreaterThan(0);
});

test('build tells what is in doubt on a page as in the app, and a page that is none', async () => {
  const page = new URL('../demo/files/artwork/painted-capitals.jpg', import.meta.url).pathname;
  const made = await run(
    'build',
    page,
    '--expect',
    'ABCDEFGHIJKLMNOPQRSTUVWXYZ\u00d8',
    '--out',
    path('doubts'),
  );
  expect(made.code).toBe(0);
  expect(made.err).toMatch(/look at this page in the app: .*\u00d8/);
  await sharp({ create: { width: 300, height: 200, channels: 3, background: '#fff' } })
    .png()
    .toFile(path('blank.png'));
  const blank = await run('build', path('blank.png'), '--out', path('blank'));
  expect(blank.code).toBe(1);
  expect(blank.err).toContain('blank.png');
});
