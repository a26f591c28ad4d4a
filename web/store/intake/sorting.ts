import type { DroppedFile, SortedFiles } from '../../../core/lifting/artwork/sortFiles';
import type { JobContext } from '../../jobs/jobQueue';
import type { IntakeItem } from '../../persistence/db';
import { packFiles, unpackFiles } from '../../persistence/intake';
import type { Session } from '../styleSession';
import { inWords, watched, type IntakeWorld } from './intakeWorld';
import type { Storing } from './storing';

/** Dropped files sorted by what is in them: each kind waits in the place of what was dropped. */
export class Sorting {
  constructor(
    private readonly world: Pick<IntakeWorld, 'workers' | 'newId'>,
    private readonly storing: Storing,
  ) {}

  async sort(session: Session, item: IntakeItem, context: JobContext): Promise<IntakeItem[]> {
    context.progress(inWords('open'), 0);
    const files = await unpackFiles(item);
    const types = new Map(item.files.map((f) => [f.path, f.type]));
    const found = await this.world.workers.artwork.run<SortedFiles>(
      (api) => api.sort(files),
      watched(context),
    );
    session.tell(found.problems);
    if (!found.ok) {
      await this.storing.drop(item);
      return [];
    }
    const { pages, pictures: named, artwork, problems } = found.value;
    session.tell(problems);
    const keep = (kind: IntakeItem['kind'], own: readonly DroppedFile[], k: number): IntakeItem => ({
      ...item,
      id: this.world.newId(),
      // Places in the order of what was dropped; time alone would be the same for all.
      addedAt: item.addedAt + k / 1000,
      kind,
      ...packFiles(own.map((f) => ({ ...f, type: types.get(f.path) ?? '' }))),
    });
    const items = [
      ...(named.length > 0 ? [keep('pictures', named, 0)] : []),
      ...(artwork.length > 0 ? [keep('artwork', artwork, 1)] : []),
      ...pages.map((page, i) => keep('page', [page], 2 + i)),
    ];
    return (await this.storing.stored(session, [item.id], items)) ? items : [];
  }
}
