import { applyAffine, compose, translation } from '../../../core/foundations/geometry/affine';
import { transformContours } from '../../../core/foundations/geometry/contour';
import type { Vec } from '../../../core/foundations/geometry/vec';
import { ChordGrid, chordsOf, type Chord } from '../../../core/outlines/outline/flat';
import type { GlyphRow } from '../../../core/project/document/schema';
import type { World } from '../world';

const chordsOfRun = (run: readonly Vec[]): Chord[] =>
  run.map((a, i) => ({ a, b: run[(i + 1) % run.length]!, contour: 0, segment: i, t0: 0, t1: 1 }));

interface SourceWorld extends Pick<World, 'current'> {
  /** Edges of a piece's ink as closed runs of points, px of its sheet's picture; none for artwork. */
  readonly sourceEdges: (pieceId: string) => Promise<Vec[][]>;
}

/** The edges of the ink that letters were lifted from, as lines to measure by. */
export function createSourceOutline({ current, sourceEdges }: SourceWorld) {
  /** The bench and the gauge ask for the same edges. */
  const edgesKnown = new WeakMap<object, { shift: number; grid: Promise<ChordGrid | null> }>();

  /**
   * The edges of what a letter was lifted from, as they stand in the font (`shift`: the x of the letter's own drawing that
   * lies at 0 there); null for one that was drawn here.
   */
  function edgesOfSource(glyph: GlyphRow, shift: number): Promise<ChordGrid | null> {
    if (!glyph.source) return Promise.resolve(null);
    const known = edgesKnown.get(glyph.source);
    if (known?.shift === shift) return known.grid;
    const grid = readEdges(glyph, shift);
    edgesKnown.set(glyph.source, { shift, grid });
    return grid;
  }

  async function readEdges(glyph: GlyphRow, shift: number): Promise<ChordGrid | null> {
    const doc = current()?.getState().doc;
    const piece = glyph.source ? doc?.pieces[glyph.source.pieceId] : undefined;
    if (!glyph.source || !piece) return null;
    const runs = await sourceEdges(piece.id);
    const transform = compose(translation(-shift, 0), glyph.source.transform);
    if (runs.length === 0) {
      // Artwork has no picture: its own outline is the source.
      return new ChordGrid(chordsOf(transformContours(piece.outline, transform), 0.05));
    }
    return new ChordGrid(runs.flatMap((run) => chordsOfRun(run.map((p) => applyAffine(transform, p)))));
  }

  return { edgesOfSource };
}
