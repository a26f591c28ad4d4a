import { unzipSync } from 'fflate';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import { sniffKind } from '../../readers/pictures/sniff';
import { readFont } from '../opentype/read/readFont';
import { lookAtFont, type FontSeen } from './lookAtFont';
import { openFont, type OpenAs, type OpenedFont } from './openFont';
import { isSvgFont, openSvgFont, readSvgFont } from './svgFont';
import { lookAtUfo, openUfo, readUfo, type UfoFiles } from './ufo/openUfo';

/** A font that can be opened, of whatever kind its file is. */
export interface OpenableFont {
  readonly seen: FontSeen;
  readonly open: (as: OpenAs) => Result<OpenedFont>;
}

type Unbrotli = Parameters<typeof readFont>[1];

/** More than this no font's sources take, unpacked. */
const MOST_BYTES = 300e6;
const META = 'metainfo.plist';

/** The files of a UFO in a zip, by their paths within it; null when there is none. 'zip-too-large' for more than sources can be. */
export function ufoInZip(bytes: Uint8Array): Result<UfoFiles> | null {
  let [total, root]: [number, string | null] = [0, null];
  try {
    unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        total += originalSize;
        // Of several the first; what systems put beside it is none.
        if (root === null && !name.startsWith('__MACOSX') && (name === META || name.endsWith(`/${META}`)))
          root = name.slice(0, -META.length);
        return false;
      },
    });
    const start = root as string | null;
    if (start === null) return null;
    if (total > MOST_BYTES) return fail({ code: 'zip-too-large', limit: `${MOST_BYTES / 1e6} MB` });
    const files = unzipSync(bytes, { filter: ({ name }) => name.startsWith(start) && !name.endsWith('/') });
    return ok(new Map(Object.entries(files).map(([path, data]) => [path.slice(start.length), data])));
  } catch {
    return null;
  }
}

/** A font of any kind that can be opened: OTF, TTF, WOFF, WOFF2, an SVG font, or a UFO in a zip. */
export function openableFont(bytes: Uint8Array, unbrotli?: Unbrotli): Result<OpenableFont> {
  const files = sniffKind(bytes) === 'zip' ? ufoInZip(bytes) : null;
  if (files) return files.ok ? openableUfo(files.value) : files;
  if (isSvgFont(bytes)) {
    const drawn = readSvgFont(bytes);
    return drawn.ok
      ? ok({ seen: lookAtUfo(drawn.value), open: (as) => ok(openSvgFont(drawn.value, as)) })
      : drawn;
  }
  const font = readFont(bytes, unbrotli);
  if (!font.ok) return font;
  const seen = lookAtFont(font.value);
  return seen.ok ? ok({ seen: seen.value, open: (as) => openFont(font.value, as) }) : seen;
}

/** A UFO that lies in a folder. */
export function openableUfo(files: UfoFiles): Result<OpenableFont> {
  const ufo = readUfo(files);
  return ufo.ok ? ok({ seen: lookAtUfo(ufo.value), open: (as) => ok(openUfo(ufo.value, as)) }) : ufo;
}
