import { join } from 'node:path';
import { fitFont } from '../core/type/fit/fitFont';
import { pairShare } from '../core/type/fit/frequency';
import { touchingDistance } from '../core/type/fit/joined';
import { classOf } from '../core/type/fit/style';
import { median } from '../core/foundations/raster/histogram';
import { CORE, fontFiles, readSpacedFont, type SpacedFont } from './openFonts';
import { writeTable } from './writeTable';

/**
 * How near is "fit all" to what designers of open-licensed fonts chose? Their spacing is taken away, the fit is made, and
 * both are compared; 1/1000 em, after one constant for the whole font (tracking, shown apart).
 *   npm run bench:fit [-- --write] [FOLDER of unpacked @fontsource packages]
 * The fonts measured by default were not learnt from (KEPT_BACK in bench/trainFit.py).
 */
const DEFAULT = [
  'work-sans',
  'libre-baskerville',
  'karla',
  'spectral',
  'caveat',
  'dekko',
  'neucha',
  'pacifico',
  'cookie',
];

const mean = (v: readonly number[]): number => v.reduce((a, b) => a + b, 0) / Math.max(1, v.length);
const spreadAbout = (v: readonly number[]): number => {
  const m = median(v);
  return mean(v.map((x) => Math.abs(x - m)));
};

interface Row {
  readonly name: string;
  readonly gfree: number;
  readonly text: number;
  readonly mixed: number;
  readonly capitals: number;
  readonly tracking: number;
  readonly sign: number | null;
  readonly space: number;
  readonly touching: number;
  readonly joins: number | null;
  readonly equalText: number;
  readonly equalFree: number;
}

function measure(font: SpacedFont): Row | null {
  const fitted = fitFont(font.letters);
  if (!fitted) return null;
  const { letters } = font;
  const kern = new Map<string, number>();
  for (const [a, b, v] of fitted.kerning.pairs)
    for (const i of fitted.kerning.left[a]!)
      for (const j of fitted.kerning.right[b]!) kern.set(`${i} ${j}`, v);
  for (const [i, j, v] of fitted.kerning.exceptions) kern.set(`${i} ${j}`, v);
  const core = letters.flatMap((l, i) => (CORE.includes(l.char) ? [i] : []));
  const pairs = core.flatMap((i) => core.map((j) => [i, j] as const));
  const of = (i: number, j: number) => `${letters[i]!.char}${letters[j]!.char}`;
  const ours = (i: number, j: number) =>
    fitted.letters[i]!.right + fitted.letters[j]!.left + (kern.get(`${i} ${j}`) ?? 0);
  const theirs = (i: number, j: number) => font.right[i]! + font.left[j]! + (font.kerning.get(of(i, j)) ?? 0);
  const equal = () => 100;
  const weight = (i: number, j: number) => pairShare(letters[i]!.char, letters[j]!.char);
  const errorOf = (distance: (i: number, j: number) => number) => {
    const rows = pairs.map(([i, j]) => ({ e: distance(i, j) - theirs(i, j), w: weight(i, j), i, j }));
    const sorted = [...rows].sort((a, b) => a.e - b.e);
    const total = rows.reduce((s, r) => s + r.w, 0);
    let sum = 0;
    const middle = sorted.find((r) => (sum += r.w) >= total / 2)!.e;
    const text = rows.reduce((s, r) => s + r.w * Math.abs(r.e - middle), 0) / total;
    const kind = (a: string, b: string) =>
      spreadAbout(
        rows.flatMap((r) =>
          classOf(letters[r.i]!.char) === a && classOf(letters[r.j]!.char) === b ? [r.e] : [],
        ),
      );
    return { text, middle, mixed: kind('U', 'L'), capitals: kind('U', 'U') };
  };
  const known = letters.flatMap((l, i) => (/[A-Za-z0-9]/.test(l.char) ? [i] : []));
  const free = (left: (i: number) => number, right: (i: number) => number) =>
    (spreadAbout(known.map((i) => left(i) - font.left[i]!)) +
      spreadAbout(known.map((i) => right(i) - font.right[i]!))) /
    2;
  const kerned = pairs.filter(([i, j]) => Math.abs(font.kerning.get(of(i, j)) ?? 0) >= 20);
  const small = pairs.filter(([i, j]) => classOf(of(i, j)[0]!) === 'L' && classOf(of(i, j)[1]!) === 'L');
  const overlaps = (distance: (i: number, j: number) => number) =>
    new Set(
      small.flatMap(([i, j]) => {
        const touch = touchingDistance(letters[i]!, letters[j]!);
        return touch !== null && distance(i, j) < touch ? [of(i, j)] : [];
      }),
    );
  const [mine, designed] = [overlaps(ours), overlaps(theirs)];
  const { text, middle, mixed, capitals } = errorOf(ours);
  return {
    name: font.name,
    gfree: free(
      (i) => fitted.letters[i]!.left,
      (i) => fitted.letters[i]!.right,
    ),
    text,
    mixed,
    capitals,
    tracking: middle,
    sign:
      kerned.length < 20
        ? null
        : mean(
            kerned.map(([i, j]) =>
              Math.sign(kern.get(`${i} ${j}`) ?? 0) === Math.sign(font.kerning.get(of(i, j))!) ? 1 : 0,
            ),
          ),
    space: Math.abs(fitted.space - font.space),
    touching: [...mine].filter((p) => !designed.has(p)).length,
    joins: designed.size >= 20 ? [...designed].filter((p) => mine.has(p)).length / designed.size : null,
    equalText: errorOf(equal).text,
    equalFree: free(
      () => 50,
      () => 50,
    ),
  };
}

