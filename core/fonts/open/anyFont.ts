import { unzipSync } from 'fflate';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import { sniffKind } from '../../readers/pictures/sniff';
import { readFont } from '../opentype/read/readFont';
import { lookAtFont, type FontSeen } from './lookAtFont';
import { openFont, type OpenAs, type OpenedFont } from './openFont';
import { isSvgFont, openSvgFont, readSvgFont } from './svgFont';
import { designspacePath, lookAtDesignspace, openDesignspace, readDesignspace } from './ufo/openDesignspace';
import { lookAtUfo, openUfo, readUfo } from './ufo/openUfo';
import type { UfoFiles } from './ufo/ufoSources';

/** A font that can be opened, of whatever kind its file is. */
export interface OpenableFont {
  readonly seen: FontSeen;
  readonly open: (as: OpenAs) => Result<OpenedFont>;
}

type Unbrotli = Parameters<typeof readFont>[1];

/** More than this no font's sources take, unpacked. */
const MOST_BYTES = 300e6;
const META = 'metainfo.plist';

/** Names of the files in a zip and how much they are unpacked, bytes; what systems put beside them is left out. Throws for what is no zip. */
function listOf(bytes: Uint8Array): { readonly names: string[]; readonly total: number } {
  const names: string[] = [];
  let total = 0;
  unzipSync(bytes, {
    filter: ({ name, originalSize }) => {
      total += originalSize;
      if (!name.startsWith('__MACOSX')) names.push(name);
      return false;
    },
  });
  return { names, total };
}

/** The sources of a font in a zip: those of a UFO by their paths within it, or those of a family with a designspace by their paths. */
type Sources =
  | { readonly kind: 'ufo'; readonly files: UfoFiles }
  | { readonly kind: 'designspace'; readonly files: UfoFiles; readonly path: string };

/** The sources in a zip; null when there are none. 'zip-too-large' for more than sources can be. */
export function sourcesInZip(bytes: Uint8Array): Result<Sources> | null {
  try {
    const { names, total } = listOf(bytes);
    // Of several UFOs the first.
    const meta = names.find((n) => n === META || n.endsWith(`/${META}`));
    if (meta === undefined) return null;
    if (total > MOST_BYTES) return fail({ code: 'zip-too-large', limit: `${MOST_BYTES / 1e6} MB` });
    const path = designspacePath(names);
    const start = path === null ? meta.slice(0, -META.length) : '';
    const files = new Map(
      Object.entries(
        unzipSync(bytes, { filter: ({ name }) => name.startsWith(start) && !name.endsWith('/') }),
      ).map(([name, data]) => [name.slice(start.length), data]),
    );
    return ok(path === null ? { kind: 'ufo', files } : { kind: 'designspace', files, path });
  } catch {
    return null;
  }
}

/** A font of any kind that can be opened: OTF, TTF, WOFF, WOFF2, an SVG font, or a UFO or designspace in a zip. */
export function openableFont(bytes: Uint8Array, unbrotli?: Unbrotli): Result<OpenableFont> {
  const found = sniffKind(bytes) === 'zip' ? sourcesInZip(bytes) : null;
  if (found?.ok === false) return found;
  if (found) {
    const sources = found.value;
    return sources.kind === 'ufo'
      ? openableUfo(sources.files)
      : openableDesignspace(sources.files, sources.path);
  }
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

/** A family whose designspace lies among files beside its UFOs. */
export function openableDesignspace(files: UfoFiles, path: string): Result<OpenableFont> {
  const read = readDesignspace(files, path);
  return read.ok
    ? ok({ seen: lookAtDesignspace(read.value), open: (as) => ok(openDesignspace(read.value, as)) })
    : read;
}

/** A UFO that lies in a folder. */
export function openableUfo(files: UfoFiles): Result<OpenableFont> {
  const ufo = readUfo(files);
  return ufo.ok ? ok({ seen: lookAtUfo(ufo.value), open: (as) => ok(openUfo(ufo.value, as)) }) : ufo;
}
