import { useEffect, useMemo, useRef, useState } from 'react';
import { isDoubtful } from '../../../core/project/document/queries/sheets';
import type { PieceRow, RecipeRow, SheetRow } from '../../../core/project/document/schema';
import { readInks } from '../../canvas/inks';
import { useSheetImage, type SheetImage } from '../../store/pictures';
import { useDoc } from '../../store/projectStore';
import { isDrawn, piecesBySheet, sheetsInOrder } from '../../store/selectors';
import { dropTrial, measurePiece, showInk, useTracing } from '../../store/tracing';
import { pieceInHand } from '../../tools/lift/inHand';
import { useDesk } from '../../ui/colourMode';

const NONE: readonly PieceRow[] = [];

/** The sheet on the bench with what was found on it. */
export interface LiftSheet {
  readonly sheet: SheetRow;
  readonly recipe: RecipeRow;
  /** Drawn outlines have no ink to be traced from. */
  readonly traced: boolean;
  readonly image: SheetImage | null;
  /** Pieces as the document has them. */
  readonly kept: readonly PieceRow[];
  /** Pieces as they are, or as the recipe that is being tried would have them. */
  readonly pieces: readonly PieceRow[];
}

/** The sheet that was chosen, or the first; null while there is none. */
export function useLiftSheet(sheetId: string | null): LiftSheet | null {
  const doc = useDoc();
  const sheets = sheetsInOrder(doc);
  const sheet = sheets.find((s) => s.id === sheetId) ?? sheets[0];
  const recipe = sheet && doc.recipes[sheet.recipeId];
  const traced = sheet !== undefined && !isDrawn(sheet);
  const image = useSheetImage(
    traced ? sheet.pictureId : null,
    recipe?.mirror ?? false,
    sheet?.quarterTurns ?? 0,
  );
  const kept = (sheet && piecesBySheet(doc).get(sheet.id)) ?? NONE;
  const outlines = useTracing((s) => s.outlines);
  useEffect(() => dropTrial, [sheet?.id]);
  const pieces = useMemo(
    () =>
      kept.map((p) => {
        const tried = outlines.get(p.id);
        return tried ? { ...p, ...tried } : p;
      }),
    [kept, outlines],
  );
  return sheet && recipe ? { sheet, recipe, traced, image, kept, pieces } : null;
}

/** The piece in hand, those that should be looked at, and how to take one in hand. */
export function usePieceInHand(sheetId: string | undefined, pieces: readonly PieceRow[]) {
  const [chosenId, choose] = useState<string | null>(null);
  const lay = useRef<PieceRow['box'] | null>(null);
  // Another sheet has nothing to do with what was in hand on the one before.
  useEffect(() => {
    lay.current = null;
    choose(null);
  }, [sheetId]);
  const doubtful = pieces.filter((p) => p.state !== 'dropped' && isDoubtful(p));
  const chosen = pieceInHand(pieces, chosenId, lay.current) ?? doubtful[0] ?? pieces[0] ?? null;
  useEffect(() => {
    lay.current = chosen?.box ?? null;
    if (chosenId !== null && chosen && chosen.id !== chosenId) choose(chosen.id);
  }, [chosen, chosenId]);
  return { chosen, doubtful, choose };
}

/** A piece is measured when it has been in hand for so long, ms. */
const MEASURE_AFTER_MS = 120;

/** Has the deviation of the piece in hand measured, and the ink made visible while it is shown. The deviation, once known. */
export function useInkOf(on: LiftSheet | null, chosen: PieceRow | null, inkShown: boolean) {
  const desk = useDesk();
  const deviation = useTracing((s) => s.deviation);
  const { sheet, traced = false, kept = NONE, recipe } = on ?? {};
  const level = recipe?.level ?? null;
  useEffect(() => {
    if (!sheet || !chosen || !traced) return;
    const timer = setTimeout(() => void measurePiece(sheet, level, chosen), MEASURE_AFTER_MS);
    return () => clearTimeout(timer);
  }, [sheet, level, chosen, traced]);
  useEffect(() => {
    if (sheet && traced && inkShown) void showInk(sheet, level, kept, readInks().ink);
  }, [sheet, level, kept, inkShown, desk, traced]);
  return chosen && deviation?.pieceId === chosen.id ? deviation.found : null;
}
