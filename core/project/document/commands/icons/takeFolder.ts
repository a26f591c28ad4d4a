import { iconName } from '../../../../type/names/iconName';
import { compose, invert, translation, type Affine } from '../../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { rightDirections } from '../../../../foundations/geometry/direction';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { transformPaint } from '../../../../foundations/geometry/paint';
import { counted } from '../../../../foundations/problems/counted';
import type { Steps } from '../../../../foundations/steps';
import { rowTop } from '../../../../lifting/artwork/layOut';
import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import { blankGlyph, projectOf } from '../../newProject';
import { isWorkedOn } from '../../queries/glyphs';
import { inkBox } from '../../queries/metrics';
import type { Doc, GlyphRow, PieceRow } from '../../schema';
import { PrivateCodes } from '../glyphs/privateCodes';
import { placingMap } from '../lines/placing';
import { firstIconSeating } from '../lines/icons';
import { keepOutline } from '../outline/edit';
import { pieceRow, type LiftedRow, type LiftResult } from '../pieces/takeLifted';
import { madeSheetRow, type MadeSheet } from '../sheets/madeSheets';
import { filedIcons, findingChanges, type FiledIcon, type FolderChange } from './folderChanges';
import { TINY } from '../../../../foundations/geometry/tolerance';

type Placed = Pick<PieceRow, 'box' | 'row'>;

/** The map that leads from one place on a sheet of drawings to another: left edges and rows on each other. */
const between = (from: Placed, to: Placed): Affine =>
  translation(to.box.x - from.box.x, rowTop(to.row) - rowTop(from.row));

/** A drawing in the place of an icon, em units; what somebody drew there stays to be taken up again. */
function redrawn(glyph: GlyphRow, piece: PieceRow, to: Affine): GlyphRow {
  const kept = isWorkedOn(glyph) ? keepOutline(glyph, 'Before its file changed') : glyph;
  return {
    ...kept,
    contours: rightDirections(transformContours(piece.outline, to)),
    layers: piece.layers.map((l) => ({
      paint: transformPaint(l.paint, to),
      contours: transformContours(l.contours, to),
    })),
    skeleton: null,
    components: [],
    handEdited: false,
    cleaned: false,
    source: { pieceId: piece.id, sheetId: piece.sheetId, transform: to },
  };
}

/** Heights that differ by less are one, em units. */
const SAME_HEIGHT = 0.5;

/** The number that all agree on; null when they don't, or there is none. */
function common(values: readonly number[], within = TINY): number | null {
  const [least, most] = [Math.min(...values), Math.max(...values)];
  return values.length > 0 && most - least <= within ? least : null;
}

/** By how much a drawing is lifted to stand as all icons do: on one line, with their middles at one height, or as it lies on its board. */
function liftLike(icons: readonly FiledIcon[], drawing: readonly Contour[], asFirst: number): number {
  const boxes = icons.flatMap(({ glyph }) => inkBox(glyph) ?? []);
  const own = contoursBox(drawing);
  if (!own || boxes.length < 2) return asFirst;
  const foot = common(
    boxes.map((b) => b.yMin),
    SAME_HEIGHT,
  );
  const twiceMiddle = common(
    boxes.map((b) => b.yMin + b.yMax),
    2 * SAME_HEIGHT,
  );
  if (foot !== null) return foot - own.yMin;
  return twiceMiddle === null ? asFirst : (twiceMiddle - own.yMin - own.yMax) / 2;
}

/** Where a drawing goes that comes in the place of an icon, or beside it: as large, and standing as all do. */
function standing(
  icons: readonly FiledIcon[],
  by: FiledIcon,
  piece: PieceRow,
  asIt: NonNullable<GlyphRow['placing']>,
) {
  const { source, placing } = by.glyph;
  if (!source) return null;
  const seated = compose(invert(placingMap(placing)), compose(source.transform, between(piece, by.piece)));
  const scaled = compose(placingMap({ ...asIt, lift: 0 }), seated);
  const lift = liftLike(icons, transformContours(piece.outline, scaled), asIt.lift);
  const moved = asIt.scale !== 1 || lift !== 0 || asIt.turn !== 0;
  return { to: compose(translation(0, lift), scaled), placing: moved ? { ...asIt, lift } : null };
}

const UNPLACED = { scale: 1, lift: 0, turn: 0 };

/** How further icons stand beside those that are there: as large, on the same line, with the same white. */
function likeOthers(icons: readonly FiledIcon[], piece: PieceRow, unitsPerEm: number) {
  const first = icons.find((i) => i.glyph.source !== null);
  const of = (value: (g: GlyphRow) => number) => common(icons.map((i) => value(i.glyph)));
  const { margin } = firstIconSeating(unitsPerEm);
  // Icons that were sized one by one say nothing of others: these stand as they came.
  const scale = of((g) => g.placing?.scale ?? 1) ?? 1;
  const lift = of((g) => g.placing?.lift ?? 0) ?? 0;
  const place = first && standing(icons, first, piece, { scale, lift, turn: 0 });
  if (!place) return null;
  const bearings = {
    left: of((g) => g.bearings.left) ?? margin,
    right: of((g) => g.bearings.right) ?? margin,
  };
  return { ...place, bearings };
}

/** An edit under way that takes a folder in. */
class Taking {
  private readonly d: Draft;
  private readonly names: Set<string>;
  private readonly codes: PrivateCodes;
  private readonly icons: readonly FiledIcon[];
  readonly pieces: PieceRow[] = [];

