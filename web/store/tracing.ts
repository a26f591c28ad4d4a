import { create } from 'zustand';
import { replaceContours } from '../../core/project/document/commands/outline';
import { takeRetraced } from '../../core/project/document/commands/sheets/recipes';
import type { PieceRow, RecipeRow, SheetRow } from '../../core/project/document/schema';
import type { Deviation, TracedInk } from '../../core/lifting/find/tracePiece';
import { applyAffine } from '../../core/foundations/geometry/affine';
import type { Vec } from '../../core/foundations/geometry/vec';
import { readingOf } from '../../core/lifting/printed/readSheet';
import type { Contour } from '../../core/foundations/geometry/contour';
import { refitChosen } from '../../core/tracing/trace/refit';
import { piecesOf } from '../../core/project/document/queries/sheets';
import type { PieceRegion } from '../../core/lifting/find/pieceRegion';
import { fail, inFile } from '../../core/foundations/problems/problem';
import { regionsName } from './regionsName';
import { isDrawn } from './selectors';
import type { Session } from './session';
import { world, type World } from './world';

type Change = Partial<Omit<RecipeRow, 'id'>>;

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

/** A trial that nobody changes for so long is taken over. */
const SETTLE_MS = 500;

/** Pieces traced for practice when a sheet is opened. */
const WARM_PIECES = 8;

