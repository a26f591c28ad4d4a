/**
 * Families: three weights of the demo's hand as one variable font, in time and size beside fontTools' varLib, which builds one of the same
 * styles (cut out of ours by its instancer, so that their points correspond). node scripts/bench.mjs family [--write]
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { compileFont } from '../core/fonts/compile/compileFont';
import { compileVariable } from '../core/fonts/compile/variable/compileVariable';
import { openProjectFile } from '../core/project/archive/readProject';
import { addStyle } from '../core/project/document/commands/family/addStyle';
import { edit } from '../core/project/document/inStep/edit';
import type { Doc } from '../core/project/document/schema';
import { writeTable } from './writeTable';

const DEMO = 'demo/files/finished/keepers-hand.orthoglyph.zip';
const WEIGHTS = [
  { name: 'Light', weightClass: 300, heavier: -16 },
  { name: 'Bold', weightClass: 700, heavier: 40 },
];

function family(): Doc {
  const opened = openProjectFile(new Uint8Array(readFileSync(DEMO)));
  if (!opened.ok) throw new Error(`${DEMO} does not open`);
  return WEIGHTS.reduce((doc, style) => {
    const diff = addStyle(doc, style);
    if (!diff) throw new Error(style.name);
    return edit(doc, diff).doc;
  }, opened.value.doc);
}

/** Processor time of some work, ms, and what it made. */
function timed<T>(work: () => T): { readonly ms: number; readonly made: T } {
  const start = process.cpuUsage();
  const made = work();
  const { user, system } = process.cpuUsage(start);
  return { ms: (user + system) / 1000, made };
}

interface Reference {
  readonly time: number;
  readonly ours: Readonly<Record<string, number>>;
  readonly theirs: Readonly<Record<string, number>>;
  readonly bytes: number;
}

function reference(font: Uint8Array): Reference {
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-family-'));
  try {
    const path = join(folder, 'variable.ttf');
    writeFileSync(path, font);
    const said = execFileSync('/usr/bin/python3', ['bench/familyReference.py', path], { encoding: 'utf8' });
    return JSON.parse(said) as Reference;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

export function main(args: readonly string[]): void {
  const { ms: inked, made: doc } = timed(family);
  const compiled = () => {
    const made = compileVariable(doc, 0);
    if (!made.ok) throw new Error('no variable font');
    return made;
  };
  const first = timed(compiled);
  const again = timed(compiled);
  const font = first.made.value;
  const theirs = reference(font);
  const styles = Object.keys(doc.styles).map(
    (styleId) => compileFont(doc, { format: 'ttf', styleId, nowUnixS: 0 }).length,
  );
  const together = styles.reduce((a, b) => a + b, 0);
  const ratio = (a: number, b: number) => (a / b).toFixed(2);
  const rows = [
    [
      'letters that vary',
      `${Object.values(doc.glyphs).length / styles.length - first.made.problems.length} of ${Object.values(doc.glyphs).length / styles.length}`,
    ],
    ['two weights made of the one drawn, ms', Math.round(inked)],
    ['outlines made to agree and the font, ms', Math.round(first.ms)],
    ['the font again, ms', Math.round(again.ms)],
    ['fontTools’ varLib of the same styles, ms', Math.round(theirs.time * 1000)],
    ['the font again to fontTools’ time', ratio(again.ms, theirs.time * 1000)],
    [
      'gvar, bytes, to fontTools’',
      `${theirs.ours['gvar']}, ${ratio(theirs.ours['gvar'] ?? 0, theirs.theirs['gvar'] ?? 1)}`,
    ],
    ['whole font, bytes, to fontTools’', `${font.length}, ${ratio(font.length, theirs.bytes)}`],
    ['whole font to its three static ones', ratio(font.length, together)],
  ];
  const table = ['| measure | |', '| --- | ---: |', ...rows.map((r) => `| ${r.join(' | ')} |`)].join('\n');
  writeTable('family', table, args.includes('--write'));
}
