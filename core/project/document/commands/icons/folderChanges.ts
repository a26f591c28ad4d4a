import { compareNames, iconName } from '../../../../type/names/iconName';
import { translation } from '../../../../foundations/geometry/affine';
import { transformContours } from '../../../../foundations/geometry/contour';
import { transformPaint } from '../../../../foundations/geometry/paint';
import { finish, type Steps } from '../../../../foundations/steps';
import { rowTop } from '../../../../lifting/artwork/layOut';
import { pathData } from '../../../../readers/svg/pathData';
import type { LiftedRow } from '../pieces/takeLifted';
import { isWorkedOn, iconsOf } from '../../queries/glyphs';
import type { Doc, GlyphRow, PieceRow } from '../../schema';

/** An icon of the project that came from a file. */
export interface FiledIcon {
  readonly glyph: GlyphRow;
  readonly piece: PieceRow;
}

/** What a folder of icons that comes again brings for one icon. */
export interface FolderChange {
  readonly kind: 'added' | 'changed' | 'removed' | 'renamed';
  /** Name of its file; of the file that is gone for `removed`. */
  readonly name: string;
  /** The name that its file had, for `renamed`. */
  readonly was: string | null;
  /** The icon as the project has it; null for `added`. */
  readonly icon: FiledIcon | null;
  /** What the folder has; null for `removed`. */
  readonly piece: LiftedRow | null;
  /** Somebody worked on the icon here, which taking the folder’s drawing would undo. */
  readonly byHand: boolean;
}

/** A folder of icons held against those of a project. */
export interface FolderChanges {
  readonly changes: readonly FolderChange[];
  /** Icons whose files are as they were, with what the folder has. */
  readonly same: readonly { readonly icon: FiledIcon; readonly piece: LiftedRow }[];
}

/** A sheet with at least this share of its files in a folder is that folder, so that files it lacks are gone. */
const SAME_FOLDER = 1 / 3;

type Drawn = Pick<PieceRow, 'outline' | 'layers' | 'box' | 'row'>;

/** A drawing with its colours as text, from its left edge and its row's upper one: the same for the same file, wherever it was laid. */
export function drawingKey({ outline, layers, box, row }: Drawn): string {
  const home = translation(-box.x, -rowTop(row));
  const path = (cs: Drawn['outline']) => pathData(transformContours(cs, home), 2);
  const colours = layers.map((l) => `${rounded(transformPaint(l.paint, home))} ${path(l.contours)}`);
  return [path(outline), ...colours].join('\n');
}

const rounded = (data: unknown): string =>
  JSON.stringify(data, (_, v: unknown) => (typeof v === 'number' ? Math.round(v * 100) / 100 : v));

/** Icons of a style by the names of their files; of one name the first. `doc`: the style's view. */
export function filedIcons(doc: Doc): Map<string, FiledIcon> {
  const found = new Map<string, FiledIcon>();
  for (const glyph of iconsOf(doc)) {
    const piece = glyph.source && doc.pieces[glyph.source.pieceId];
    const sheet = piece && doc.sheets[piece.sheetId];
    if (!piece || piece.name === null || sheet?.seating.reference !== 'icons') continue;
    const name = iconName(piece.name);
    if (!found.has(name)) found.set(name, { glyph, piece });
  }
  return found;
}

/** Ids of sheets that a folder is: many of their files are in it. */
function sheetsOfFolder(icons: ReadonlyMap<string, FiledIcon>, names: ReadonlySet<string>): Set<string> {
  const counts = new Map<string, { all: number; there: number }>();
  for (const [name, { piece }] of icons) {
    const count = counts.get(piece.sheetId) ?? { all: 0, there: 0 };
    counts.set(piece.sheetId, { all: count.all + 1, there: count.there + (names.has(name) ? 1 : 0) });
  }
  return new Set([...counts].flatMap(([id, c]) => (c.there >= SAME_FOLDER * c.all ? [id] : [])));
}

/**
 * What a folder of icons brings that came before: icons that are new, whose drawing changed, whose file is gone or has another name (the
 * same drawing under a name that is new, while the one that it had is gone). Null when none of their names is known, so that they are
 * further ones. `doc`: the style's view; pieces in px of their sheet, as artwork is laid out.
 */
export const folderChanges = (doc: Doc, pieces: readonly LiftedRow[]): FolderChanges | null =>
  finish(findingChanges(doc, pieces));

/** The same, icon by icon. */
export function* findingChanges(doc: Doc, pieces: readonly LiftedRow[]): Steps<FolderChanges | null> {
  const icons = filedIcons(doc);
  const dropped = new Map(pieces.flatMap((p) => (p.name === null ? [] : [[iconName(p.name), p] as const])));
  const known = [...dropped.keys()].some((name) => icons.has(name));
  const sheets = sheetsOfFolder(icons, new Set(dropped.keys()));
  if (!known && sheets.size === 0) return null;
  const change = (kind: FolderChange['kind'], name: string, rest: Partial<FolderChange>): FolderChange => ({
    kind,
    name,
    was: null,
    icon: null,
    piece: null,
    byHand: rest.icon ? isWorkedOn(rest.icon.glyph) : false,
    ...rest,
  });
  const gone = [...icons].filter(([name, i]) => !dropped.has(name) && sheets.has(i.piece.sheetId));
  const goneBy = new Map<string, FiledIcon[]>();
  for (const [, icon] of gone) {
    yield;
    const key = drawingKey(icon.piece);
    goneBy.set(key, [...(goneBy.get(key) ?? []), icon]);
  }
  const changes: FolderChange[] = [];
  const same: { icon: FiledIcon; piece: LiftedRow }[] = [];
  const moved = new Set<FiledIcon>();
  for (const [name, piece] of dropped) {
    yield;
    const icon = icons.get(name);
    const key = drawingKey(piece);
    const from = icon ? undefined : goneBy.get(key)?.shift();
    if (from) {
      moved.add(from);
      changes.push(change('renamed', piece.name ?? name, { was: from.piece.name, icon: from, piece }));
    } else if (!icon) changes.push(change('added', piece.name ?? name, { piece }));
    else if (drawingKey(icon.piece) === key) same.push({ icon, piece });
    else changes.push(change('changed', piece.name ?? name, { icon, piece }));
  }
  for (const [name, icon] of gone)
    if (!moved.has(icon)) changes.push(change('removed', icon.piece.name ?? name, { icon }));
  return { changes: inOrder(changes), same };
}

const KINDS: readonly FolderChange['kind'][] = ['added', 'changed', 'renamed', 'removed'];

const inOrder = (changes: readonly FolderChange[]): FolderChange[] =>
  [...changes].sort((a, b) => KINDS.indexOf(a.kind) - KINDS.indexOf(b.kind) || compareNames(a.name, b.name));
