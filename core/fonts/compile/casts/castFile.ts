import { strToU8, zipSync } from 'fflate';
import type { Doc } from '../../../project/document/schema';
import { compileFont, type CompileOptions } from '../compileFont';
import { fontData } from '../fontData';
import { fontFileName, versionOf } from '../fontNames';
import { kitFiles } from './iconKit/kitFiles';
import { lettersDxf } from './lettersDxf';
import { lettersSvg } from './lettersSvg';
import type { CastFormat } from './formats';
import { svgFont } from './svgFont';
import { ufoFiles } from './ufo';
import { woffOf } from './woff';
import { woff2Of, type Brotli } from './woff2';

export interface CastFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

export interface CastOptions extends Omit<CompileOptions, 'format'> {
  /** Browsers and Node load compiled packages in different ways. */
  readonly brotli: Brotli;
}

/** Entries of zips have one time, so that the same project gives the same bytes. */
const ENTRY_TIME = new Date(2000, 0, 1);

/** One style of a project in a format. Same document, same options: same bytes. Fails by throwing only where a package does. */
export async function castFile(
  doc: Doc,
  format: CastFormat,
  { styleId, nowUnixS, brotli }: CastOptions,
): Promise<CastFile> {
  const data = fontData(doc, styleId);
  const { casting, style } = data;
  const named = (ending: string) => fontFileName(casting.family, style.name, ending);
  const font = (outlines: 'otf' | 'ttf') => compileFont(doc, { format: outlines, styleId, nowUnixS });
  switch (format) {
    case 'otf':
    case 'ttf':
      return { name: named(format), bytes: font(format) };
    case 'woff':
      return { name: named('woff'), bytes: woffOf(font('ttf'), versionOf(casting.version)) };
    case 'woff2':
      return { name: named('woff2'), bytes: await woff2Of(font('ttf'), versionOf(casting.version), brotli) };
    case 'svg':
      return { name: named('svg'), bytes: strToU8(svgFont(data)) };
    case 'ufo':
      return { name: named('ufo.zip'), bytes: zipped(ufoFiles(data), `${named('ufo')}/`) };
    case 'kit': {
      const ttf = font('ttf');
      const version = versionOf(casting.version);
      const web = { woff2: await woff2Of(ttf, version, brotli), woff: woffOf(ttf, version) };
      const name = fontFileName(casting.family, style.name, '').slice(0, -1);
      return { name: named('kit.zip'), bytes: zipped(kitFiles(data, name, web), '') };
    }
    case 'letters-dxf':
      return { name: named('letters-dxf.zip'), bytes: zipped(lettersDxf(data), '') };
    case 'letters-svg':
      return { name: named('letters-svg.zip'), bytes: zipped(lettersSvg(data), '') };
  }
}

const zipped = (files: ReadonlyMap<string, string | Uint8Array>, folder: string): Uint8Array =>
  zipSync(
    Object.fromEntries(
      [...files].map(([path, content]) => [
        folder + path,
        typeof content === 'string' ? strToU8(content) : content,
      ]),
    ),
    { mtime: ENTRY_TIME },
  );