  constructor(
    private readonly doc: Doc,
    private readonly sheetId: string,
  ) {
    this.d = draft(doc);
    this.names = new Set(Object.values(doc.glyphs).map((g) => g.name));
    this.icons = [...filedIcons(doc).values()];
    const own = this.icons.flatMap(({ glyph, piece }) =>
      glyph.codePoints[0] === undefined ? [] : [[iconName(piece.name ?? ''), glyph.codePoints[0]] as const],
    );
    // Codes that were given by hand are kept for their names too, so that nobody else gets them.
    this.codes = new PrivateCodes(
      { ...projectOf(doc).privateCodes, ...Object.fromEntries(own) },
      new Set(Object.values(doc.glyphs).flatMap((g) => g.codePoints)),
    );
  }

  private pieceOf(lifted: LiftedRow, code: number | null): PieceRow {
    const id = this.d.newId('pieces', `${this.sheetId} ${this.pieces.length}`);
    const char = code === null ? null : String.fromCodePoint(code);
    const piece: PieceRow = {
      ...pieceRow(lifted, id, this.sheetId),
      char,
      confidence: char === null ? 0 : 1,
      state: char === null ? 'found' : 'accepted',
    };
    this.d.put('pieces', piece);
    this.pieces.push(piece);
    return piece;
  }

  /** The folder's file takes the place of an icon's, which stays as it is or is drawn anew. */
  replace(icon: FiledIcon, lifted: LiftedRow, drawing: 'kept' | 'new', name = icon.glyph.name): void {
    const { glyph, piece: old } = icon;
    const { source } = glyph;
    if (!source) return;
    const piece = this.pieceOf(lifted, glyph.codePoints[0] ?? null);
    const place = drawing === 'new' && standing(this.icons, icon, piece, glyph.placing ?? UNPLACED);
    const to = compose(source.transform, between(piece, old));
    const kept = { ...glyph, source: { pieceId: piece.id, sheetId: this.sheetId, transform: to } };
    const now = place ? { ...redrawn(glyph, piece, place.to), placing: place.placing } : kept;
    this.d.put('glyphs', { ...now, name });
    this.d.remove('pieces', old.id);
  }

  add(lifted: LiftedRow): void {
    const own = iconName(lifted.name ?? '');
    const code = this.codes.of(own);
    const piece = this.pieceOf(lifted, code);
    const { styleId, unitsPerEm } = projectOf(this.doc);
    const place = likeOthers(this.icons, piece, unitsPerEm);
    if (code === null || !place) return;
    const name = this.freeName(own);
    const glyph = { ...blankGlyph(this.d.newId('glyphs', name), name, [code], styleId), ...place };
    this.d.put('glyphs', redrawn(glyph, piece, place.to));
  }

  rename(icon: FiledIcon, lifted: LiftedRow): void {
    const [was, now] = [iconName(icon.piece.name ?? ''), iconName(lifted.name ?? '')];
    this.codes.rename(was, now);
    // What somebody called it here says more than its file.
    this.replace(icon, lifted, 'kept', icon.glyph.name === was ? this.freeName(now) : icon.glyph.name);
  }

  remove({ glyph, piece }: FiledIcon): void {
    this.d.remove('glyphs', glyph.id);
    this.d.remove('pieces', piece.id);
  }

  private freeName(wanted: string): string {
    let name = wanted;
    for (let k = 2; this.names.has(name); k++) name = `${wanted}_${k}`;
    this.names.add(name);
    return name;
  }

  /** The sheet stands where the first stood that it took everything from; such ones go. */
  done(sheet: MadeSheet, lifted: LiftResult, label: string): ProjectDiff | null {
    const held = new Set(this.d.all('pieces').map((p) => p.sheetId));
    const emptied = Object.values(this.doc.sheets).filter(
      (s) => s.seating.reference === 'icons' && !held.has(s.id),
    );
    for (const s of emptied) this.d.remove('sheets', s.id);
    const row = madeSheetRow(this.doc, sheet, lifted, this.pieces);
    if (this.pieces.length > 0)
      this.d.put('sheets', { ...row, order: Math.min(row.order, ...emptied.map((s) => s.order)) });
    const project = projectOf(this.doc);
    const given = this.codes.given();
    if (JSON.stringify(given) !== JSON.stringify(project.privateCodes))
      this.d.put('project', { ...project, privateCodes: given });
    return this.d.done(label);
  }
}

/**
 * Takes a folder of icons in that came before, as one step: icons keep their codes, names that they were given here, white and places; new
 * ones stand as the others do; the code of one that goes is never given to another. Changes that `isTaken` refuses leave their icons as
 * they are. Null when these icons weren't here before. `doc`: the style's view.
 */
export function* takingFolder(
  doc: Doc,
  sheet: MadeSheet,
  lifted: LiftResult,
  isTaken: (change: FolderChange) => boolean,
): Steps<ProjectDiff | null> {
  const found = yield* findingChanges(doc, lifted.pieces);
  if (!found) return null;
  const taking = new Taking(doc, sheet.id);
  for (const { icon, piece } of found.same) {
    taking.replace(icon, piece, 'kept');
    yield;
  }
  const taken = found.changes.filter(isTaken);
  for (const { kind, icon, piece } of taken) {
    yield;
    if (kind === 'added' && piece) taking.add(piece);
    if (kind === 'changed' && icon && piece) taking.replace(icon, piece, 'new');
    if (kind === 'renamed' && icon && piece) taking.rename(icon, piece);
    if (kind === 'removed' && icon) taking.remove(icon);
  }
  return taking.done(sheet, lifted, `Take ${counted(taken.length, 'change')} of icons`);
}
