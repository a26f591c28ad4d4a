import type { Problem } from '../../core/foundations/problems/problem';
import { stageOfProblem } from '../text/stageOfProblem';
import { isDoubtful, missingOfBill } from '../../core/project/document/queries/sheets';
import { notesOf } from '../../core/project/document/commands/proof/notes';
import { counted } from '../../core/foundations/problems/counted';
import { checkingProject, checkProject } from '../../core/fonts/check/checkProject';
import type { Steps } from '../../core/foundations/steps';
import { codePointsInOrder } from '../../core/project/document/queries/order';
import { standings } from '../../core/project/document/queries/standing';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc, GlyphRow, PieceRow, SheetRow } from '../../core/project/document/schema';
import type { Standing } from '../../core/type/seat/standing';

/** A sheet of outlines: there is no picture behind it. */
export const isDrawn = (s: SheetRow): boolean =>
  s.kind === 'artwork' || s.kind === 'written' || s.kind === 'built';

/**
 * A selector that works anew only when something it reads has changed: documents are immutable, and so are their
 * tables. An edit of the running line or of one kerning pair doesn't make thousands of rows be sorted, and drawn, again.
 */
function keptFor<T>(
  reads: (doc: Doc) => readonly [object, ...unknown[]],
  compute: (doc: Doc) => T,
): (doc: Doc) => T {
  const known = new WeakMap<object, { read: readonly unknown[]; value: T }>();
  return (doc) => {
    const read = reads(doc);
    const hit = known.get(read[0]);
    if (hit && hit.read.every((part, i) => part === read[i])) return hit.value;
    const value = compute(doc);
    known.set(read[0], { read, value });
    return value;
  };
}

export const sheetsInOrder = keptFor(
  (doc) => [doc.sheets],
  (doc): SheetRow[] => Object.values(doc.sheets).sort((a, b) => a.order - b.order),
);

export const piecesBySheet = keptFor(
  (doc) => [doc.pieces],
  (doc): Map<string, PieceRow[]> => {
    const out = new Map<string, PieceRow[]>();
    for (const p of Object.values(doc.pieces)) {
      const list = out.get(p.sheetId) ?? [];
      list.push(p);
      out.set(p.sheetId, list);
    }
    for (const list of out.values()) list.sort((a, b) => a.order - b.order);
    return out;
  },
);

/** Pieces all of whose ink would count as specks: their longer side is less than so many px. */
export const piecesBelow = (pieces: readonly PieceRow[], speckPx: number): PieceRow[] =>
  pieces.filter((p) => p.state !== 'dropped' && Math.max(p.box.width, p.box.height) < speckPx);

/** Glyphs of the style in hand that have an outline and a character, in the order of their characters. */
export const drawnGlyphs = keptFor(
  (doc) => [doc.glyphs, projectOf(doc).styleId],
  (doc): GlyphRow[] => {
    const { styleId } = projectOf(doc);
    const drawn = Object.values(doc.glyphs).filter(
      (g) => g.styleId === styleId && g.contours.length > 0 && g.codePoints.length > 0,
    );
    return drawn.sort(codePointsInOrder);
  },
);

/** How all letters stand on the lines, in the order of their characters. */
export const standingsInOrder = keptFor(
  (doc) => [drawnGlyphs(doc), projectOf(doc).lines, projectOf(doc).overshoot],
  (doc): Standing[] => {
    const place = new Map(drawnGlyphs(doc).map((g, i) => [g.id, i]));
    return standings(doc)
      .filter((s) => place.has(s.id))
      .sort((a, b) => place.get(a.id)! - place.get(b.id)!);
  },
);

export const glyphByCodePoint = keptFor(
  (doc) => [doc.glyphs],
  (doc): Map<number, GlyphRow> => {
    const out = new Map<number, GlyphRow>();
    for (const g of Object.values(doc.glyphs)) for (const cp of g.codePoints) out.set(cp, g);
    return out;
  },
);

export const snags = keptFor((doc) => [doc], checkProject);

const NOTHING_YET = 'nothing yet';

/** The state of each stage in a few words, for the course; glyph by glyph, for there may be thousands. `family`: the document with all styles, as it is cast. */
export function* stageStates(doc: Doc, family = doc): Steps<Record<string, string>> {
  const snags = (yield* checkingProject(family)).filter((p) => p.severity !== 'note');
  yield;
  const sheets = Object.keys(doc.sheets).length;
  const pieces = Object.values(doc.pieces).filter((p) => p.state !== 'dropped');
  const doubtful = pieces.filter(isDoubtful).length;
  const drawn = drawnGlyphs(doc);
  const hand = drawn.filter((g) => g.handEdited).length;
  const bill = [...projectOf(doc).bill].length;
  const missing = [...missingOfBill(doc)].length;
  const { lines } = projectOf(doc);
  const notes = notesOf(doc);
  yield;
  // What isn't there is not told about.
  if (drawn.length === 0)
    return {
      ...Object.fromEntries(['dress', 'seat', 'fit', 'proof', 'cast'].map((stage) => [stage, NOTHING_YET])),
      gather: sheets === 0 ? NOTHING_YET : counted(sheets, 'sheet'),
      lift: pieces.length === 0 ? NOTHING_YET : counted(pieces.length, 'piece'),
      name: `${bill - missing} of ${bill}`,
    };
  const out = standingsInOrder(doc).filter((x) => x.fault !== null).length;
  return withSnags(snags, {
    gather: counted(sheets, 'sheet'),
    lift:
      doubtful > 0
        ? `${counted(pieces.length, 'piece')}, ${doubtful} doubtful`
        : counted(pieces.length, 'piece'),
    dress: hand > 0 ? `${counted(drawn.length, 'glyph')}, ${hand} by hand` : counted(drawn.length, 'glyph'),
    seat: `x ${Math.round(lines.xHeight)} u, H ${Math.round(lines.capHeight)} u${out > 0 ? `, ${out} off` : ''}`,
    name: `${bill - missing} of ${bill}`,
    fit: `${counted(Object.keys(doc.kerning).length, 'pair')} kerned`,
    proof: notes.length === 0 ? 'live' : counted(notes.length, 'note'),
    cast: snags.length === 0 ? 'no snags' : counted(snags.length, 'snag'),
  });
}

/** States of stages with how many snags are mended there; Cast tells of all. */
function withSnags(snags: readonly Problem[], states: Record<string, string>): Record<string, string> {
  const here = new Map<string, number>();
  for (const snag of snags) here.set(stageOfProblem(snag), (here.get(stageOfProblem(snag)) ?? 0) + 1);
  return Object.fromEntries(
    Object.entries(states).map(([stage, state]) => {
      const count = stage === 'cast' ? 0 : (here.get(stage) ?? 0);
      return [stage, count > 0 ? `${state}, ${counted(count, 'snag')}` : state];
    }),
  );
}

/** What a piece is called: its character, or its file's name when its code point is a private one or it has none. */
export function pieceLabel(p: PieceRow): string | null {
  const codePoint = p.char?.codePointAt(0) ?? 0;
  const isPrivate = codePoint >= 0xe000 && codePoint <= 0xf8ff;
  if (p.char === null || isPrivate) return p.name;
  return p.variant === null ? p.char : `${p.char} ${p.variant}`;
}
