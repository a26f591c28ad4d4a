import { inFile } from '../../../core/foundations/problems/problem';
import type { PieceRegion } from '../../../core/lifting/find/pieceRegion';
import { readingOf } from '../../../core/lifting/printed/readSheet';
import type { PieceRow, RecipeRow, SheetRow } from '../../../core/project/document/schema';
import type { Session } from '../styleSession';
import type { World } from '../world';
import { regionsName } from './regionsName';
import { useTracing } from './tracingState';

/** Pieces traced for practice when a sheet is opened. */
const WARM_PIECES = 8;

/** The ink of a sheet's pieces, held by the tracers so that it is read from the picture once. */
export class Regions {
  constructor(private readonly world: Pick<World, 'workers' | 'pictures' | 'tracers'>) {}

  /** Has the tracers hold the ink of a sheet's pieces, read by a recipe (the sheet's own when none is tried). */
  async hold(
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
    const pool = this.world.tracers();
    if (pool.holds(name)) return true;
    const bytes = await this.world.pictures.bytes(pictureId);
    if (!bytes) return false;
    const regions = await this.world.workers.imaging.run<PieceRegion[]>((api) =>
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
}