/** Traces by a recipe that is being tried, and what is asked of the ink that letters were lifted from. */
export function createTracing({
  current,
  workers,
  pictures,
  tracers,
  clock,
}: Pick<World, 'current' | 'workers' | 'pictures' | 'tracers' | 'clock'>) {
  let settling: unknown;
  let abort = new AbortController();
  let running: Promise<void> = Promise.resolve();
  /** Has the tracers hold the ink of a sheet's pieces, read by a recipe (the sheet's own when none is tried). */
  async function holdRegions(
    session: Session,
    sheet: SheetRow,
    level: number | null,
    pieces: readonly PieceRow[],
    tried?: RecipeRow,
  ): Promise<boolean> {
    const recipe = tried ?? session.doc.recipes[sheet.recipeId];
    const { pictureId } = sheet;
    if (!recipe || pictureId === null) return false;
    const colours = recipe.mode === 'colour' ? recipe.colours : 0;
    const reading = readingOf(recipe, sheet);
    const name = regionsName(sheet, level, reading, colours, pieces);
    const pool = tracers();
    if (pool.holds(name)) return true;
    const bytes = await pictures.bytes(pictureId);
    if (!bytes) return false;
    const regions = await workers.imaging.run<PieceRegion[]>((api) =>
      api.regions(bytes, level, reading, colours, pieces),
    );
    if (!regions.ok) {
      session.tell(inFile(regions.problems, sheet.name));
      return false;
    }
    const kept = await pool.keep(
      name,
      pieces.map((p, i) => [p.id, regions.value[i]!] as const),
    );
    if (!kept) return false;
    useTracing.setState({ inks: new Map() });
    // The first traces are slow until the tracers are warm; better now than when a slider is moved.
    const warm = pieces.slice(0, WARM_PIECES).map((p) => p.id);
    await pool.traceAll(warm, recipe, sheet.skewRad, () => {}, new AbortController().signal);
    return true;
  }

  /**
   * Tries a change of a sheet's recipe: pieces in view (`first`) are traced at once, the rest behind them. Nothing of the
   * document changes until `keepTrial`.
   */
  function tryRecipe(sheetId: string, change: Change, first: readonly string[]): void {
    abort.abort();
    const projectId = current()?.projectId ?? '';
    useTracing.setState({ trial: { projectId, sheetId, change }, done: 0, total: 1 });
    clock.clearTimeout(settling);
    settling = clock.setTimeout(() => void keepTrial(), SETTLE_MS);
    abort = new AbortController();
    const { signal } = abort;
    const session = current();
    if (!session) return;
    // A trial that fails must not hold up those behind it.
    running = running
      .then(() => trace(session, sheetId, change, first, signal))
      .catch((error: unknown) => session.tell(fail({ code: 'job-failed', reason: String(error) }).problems));
  }

  async function trace(
    session: Session,
    sheetId: string,
    change: Change,
    first: readonly string[],
    signal: AbortSignal,
  ): Promise<void> {
    const { doc } = session.getState();
    const sheet = doc?.sheets[sheetId];
    if (!sheet || signal.aborted) return;
    const recipe = { ...doc.recipes[sheet.recipeId]!, ...change };
    const pieces = piecesOf(doc, sheetId);
    if (!(await holdRegions(session, sheet, recipe.level, pieces, recipe)) || signal.aborted) return;
    const near = new Set(first);
    const order = [...pieces.filter((p) => near.has(p.id)), ...pieces.filter((p) => !near.has(p.id))].map(
      (p) => p.id,
    );
    const fresh = new Map(useTracing.getState().outlines);
    let done = 0;
    let told = 0;
    const tell = (force: boolean) => {
      const now = performance.now();
      if (!force && now - told < 40) return;
      told = now;
      const trial = { projectId: session.projectId, sheetId, change };
      useTracing.setState({ trial, outlines: new Map(fresh), done, total: order.length });
    };
    await tracers().traceAll(
      order,
      recipe,
      sheet.skewRad,
      (id, traced) => {
        fresh.set(id, traced);
        done++;
        tell(done === near.size);
      },
      signal,
    );
    if (!signal.aborted) tell(true);
  }

  /** Takes the trial into the document as one step, once all of it is traced. */
  async function keepTrial(): Promise<void> {
    const mine = abort;
    await running;
    if (mine !== abort) return; // somebody went on trying
    const { trial, outlines, done, total } = useTracing.getState();
    const session = current();
    if (!trial || session?.projectId !== trial.projectId || done < total) return;
    session.commit(takeRetraced(session.doc, trial.sheetId, trial.change, outlines));
    dropTrial();
  }

  /** Back to the document's own outlines; what still runs is stopped. */
  function dropTrial(): void {
    abort.abort();
    clock.clearTimeout(settling);
    useTracing.setState({ trial: null, outlines: new Map(), done: 0, total: 0 });
  }

  /** Measures how far a piece's outline lies from its ink, for showing. */
  async function measurePiece(sheet: SheetRow, level: number | null, piece: PieceRow): Promise<void> {
    const session = current();
    await running;
    if (!session?.getState().doc) return;
    if (!(await holdRegions(session, sheet, level, piecesOf(session.doc, sheet.id)))) return;
    const found = await tracers().deviation(piece.id, piece.outline);
    if (found) useTracing.setState({ deviation: { pieceId: piece.id, found } });
  }

  /**
   * Fits the chosen stretches of a glyph's outline to the ink it was lifted from, each with one curve fewer (-1) or more (+1),
   * or as many (0); a contour all of whose points are chosen is fitted all round. Locked segments stay. One step to undo.
   */
  async function refitGlyph(
    glyphId: string,
    chosen: ReadonlyMap<number, readonly number[]>,
    by: -1 | 0 | 1,
  ): Promise<void> {
    const session = current();
    const doc = session?.getState().doc;
    const glyph = doc?.glyphs[glyphId];
    const piece = glyph?.source ? doc?.pieces[glyph.source.pieceId] : undefined;
    if (!session || !glyph?.source || !piece) return;
    const { transform } = glyph.source;
    await session.later(
      'Refit a stretch',
      () => void refitGlyph(glyphId, chosen, by),
      async () => {
        const edges = (await sourceEdges(piece.id)).map((run) => run.map((p) => applyAffine(transform, p)));
        const fresh = new Map<number, Contour>();
        for (const [contour, nodes] of chosen) {
          const old = glyph.contours[contour];
          const made = old && edges.length > 0 ? refitChosen(old, nodes, edges, by) : null;
          if (made) fresh.set(contour, made);
        }
        // Edits made while the ink was read stand; what was refitted must still be what is there.
        return fresh.size > 0 && session.doc.glyphs[glyphId] === glyph
          ? replaceContours(session.doc, glyphId, fresh, 'Refit a stretch')
          : null;
      },
    );
  }

  /** Edges of a piece's ink as closed runs of points, px of its sheet's picture; none for artwork. */
  async function sourceEdges(pieceId: string): Promise<Vec[][]> {
    const session = current();
    const doc = session?.getState().doc;
    const sheet = doc?.sheets[doc.pieces[pieceId]?.sheetId ?? ''];
    if (!session || !doc || !sheet || isDrawn(sheet)) return [];
    await running;
    const { level } = doc.recipes[sheet.recipeId]!;
    if (!(await holdRegions(session, sheet, level, piecesOf(session.doc, sheet.id)))) return [];
    return (await tracers().edges(pieceId)).map((flat) =>
      Array.from({ length: flat.length / 2 }, (_, i) => ({ x: flat[2 * i]!, y: flat[2 * i + 1]! })),
    );
  }

  /** The ink of pieces as the tracer sees it, for showing. */
  async function showInk(
    sheet: SheetRow,
    level: number | null,
    pieces: readonly PieceRow[],
    colour: string,
  ): Promise<void> {
    const session = current();
    await running;
    if (!session?.getState().doc) return;
    if (!(await holdRegions(session, sheet, level, piecesOf(session.doc, sheet.id)))) return;
    const shade = new OffscreenCanvas(1, 1).getContext('2d')!;
    shade.fillStyle = colour;
    shade.fillRect(0, 0, 1, 1);
    const [r, g, b] = shade.getImageData(0, 0, 1, 1).data as unknown as [number, number, number];
    const images = await Promise.all(
      pieces.map(async (p): Promise<[string, PieceInk] | null> => {
        const ink = await tracers().ink(p.id);
        if (!ink) return null;
        const pixels = new Uint8ClampedArray(ink.alpha.length * 4);
        ink.alpha.forEach((a, k) => pixels.set([r, g, b, a], 4 * k));
        const image = await createImageBitmap(new ImageData(pixels, ink.width, ink.height));
        return [p.id, { x: ink.x, y: ink.y, image }];
      }),
    );
    useTracing.setState({ inks: new Map(images.filter((e) => e !== null)) });
  }

  return { tryRecipe, dropTrial, measurePiece, refitGlyph, sourceEdges, showInk };
}

export const { tryRecipe, dropTrial, measurePiece, refitGlyph, sourceEdges, showInk } = createTracing(world);
