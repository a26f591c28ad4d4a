import { encode } from 'fast-png';
import { sniffKind } from '../../readers/pictures/sniff';
import { fail, inFile, ok, problem, type Problem, type Result } from '../../foundations/problems/problem';
import type { Picture } from '../../foundations/raster/picture';
import { readOpenRaster } from './layers/openRaster';
import { rasterLetters } from './layers/rasterLetters';
import type { DroppedFile } from './sortFiles';

/** Decodes a WebP file: browsers can by themselves, elsewhere a library has to. Throws when it is broken. */
export type DecodeWebp = (bytes: Uint8Array) => Promise<Picture>;

/** A picture as a PNG file, packed quickly rather than small. */
export function pngOf({ width, height, data }: Picture): Uint8Array {
  return encode({ width, height, data: new Uint8Array(data), channels: 4, depth: 8 }, { zlib: { level: 1 } });
}

/**
 * Files of kinds that have to be taken apart first: a PDF becomes its pages (drawings as SVG, scans as PNG), a WebP a PNG, a layered
 * picture a PNG for each layer named after a letter, or one of all. All others are passed on as they are.
 */
export async function expandFiles(
  files: readonly DroppedFile[],
  decodeWebp: DecodeWebp,
  onProgress: (share: number) => void = () => {},
): Promise<{ readonly files: readonly DroppedFile[]; readonly problems: readonly Problem[] }> {
  const out: DroppedFile[] = [];
  const problems: Problem[] = [];
  for (const [i, file] of files.entries()) {
    onProgress(i / files.length);
    const kind = sniffKind(file.bytes);
    if (kind === 'PDF') {
      // Large, and it changes built-in objects for old browsers' sake: only loaded when there is a PDF.
      const { readPdf } = await import('../../readers/pdf/readPdf');
      const read = await readPdf(file.bytes, (page, pages) => {
        onProgress((i + page.page / pages) / files.length);
        // Artwork files that hold a PDF have other endings: A.art must not be read as a further drawing of A.
        const stem = file.path.replace(/\.[A-Za-z0-9]{1,5}$/, '') + (pages > 1 ? `, page ${page.page}` : '');
        out.push(
          page.kind === 'drawing'
            ? { path: `${stem}.svg`, bytes: new TextEncoder().encode(page.svg) }
            : { path: `${stem}.png`, bytes: pngOf(page.picture) },
        );
      });
      problems.push(...inFile(read.problems, file.path));
    } else if (kind === 'WebP') {
      try {
        out.push({ path: file.path, bytes: pngOf(await decodeWebp(file.bytes)) });
      } catch (error) {
        const reason = error instanceof Error ? error.message : String(error);
        problems.push(
          problem({ code: 'picture-broken', kind: 'WebP', reason }, 'error', { file: file.path }),
        );
      }
    } else if (kind === 'OpenRaster') {
      const read = expandRaster(file);
      if (read.ok) out.push(...read.value);
      problems.push(...inFile(read.problems, file.path));
    } else out.push(file);
  }
  return { files: out, problems };
}

/** A layered picture as PNG files: one for each letter that has a layer, else one of all that is displayed. */
function expandRaster(file: DroppedFile): Result<DroppedFile[]> {
  const raster = readOpenRaster(file);
  if (!raster.ok) return raster;
  const stem = file.path.replace(/\.[A-Za-z0-9]{1,5}$/, '');
  const taken = new Map<string, number>();
  const letters = rasterLetters(raster.value).map(({ name, picture }): DroppedFile => {
    const nth = (taken.get(name) ?? 0) + 1;
    taken.set(name, nth);
    // Two layers of one name stay two files, so that the clash is told.
    return { path: `${stem}/${nth > 1 ? `${nth}/` : ''}${name}.png`, bytes: pngOf(picture) };
  });
  const merged = letters.length > 0 ? null : raster.value.merged();
  const files = merged ? [{ path: `${stem}.png`, bytes: pngOf(merged) }] : letters;
  const { faults } = raster.value;
  return files.length > 0
    ? ok(files, faults)
    : {
        ok: false,
        problems: [
          ...faults,
          ...fail({ code: 'openraster-broken', reason: 'nothing is painted on it' }).problems,
        ],
      };
}
