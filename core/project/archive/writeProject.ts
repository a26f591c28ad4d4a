import { strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { transformContours } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { scaling } from '../../foundations/geometry/affine';
import { placedContours, advanceOf } from '../document/queries/metrics';
import { picturesOfGlyphs, sourcesOfStyles } from '../document/queries/pictures';
import { SCHEMA_VERSION, type Doc, type GlyphRow } from '../document/schema';
import { svgDocument } from '../../readers/svg/pathData';
import { glyphFileNames } from '../../type/names/fileNames';

/**
 * The project file: a zip with `project.json` ({ format, version, data }), `glyphs/*.svg` for people and other
 * programs, and `pictures/` with every picture's bytes as they came in, named by content hash.
 */
export const PROJECT_FORMAT = 'orthoglyph-project';

/** A zip entry's time is fixed, so that the same project gives the same bytes. */
const ENTRY_TIME = new Date(2000, 0, 1);

function glyphSvg(glyph: GlyphRow): string {
  const placed = transformContours(placedContours(glyph), scaling(1, -1));
  const box = contoursBox(placed);
  const top = Math.floor(box?.yMin ?? 0);
  const height = Math.ceil(box?.yMax ?? 0) - top;
  const view = {
    x: 0,
    y: top,
    width: Math.max(1, Math.round(advanceOf(glyph))),
    height: Math.max(1, height),
  };
  return svgDocument(placed, view, glyph.name);
}

/** Hashes of the pictures that a project's sheets show or came from, of those that letters are kept as, and of sources of its styles, each once. */
export const picturesOf = (doc: Doc): string[] => [
  ...new Set([
    ...Object.values(doc.sheets).flatMap((s) => [s.pictureId, s.originalId].filter((id) => id !== null)),
    ...picturesOfGlyphs(doc),
    ...sourcesOfStyles(doc),
  ]),
];

/**
 * Writes a project piece by piece, so that no more than one picture is held at a time. `picture` gives the bytes of a hash, or
 * null when they are lost; `write` takes the file's bytes in their order. The same project gives the same bytes.
 */
export async function streamProject(
  doc: Doc,
  picture: (id: string) => Promise<Uint8Array | null>,
  write: (bytes: Uint8Array) => Promise<void> | void,
  onProgress: (share: number) => void = () => {},
): Promise<void> {
  const waiting: Uint8Array[] = [];
  let broken: Error | null = null;
  const zip = new Zip((error, bytes) => {
    if (error) broken = error;
    else waiting.push(bytes);
  });
  const flush = async () => {
    if (broken) throw broken as Error;
    for (const bytes of waiting.splice(0)) await write(bytes);
  };
  const add = async (entry: ZipDeflate | ZipPassThrough, bytes: Uint8Array) => {
    entry.mtime = ENTRY_TIME;
    zip.add(entry);
    entry.push(bytes, true);
    await flush();
  };
  const head = { format: PROJECT_FORMAT, version: SCHEMA_VERSION, data: doc };
  await add(new ZipDeflate('project.json', { level: 6 }), strToU8(JSON.stringify(head)));
  const nameOf = glyphFileNames();
  for (const g of Object.values(doc.glyphs))
    await add(new ZipDeflate(`glyphs/${nameOf(g.name)}.svg`, { level: 6 }), strToU8(glyphSvg(g)));
  const ids = picturesOf(doc);
  for (const [i, id] of ids.entries()) {
    onProgress(i / ids.length);
    const bytes = await picture(id);
    // Pictures are packed already.
    if (bytes) await add(new ZipPassThrough(`pictures/${id}`), bytes);
  }
  zip.end();
  await flush();
}

/** The project as one file in memory. */
export async function writeProjectFile(
  doc: Doc,
  pictures: ReadonlyMap<string, Uint8Array>,
): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  const picture = (id: string) => Promise.resolve(pictures.get(id) ?? null);
  await streamProject(doc, picture, (bytes) => void parts.push(bytes));
  const whole = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
