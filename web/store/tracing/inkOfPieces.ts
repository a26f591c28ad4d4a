import { applyAffine } from '../../../core/foundations/geometry/affine';
import type { Contour } from '../../../core/foundations/geometry/contour';
import type { Vec } from '../../../core/foundations/geometry/vec';
import { replaceContours } from '../../../core/project/document/commands/outline';
import { piecesOf } from '../../../core/project/document/queries/sheets';
import type { PieceRow, SheetRow } from '../../../core/project/document/schema';
import { refitChosen } from '../../../core/tracing/trace/refit';
import { isDrawn } from '../selectors';
import type { World } from '../world';
import type { Regions } from './regions';
import { useTracing, type PieceInk } from './tracingState';
import type { Trials } from './trials';

/** What is asked of the ink that letters were lifted from: deviations, edges, stretches fitted again, its picture. */
export class InkOfPieces {
  constructor(
    private readonly world: Pick<World, 'current' | 'tracers'>,
    private readonly regions: Regions,
    private readonly trials: Trials,
  ) {}

  /** Measures how far a piece's outline lies from its ink, for showing. */
  async measurePiece(sheet: SheetRow, level: number | null, piece: PieceRow): Promise<void> {
    const session = this.world.current();
    await this.trials.ended;
    if (!session?.getState().doc) return;
    if (!(await this.regions.hold(session, sheet, level, piecesOf(session.doc, sheet.id)))) return;
    const found = await this.world.tracers().deviation(piece.id, piece.outline);
    if (found) useTracing.setState({ deviation: { pieceId: piece.id, found } });
  }

  /**
   * Fits the chosen stretches of a glyph's outline to the ink it was lifted from, each with one curve fewer (-1) or more (+1),
   * or as many (0); a contour all of whose points are chosen is fitted all round. Locked segments stay. One step to undo.
   */
  async refitGlyph(
    glyphId: string,
    chosen: ReadonlyMap<number, readonly number[]>,
    by: -1 | 0 | 1,
  ): Promise<void> {
    const session = this.world.current();
    const doc = session?.getState().doc;
    const glyph = doc?.glyphs[glyphId];
    const piece = glyph?.source ? doc?.pieces[glyph.source.pieceId] : undefined;
    if (!session || !glyph?.source || !piece) return;
    const { transform } = glyph.source;
    await session.later(
      'Refit a stretch',
      () => void this.refitGlyph(glyphId, chosen, by),
      async () => {
        const edges = (await this.sourceEdges(piece.id)).map((run) =>
          run.map((p) => applyAffine(transform, p)),
        );
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
  async sourceEdges(pieceId: string): Promise<Vec[][]> {
    const session = this.world.current();
    const doc = session?.getState().doc;
    const sheet = doc?.sheets[doc.pieces[pieceId]?.sheetId ?? ''];
    if (!session || !doc || !sheet || isDrawn(sheet)) return [];
    await this.trials.ended;
    const { level } = doc.recipes[sheet.recipeId]!;
    if (!(await this.regions.hold(session, sheet, level, piecesOf(session.doc, sheet.id)))) return [];
    return (await this.world.tracers().edges(pieceId)).map((flat) =>
      Array.from({ length: flat.length / 2 }, (_, i) => ({ x: flat[2 * i]!, y: flat[2 * i + 1]! })),
    );
  }

  /** The ink of pieces as the tracer sees it, for showing. */
  async showInk(
    sheet: SheetRow,
    level: number | null,
    pieces: readonly PieceRow[],
    colour: string,
  ): Promise<void> {
    const session = this.world.current();
    await this.trials.ended;
    if (!session?.getState().doc) return;
    if (!(await this.regions.hold(session, sheet, level, piecesOf(session.doc, sheet.id)))) return;
    const shade = new OffscreenCanvas(1, 1).getContext('2d')!;
    shade.fillStyle = colour;
    shade.fillRect(0, 0, 1, 1);
    const [r, g, b] = shade.getImageData(0, 0, 1, 1).data as unknown as [number, number, number];
    const images = await Promise.all(
      pieces.map(async (p): Promise<[string, PieceInk] | null> => {
        const ink = await this.world.tracers().ink(p.id);
        if (!ink) return null;
        const pixels = new Uint8ClampedArray(ink.alpha.length * 4);
        ink.alpha.forEach((a, k) => pixels.set([r, g, b, a], 4 * k));
        const image = await createImageBitmap(new ImageData(pixels, ink.width, ink.height));
        return [p.id, { x: ink.x, y: ink.y, image }];
      }),
    );
    useTracing.setState({ inks: new Map(images.filter((e) => e !== null)) });
  }
}
