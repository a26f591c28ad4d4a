import { world, type World } from '../world';
import { InkOfPieces } from './inkOfPieces';
import { Regions } from './regions';
import { Trials } from './trials';

/** Traces by a recipe that is being tried, and what is asked of the ink that letters were lifted from. */
export function createTracing(of: Pick<World, 'current' | 'workers' | 'pictures' | 'tracers' | 'clock'>) {
  const regions = new Regions(of);
  const trials = new Trials(of, regions);
  const ink = new InkOfPieces(of, regions, trials);
  return {
    tryRecipe: trials.tryRecipe.bind(trials),
    dropTrial: trials.drop.bind(trials),
    measurePiece: ink.measurePiece.bind(ink),
    refitGlyph: ink.refitGlyph.bind(ink),
    sourceEdges: ink.sourceEdges.bind(ink),
    showInk: ink.showInk.bind(ink),
  };
}

export const { tryRecipe, dropTrial, measurePiece, refitGlyph, sourceEdges, showInk } = createTracing(world);
export { useTracing, type PieceInk } from './tracingState';
