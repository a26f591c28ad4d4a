/**
 * Casting: time to make fonts whole, and after an edit, against fontTools building the same tables of our UFO. Processor time in one
 * run on one machine, so ratios are what counts. node scripts/bench.mjs cast [--write]
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { compileFont } from '../core/fonts/compile/compileFont';
import { fontData } from '../core/fonts/compile/fontData';
import { ufoFiles } from '../core/fonts/compile/casts/ufo';
import { openProjectFile } from '../core/project/archive/readProject';
import { setBearings } from '../core/project/document/commands/spacing/bearings';
import { setRules } from '../core/project/document/commands/features/rules';
import { edit } from '../core/project/document/inStep/edit';
import { projectOf } from '../core/project/document/newProject';
import type { Doc, GlyphRow, Rule } from '../core/project/document/schema';
import { writeTable } from './writeTable';

const DEMO = 'demo/files/finished/keepers-hand.orthoglyph.zip';
const EDITS = 30;
/** Longer than this nobody waits for the reference. */
const MOST_MS = 180_000;

function demo(): Doc {
  const opened = openProjectFile(new Uint8Array(readFileSync(DEMO)));
  if (!opened.ok) throw new Error(`${DEMO} does not open`);
  return opened.value.doc;
}

const withGlyphs = (doc: Doc, more: readonly GlyphRow[]): Doc => ({
  ...doc,
  glyphs: { ...doc.glyphs, ...Object.fromEntries(more.map((g) => [g.id, g])) },
});

const lettersOf = (doc: Doc): GlyphRow[] =>
  Object.values(doc.glyphs).filter((g) => /^[A-Za-z]$/.test(g.name) && g.contours.length > 0);

/** The demo's hand with two further drawings a letter and ends for the small ones, under all kinds of rules that look at neighbours. */
function lively(): Doc {
  const doc = demo();
  const drawing = (g: GlyphRow, suffix: string, more = 0): GlyphRow => ({
    ...g,
    id: `${g.id}.${suffix}`,
    name: `${g.name}.${suffix}`,
    codePoints: [],
    source: null,
    bearings: { left: g.bearings.left, right: g.bearings.right - more },
  });
  const letters = lettersOf(doc);
  const small = letters.filter((g) => /^[a-z]$/.test(g.name));
  const all = withGlyphs(doc, [
    ...letters.flatMap((g) => [drawing(g, 'alt1'), drawing(g, 'alt2')]),
    ...small.map((g) => drawing(g, 'end', 200)),
  ]);
  const rules: Rule[] = [
    { kind: 'turns', letters: null, within: 5 },
    {
      kind: 'ends',
      at: 'word-end',
      swaps: small.map((g) => ({ from: g.id, to: `${g.id}.end` })),
      clearance: 15,
      despite: [],
    },
    { kind: 'bounce', glyphs: null, height: 20, lean: 0 },
  ];
  const diff = setRules(all, rules);
  return diff ? edit(all, diff).doc : all;
}

/** 3,000 icons, each typed by a name of its own. */
function manyIcons(): Doc {
  const doc = demo();
  const letters = lettersOf(doc);
  const icons = Array.from({ length: 3000 }, (_, k): GlyphRow => {
    const of = letters[k % letters.length];
    if (!of) throw new Error('no letters');
    const name = `icon${k}`;
    return { ...of, id: name, name, codePoints: [0xe000 + k], typed: [`mill sign ${k}`], source: null };
  });
  return withGlyphs(doc, icons);
}

/** Processor time of some work, ms. */
function timed(work: () => void): number {
  const start = process.cpuUsage();
  work();
  const { user, system } = process.cpuUsage(start);
  return (user + system) / 1000;
}

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

/** fontTools' time for OTF and TTF of the same font, ms; null when it isn't there or took longer than anybody waits. */
function reference(doc: Doc): number | null {
  const folder = join(mkdtempSync(join(tmpdir(), 'orthoglyph-cast-')), 'font.ufo');
  // Every letter as an outline of its own: the reference builds no components.
  const font = fontData(doc, projectOf(doc).styleId);
  const plain = { ...font, glyphs: font.glyphs.map((g) => ({ ...g, parts: [] })) };
  for (const [path, content] of ufoFiles(plain, doc)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), content);
  }
  try {
    const said = execFileSync('/usr/bin/python3', ['bench/castReference.py', folder], {
      encoding: 'utf8',
      timeout: MOST_MS,
    });
    const { otf, ttf } = JSON.parse(said) as { otf: number; ttf: number };
    return (otf + ttf) * 1000;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ETIMEDOUT') return null;
    throw error;
  } finally {
    rmSync(dirname(folder), { recursive: true, force: true });
  }
}

function row(name: string, doc: Doc): string {
  const { styleId } = projectOf(doc);
  const make = (d: Doc, format: 'otf' | 'ttf') => compileFont(d, { format, styleId, nowUnixS: 0 });
  const ready = timed(() => fontData(doc, styleId));
  // Another document of the same glyphs: what is kept for a whole document is made again.
  const same = { ...doc };
  const tables = timed(() => {
    make(same, 'otf');
    make(same, 'ttf');
  });
  const [letter] = lettersOf(doc);
  if (!letter) throw new Error('no letters');
  let now = doc;
  const after = Array.from({ length: EDITS }, (_, k) => {
    const diff = setBearings(now, letter.id, { left: 40 + k });
    if (diff) now = edit(now, diff).doc;
    return timed(() => make(now, 'otf'));
  });
  const theirs = reference(doc);
  const ratio = (ours: number, share: number) =>
    theirs === null ? '-' : (ours / (theirs * share)).toFixed(3);
  const cells = [
    Object.keys(doc.glyphs).length,
    ready,
    tables,
    theirs ?? `over ${MOST_MS}`,
    ratio(tables, 1),
    median(after),
    ratio(median(after), 0.5),
  ];
  return `| ${name} | ${cells.map((c) => (typeof c === 'number' ? Math.round(c) : c)).join(' | ')} |`;
}

export function main(args: readonly string[]): void {
  const head =
    '| font | glyphs | glyphs made ready, ms | then OTF and TTF, ms | fontTools, ms | ratio | OTF after an edit, ms | to half of fontTools’ |\n' +
    '| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: |';
  const rows = [
    row('the demo’s hand', demo()),
    row('with two more drawings a letter, ends, turns, bounce', lively()),
    row('3,000 icons with typed names', manyIcons()),
  ];
  writeTable('cast', [head, ...rows].join('\n'), args.includes('--write'));
}
