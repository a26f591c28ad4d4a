// Open fonts of the registry (@fontsource packages) as files for tests.
import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import { woff2Tables } from '../core/fonts/opentype/read/readWoff2';
import { buildSfnt, SFNT_TRUETYPE } from '../core/fonts/opentype/sfnt';
import { buildName } from '../core/fonts/opentype/tables/name';

const packages = join(
  dirname(createRequire(import.meta.url).resolve('@fontsource/karla/package.json')),
  '..',
);

/** Packages of open fonts that are here. */
export const openFontNames = (): string[] => readdirSync(packages);

/** Path of a font's WOFF2 with the letters of a script, by its package. */
export const openFontPath = (name: string, script = 'latin'): string =>
  join(packages, name, 'files', `${name}-${script}-400-normal.woff2`);

/** Path of a variable font's WOFF2 with Latin letters, upright, by its package. */
export const variableFontPath = (name: string): string =>
  createRequire(import.meta.url).resolve(
    `@fontsource-variable/${name}/files/${name}-latin-wght-normal.woff2`,
  );

const tablesOf = (name: string, script = 'latin') =>
  woff2Tables(new Uint8Array(readFileSync(openFontPath(name, script))), brotliDecompressSync);

/** A variable font as a TTF. */
export const variableTtf = (name: string): Uint8Array =>
  buildSfnt(
    SFNT_TRUETYPE,
    woff2Tables(new Uint8Array(readFileSync(variableFontPath(name))), brotliDecompressSync),
  );

/** The same as a TTF. */
export const openTtf = (name: string, script = 'latin'): Uint8Array =>
  buildSfnt(SFNT_TRUETYPE, tablesOf(name, script));

/** A font of other names (by name id) that may lie in no document (OpenType, OS/2, fsType). */
export function restrictedFont(name: string, names: ReadonlyMap<number, string>): Uint8Array {
  const tables = tablesOf(name);
  const os2 = (tables.get('OS/2') ?? new Uint8Array()).slice();
  os2.set([0, 2], 8);
  return buildSfnt(SFNT_TRUETYPE, new Map([...tables, ['OS/2', os2], ['name', buildName(names)]]));
}
