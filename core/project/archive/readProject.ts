import { strFromU8, unzipSync } from 'fflate';
import { openRows, type DamagedRow } from '../document/opening/openRows';
import type { Doc } from '../document/schema';
import { pictureIdOf } from '../../readers/pictures/pictureId';
import { fail, ok, problem, type Problem, type Result } from '../../foundations/problems/problem';
import { PROJECT_FORMAT } from './writeProject';

/** A project file that was opened. Pictures stay packed until they are asked for. */
export interface ProjectFile {
  readonly doc: Doc;
  /** Rows that couldn't be used, as they were. */
  readonly damaged: readonly DamagedRow[];
  /** Hashes of the pictures in the file, as the sheets name them. */
  readonly pictureIds: readonly string[];
  /** A picture's bytes; null when the file hasn't got it. */
  readonly picture: (id: string) => Uint8Array | null;
}

/** All pictures of a project file, unpacked, by their ids; those that it lacks are left out. */
export const picturesOf = (file: ProjectFile): Map<string, Uint8Array> =>
  new Map(
    file.pictureIds.flatMap((id): [string, Uint8Array][] => {
      const picture = file.picture(id);
      return picture ? [[id, picture]] : [];
    }),
  );

/** More than this no project's own data or a single picture takes, unpacked: 1.5 GB stay far away. */
const LIMITS = { json: 400e6, picture: 700e6, ratio: 400 };

interface Entry {
  readonly name: string;
  readonly size: number;
  readonly packed: number;
}

/** What lies in a zip, without unpacking it; null when it is none. */
function entriesOf(bytes: Uint8Array): Entry[] | null {
  const entries: Entry[] = [];
  try {
    unzipSync(bytes, {
      filter: (f) => {
        entries.push({ name: f.name, size: f.originalSize, packed: f.size });
        return false;
      },
    });
    return entries;
  } catch {
    return null;
  }
}

function unpack(bytes: Uint8Array, name: string): Uint8Array | null {
  try {
    return unzipSync(bytes, { filter: (f) => f.name === name })[name] ?? null;
  } catch {
    return null;
  }
}

const tooLarge = (e: Entry, limit: number) => e.size > limit || e.size > 1e6 + LIMITS.ratio * e.packed;

/** The data of `project.json`. */
function readHead(bytes: Uint8Array, entries: readonly Entry[]): Result<{ version: unknown; data: unknown }> {
  const entry = entries.find((e) => e.name === 'project.json');
  if (!entry) return fail({ code: 'project-not-zip' });
  if (tooLarge(entry, LIMITS.json)) return fail({ code: 'zip-too-large', limit: `${LIMITS.json / 1e6} MB` });
  const json = unpack(bytes, 'project.json');
  if (!json) return fail({ code: 'project-incomplete', missing: 'project.json' });
  try {
    const head = JSON.parse(strFromU8(json)) as {
      format?: unknown;
      version?: unknown;
      data?: unknown;
    } | null;
    if (head?.format !== PROJECT_FORMAT) return fail({ code: 'project-not-zip' });
    return ok({ version: head.version, data: head.data });
  } catch {
    return fail({ code: 'project-incomplete', missing: 'the end of project.json' });
  }
}

/**
 * Opens a project file of this or an earlier version. Rows and pictures that are damaged are told and left out, the rest
 * opens. Pictures are held against the hash that they are named by; sheets of earlier versions are pointed to the hash in use
 * now (pictureIdOf).
 */
export function openProjectFile(bytes: Uint8Array): Result<ProjectFile> {
  if (bytes.length === 0) return fail({ code: 'file-empty' });
  const entries = entriesOf(bytes);
  if (!entries) return fail({ code: 'project-not-zip' });
  const head = readHead(bytes, entries);
  if (!head.ok) return head;
  const opened = openRows(head.value.version, head.value.data);
  if (!opened.ok) return opened;
  const problems: Problem[] = [...opened.problems];
  const there = new Set(entries.filter((e) => !tooLarge(e, LIMITS.picture)).map((e) => e.name));
  const packedAs = new Map<string, string>();
  const hashes = new Map<string, string | null>();
  const hashOf = (id: string): string | null => {
    const known = hashes.get(id);
    if (known !== undefined) return known;
    const name = `pictures/${id}`;
    const data = there.has(name) ? unpack(bytes, name) : null;
    const hash = data && pictureIdOf(data);
    if (hash) packedAs.set(hash, name);
    hashes.set(id, hash);
    return hash;
  };
  const sheets = Object.values(opened.value.doc.sheets).map((sheet) => {
    const [shown, original] = [sheet.pictureId, sheet.originalId].map((id) => (id ? hashOf(id) : null));
    const place = { file: sheet.name };
    if (sheet.pictureId !== null && !shown)
      problems.push(problem({ code: 'picture-missing', sheet: sheet.name }, 'warning', place));
    else if (isHash(sheet.pictureId) && shown !== sheet.pictureId)
      problems.push(problem({ code: 'picture-altered', sheet: sheet.name }, 'warning', place));
    const pictureId = shown ?? sheet.pictureId;
    const originalId = original ?? sheet.originalId;
    const same = pictureId === sheet.pictureId && originalId === sheet.originalId;
    return same ? sheet : { ...sheet, pictureId, originalId };
  });
  const glyphs = Object.values(opened.value.doc.glyphs).map((glyph) => {
    if (!glyph.picture || hashOf(glyph.picture.pictureId) === glyph.picture.pictureId) return glyph;
    problems.push(problem({ code: 'letter-picture-missing' }, 'warning', { glyph: glyph.name }));
    return { ...glyph, picture: null };
  });
  const styles = Object.values(opened.value.doc.styles).map((style) => {
    if (!style.sources || hashOf(style.sources) === style.sources) return style;
    problems.push(problem({ code: 'sources-missing', style: style.name }, 'warning'));
    return { ...style, sources: null };
  });
  const byId = <T extends { readonly id: string }>(rows: readonly T[]) =>
    Object.fromEntries(rows.map((r) => [r.id, r]));
  const doc = { ...opened.value.doc, sheets: byId(sheets), glyphs: byId(glyphs), styles: byId(styles) };
  const picture = (id: string) => {
    const name = packedAs.get(id);
    return name === undefined ? null : unpack(bytes, name);
  };
  return ok({ doc, damaged: opened.value.damaged, pictureIds: [...packedAs.keys()], picture }, problems);
}

/** Earlier versions named pictures by shorter hashes, which say nothing of whether a picture was altered. */
const isHash = (id: string | null): boolean => id !== null && /^[0-9a-f]{64}$/.test(id);
