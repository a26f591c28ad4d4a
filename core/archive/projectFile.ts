import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { contoursBox } from '../geometry/measure';
import { scaling } from '../geometry/affine';
import { transformContours } from '../geometry/contour';
import { migrate } from '../document/migrations';
import { placedContours, advanceOf } from '../document/metrics';
import { SCHEMA_VERSION, type Doc, type GlyphRow } from '../document/schema';
import { fail, ok, type Result } from '../problems/problem';
import { svgDocument } from '../svg/pathData';

/**
 * The project file: a zip with `project.json` ({ format, version, data }), `glyphs/*.svg` for people and other
 * programs, and `pictures/` with every picture's bytes as they came in, named by content hash.
 */
export const PROJECT_FORMAT = 'orthoglyph-project';

export interface OpenedProject {
  readonly doc: Doc;
  /** Picture bytes by the sheets' pictureId. */
  readonly pictures: ReadonlyMap<string, Uint8Array>;
}

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

/** File names that differ by case only clash on some systems: capitals get an underscore (as UFO 3 does). */
const safeName = (name: string) => name.replace(/[A-Z]/g, (c) => `${c}_`).replace(/[^A-Za-z0-9_.-]/g, '_');

/** The project as one file; the same project gives the same bytes. Takes a while with large pictures: run it in a worker. */
export function writeProjectFile(doc: Doc, pictures: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const files: Zippable = {
    'project.json': strToU8(JSON.stringify({ format: PROJECT_FORMAT, version: SCHEMA_VERSION, data: doc })),
  };
  for (const g of Object.values(doc.glyphs)) files[`glyphs/${safeName(g.id)}.svg`] = strToU8(glyphSvg(g));
  // Pictures are packed already.
  for (const [id, bytes] of pictures) files[`pictures/${id}`] = [bytes, { level: 0 }];
  return zipSync(files, { mtime: ENTRY_TIME, level: 6 });
}

function unpack(bytes: Uint8Array): Record<string, Uint8Array> | null {
  try {
    return unzipSync(bytes);
  } catch {
    return null;
  }
}

/** Reads a project file of this or an earlier version. Every picture its sheets need must be there. */
export function readProjectFile(bytes: Uint8Array): Result<OpenedProject> {
  if (bytes.length === 0) return fail({ code: 'file-empty' });
  const files = unpack(bytes);
  if (!files) return fail({ code: 'project-not-zip' });
  const json = files['project.json'];
  if (!json) return fail({ code: 'project-not-zip' });
  let head: { format?: unknown; version?: unknown; data?: unknown };
  try {
    head = JSON.parse(strFromU8(json)) as typeof head;
  } catch {
    return fail({ code: 'project-incomplete', missing: 'the end of project.json' });
  }
  if (head?.format !== PROJECT_FORMAT) return fail({ code: 'project-not-zip' });
  const doc = migrate(head.version, head.data);
  if (!doc.ok) return doc;
  const pictures = new Map<string, Uint8Array>();
  for (const sheet of Object.values(doc.value.sheets)) {
    const picture = files[`pictures/${sheet.pictureId}`];
    if (!picture) return fail({ code: 'project-incomplete', missing: `the picture of ${sheet.name}` });
    pictures.set(sheet.pictureId, picture);
    const original = sheet.originalId === null ? undefined : files[`pictures/${sheet.originalId}`];
    if (original) pictures.set(sheet.originalId!, original);
  }
  return ok({ doc: doc.value, pictures });
}
