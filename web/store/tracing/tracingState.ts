import { create } from 'zustand';
import type { Deviation, TracedInk } from '../../../core/lifting/find/tracePiece';
import type { RecipeRow } from '../../../core/project/document/schema';

/** What of a recipe is tried. */
export type Change = Partial<Omit<RecipeRow, 'id'>>;

export interface PieceInk {
  readonly x: number;
  readonly y: number;
  readonly image: ImageBitmap;
}

interface TracingState {
  /** Outlines by a recipe that is being tried; null when the document's own are shown. */
  readonly trial: { readonly projectId: string; readonly sheetId: string; readonly change: Change } | null;
  readonly outlines: ReadonlyMap<string, TracedInk>;
  readonly done: number;
  readonly total: number;
  readonly deviation: { readonly pieceId: string; readonly found: Deviation } | null;
  readonly inks: ReadonlyMap<string, PieceInk>;
}

export const useTracing = create<TracingState>(() => ({
  trial: null,
  outlines: new Map(),
  done: 0,
  total: 0,
  deviation: null,
  inks: new Map(),
}));