const n = (v: number) => v.toFixed(1);
const share = (v: number | null) => (v === null ? '-' : `${Math.round(100 * v)} %`);

export function main(args: readonly string[]): void {
  const folder = args.find((a) => !a.startsWith('--'));
  const files = fontFiles(folder ?? join('node_modules', '@fontsource'), [400]).filter(
    ([name]) => folder !== undefined || DEFAULT.includes(name.split(' ')[0]!),
  );
  const rows = files.flatMap(([name, path]) => {
    const font = readSpacedFont(path, name.replace(' 400', ''));
    return (font && measure(font)) ?? [];
  });
  const all: Row = {
    ...rows[0]!,
    name: 'mean',
    gfree: mean(rows.map((r) => r.gfree)),
    text: mean(rows.map((r) => r.text)),
    mixed: mean(rows.map((r) => r.mixed)),
    capitals: mean(rows.map((r) => r.capitals)),
    tracking: mean(rows.map((r) => Math.abs(r.tracking))),
    sign: mean(rows.flatMap((r) => r.sign ?? [])),
    space: mean(rows.map((r) => r.space)),
    touching: mean(rows.map((r) => r.touching)),
    joins: mean(rows.flatMap((r) => r.joins ?? [])),
    equalText: mean(rows.map((r) => r.equalText)),
    equalFree: mean(rows.map((r) => r.equalFree)),
  };
  const lines = [...rows, all].map(
    (r) =>
      `| ${r.name} | ${n(r.gfree)} (${n(r.equalFree)}) | ${n(r.text)} (${n(r.equalText)}) | ${n(r.mixed)} | ${n(r.capitals)} | ${n(r.tracking)} | ${share(r.sign)} | ${n(r.space)} | ${share(r.joins)} | ${n(r.touching)} |`,
  );
  const head =
    '| font | gfree (equal bearings) | text (equal bearings) | capital + small | capitals | tracking off | kerning sign right | word space off | joins kept | pairs that touch, though the designer kept them apart |\n| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |';
  writeTable('fit', `${head}\n${lines.join('\n')}`, args.includes('--write'));
}
