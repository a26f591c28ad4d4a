import { openableFont, sourcesInZip, type OpenableFont } from '../../core/fonts/open/anyFont';
import { openFamily } from '../../core/fonts/open/openFamily';
import type { FontSeen } from '../../core/fonts/open/lookAtFont';
import { fontAsItIs } from '../../core/fonts/compare/asItIs';
import { compareFonts, type FontsCompared } from '../../core/fonts/compare/compareFonts';
import { pictureIdOf } from '../../core/readers/pictures/pictureId';
import { sniffKind } from '../../core/readers/pictures/sniff';
import { underlayFont, type UnderlayFont } from '../../core/fonts/open/underlay';
import { readFont } from '../../core/fonts/opentype/read/readFont';
import { openProjectFile } from '../../core/project/archive/readProject';
import { packRow } from '../../core/project/document/packing/packRows';
import { SCHEMA_VERSION, type Doc, type TableName } from '../../core/project/document/schema';
import { ok, type Result } from '../../core/foundations/problems/problem';
import { db } from '../persistence/db';
import { pictureStore, markPicturesOf } from '../persistence/pictures';
import { projectRows, summaryOf } from '../persistence/projectRows';
import { unbrotli } from './brotli';
import { harfbuzz } from './harfbuzz';
import { notStored } from './notStored';
import { serve } from './serve';

const rows = projectRows(db);
const pictures = pictureStore(db);

/** A font's file by the hash of its bytes, and what the font is called. */
export interface FontId {
  readonly fileId: string;
  readonly family: string;
}

/** Tables that letters taken from a font need. */
const FROM_FONTS = ['project', 'glyphs', 'casting'] as const;

/** What is needed to take letters from a font. */
export interface FontRows {
  readonly seen: FontSeen;
  readonly rows: readonly (readonly [TableName, readonly object[]])[];
}

/** How fonts become a project. */
export interface FontsAs {
  readonly family: string;
  /** Named places of a variable font, by their numbers. */
  readonly places: readonly number[];
}

/** A font of any kind, or a UFO in a zip. */
const openable = async (file: Blob): Promise<Result<OpenableFont>> =>
  openableFont(new Uint8Array(await file.arrayBuffer()), await unbrotli());

/** Fonts that others made. */
const api = {
  /** What a font says of itself, before anything is made of it. */
  async look(file: Blob): Promise<Result<FontSeen>> {
    const font = await openable(file);
    return font.ok ? ok(font.value.seen) : font;
  },

  /** What a font's file is known by, and the font's name. */
  async fontId(file: Blob): Promise<Result<FontId>> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const read = readFont(bytes, await unbrotli());
    const font = read.ok ? underlayFont(read.value, '') : read;
    return font.ok ? ok({ fileId: pictureIdOf(bytes), family: font.value.family }) : font;
  },
  /** The letters of a font for some characters, to lie behind one's own. */
  async letters(file: Blob, characters: string): Promise<Result<UnderlayFont>> {
    const font = readFont(new Uint8Array(await file.arrayBuffer()), await unbrotli());
    return font.ok ? underlayFont(font.value, characters) : font;
  },

  /** A font as it would be opened, to take letters from: what it says of itself, and rows of its project, packed. */
  async fontRows(file: Blob): Promise<Result<FontRows>> {
    const font = await openable(file);
    if (!font.ok) return font;
    const opened = font.value.open({ id: 'font', family: '', nowMs: 0 });
    if (!opened.ok) return opened;
    const rows = FROM_FONTS.map((t) => [t, Object.values(opened.value.doc[t]).map(packRow)] as const);
    return ok({ seen: font.value.seen, rows });
  },

  /** What is otherwise in a project than in a font or a project file, which was there before. */
  async compareFile(doc: Doc, text: string, file: Blob): Promise<Result<FontsCompared>> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const shaper = await harfbuzz();
    if (sniffKind(bytes) === 'zip' && !sourcesInZip(bytes)) {
      const opened = openProjectFile(bytes);
      return opened.ok ? ok(compareFonts(opened.value.doc, doc, text, shaper)) : opened;
    }
    const font = await openable(file);
    if (!font.ok) return font;
    const other = fontAsItIs(font.value);
    return other.ok ? ok(compareFonts(other.value, doc, text, shaper)) : other;
  },
  async compareDocs(doc: Doc, text: string, other: Doc): Promise<Result<FontsCompared>> {
    return ok(compareFonts(other, doc, text, await harfbuzz()));
  },

  /**
   * Takes fonts into storage as one project, each a style of it; of a single variable font those of its named places that are asked for. What is wrong
   * with one is told by its number among the files.
   */
  async takeFonts(
    files: readonly Blob[],
    id: string,
    { family, places }: FontsAs,
  ): Promise<Result<string> & { readonly at?: number }> {
    const fonts: OpenableFont[] = [];
    for (const [at, file] of files.entries()) {
      const font = await openable(file);
      if (!font.ok) return { ...font, at };
      fonts.push(font.value);
    }
    const opened = openFamily(fonts, { id, family, nowMs: Date.now(), places });
    if (!opened.ok) return opened;
    const { doc, files: own } = opened.value;
    try {
      for (const [fileId, bytes] of own ?? []) await pictures.keep(id, fileId, new Blob([bytes as BlobPart]));
      await rows.replace(summaryOf(doc, id, SCHEMA_VERSION, Date.now()), doc);
      await markPicturesOf(db, id, doc);
    } catch (error) {
      return notStored(error, 'this font');
    }
    return ok(id);
  },
};
export type FontsApi = typeof api;
serve(api);
