import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { zipSync } from 'fflate';
import { writeProjectFile } from '../core/project/archive/writeProject';
import { blankGlyph, newProject } from '../core/project/document/newProject';
import type { Doc, GlyphRow, GroupRow, KerningRow } from '../core/project/document/schema';
import type { Contour } from '../core/foundations/geometry/contour';
import { glyphNameOf } from '../core/type/names/glyphNames';
import { randomBlob, randomBy } from '../core/testing/randomOutlines';

/** Projects as large as a working designer's: 3,000 icons as files, 1,000 letters with kerning as a project file. */
const ICONS = 3000;
const LETTERS = 1000;
const GROUPS = 40;
const PAIRS = 1500;

/** Signs of an open set of icons (lucide-static, ISC), some of them twice, as files of a folder. */
function iconFiles(): Record<string, Uint8Array> {
  const from = join(process.cwd(), 'node_modules/lucide-static/icons');
  const names = readdirSync(from)
    .filter((f) => f.endsWith('.svg'))
    .sort();
  return Object.fromEntries(
    Array.from({ length: ICONS }, (_, i) => [
      `sign-${String(i).padStart(4, '0')}.svg`,
      new Uint8Array(readFileSync(join(from, names[i % names.length]!))),
    ]),
  );
}

/** Code points of letters, in their order, from Latin to Cyrillic and beyond. */
function letterCodes(): number[] {
  const out: number[] = [];
  for (let cp = 0x21; out.length < LETTERS; cp++)
    if (/[\p{L}\p{N}\p{P}]/u.test(String.fromCodePoint(cp))) out.push(cp);
  return out;
}

function letters(): Doc {
  const r = randomBy(9);
  const base = newProject('large', 'A thousand letters', 0);
  const codes = letterCodes();
  const contours = (): Contour[] => [
    randomBlob(r, 250, 300, 250),
    randomBlob(r, 600, 300, 120),
    randomBlob(r, 300, 650, 90),
  ];
  const glyphs = codes.map((cp): GlyphRow => {
    const name = glyphNameOf(cp);
    return { ...blankGlyph(`g${cp}`, name, [cp]), contours: contours(), spacing: 'fitted' };
  });
  const groups = (['left', 'right'] as const).flatMap((side) =>
    Array.from({ length: GROUPS }, (_, k): GroupRow => {
      const glyphIds = glyphs.filter((_g, i) => i % GROUPS === k).map((g) => g.id);
      return { id: `${side}${k}`, styleId: 'regular', side, glyphIds, fitted: true };
    }),
  );
  const kerning = Array.from({ length: PAIRS }, (_, k): KerningRow => {
    const [left, right] = [`left${k % GROUPS}`, `right${Math.floor(k / GROUPS) % GROUPS}`];
    const value = -5 - Math.round(40 * r());
    return { id: `${left} ${right}`, styleId: 'regular', left, right, value, fitted: true };
  });
  const byId = <T extends { id: string }>(rows: readonly T[]) =>
    Object.fromEntries(rows.map((x) => [x.id, x]));
  const project = { ...base.project.large!, bill: String.fromCodePoint(...codes) };
  return {
    ...base,
    project: { large: project },
    glyphs: { ...base.glyphs, ...byId(glyphs) },
    groups: byId(groups),
    kerning: byId(kerning),
  };
}

/** The same folder some time later: one icon in a hundred drawn anew, one gone, one under another name, three new. */
function nextWeek(icons: Readonly<Record<string, Uint8Array>>): Record<string, Uint8Array> {
  const [gone, renamed, ...others] = Object.entries(icons);
  const box = '<path d="M1 1h4v4h-4z"/></svg>';
  const anew = (bytes: Uint8Array) =>
    new TextEncoder().encode(new TextDecoder().decode(bytes).replace('</svg>', box));
  const kept = others.map(([name, bytes], i) => [name, i % 100 === 0 ? anew(bytes) : bytes] as const);
  const fresh = [1, 2, 3].map((k) => [`new-${k}.svg`, anew(gone?.[1] ?? new Uint8Array())] as const);
  return Object.fromEntries([...kept, ['way-in.svg', renamed?.[1] ?? new Uint8Array()] as const, ...fresh]);
}

/** Writes `icons.zip`, `icons-again.zip` and `letters.zip` into a folder. */
export async function main([folder = 'bench-large']: string[]): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const icons = iconFiles();
  writeFileSync(join(folder, 'icons.zip'), zipSync(icons, { level: 6 }));
  writeFileSync(join(folder, 'icons-again.zip'), zipSync(nextWeek(icons), { level: 6 }));
  writeFileSync(join(folder, 'letters.zip'), await writeProjectFile(letters(), new Map()));
}
