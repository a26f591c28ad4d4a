import { inFile, problem } from '../../../core/foundations/problems/problem';
import { finish, type Steps } from '../../../core/foundations/steps';
import type { ProjectDiff } from '../../../core/project/document/changes/diff';
import { takePractice } from '../../../core/project/document/commands/sheets/practice';
import { inPlaceOf } from '../../../core/project/document/commands/sheets/readAs';
import { addSheet } from '../../../core/project/document/commands/sheets/sheets';
import { FIRST_RECIPE } from '../../../core/project/document/defaultRecipe';
import { sheetOfCode } from '../../../core/project/document/queries/sheets';
import type { Doc } from '../../../core/project/document/schema';
import type { JobContext } from '../../jobs/jobQueue';
import type { IntakeItem } from '../../persistence/db';
import { unpackFiles } from '../../persistence/intake';
import type { PictureFacts, ReadPractice } from '../../workers/imaging.worker';
import type { Session } from '../styleSession';
import { blobOf, inWords, watched, type IntakeWorld } from './intakeWorld';
import type { Lifter } from './lifting';
import type { Storing } from './storing';

/** Pictures with many letters: pages, and filled practice pages, which are known by their code. */
export class Pages {
  constructor(
    private readonly world: Pick<IntakeWorld, 'workers' | 'newId'>,
    private readonly storing: Storing,
    private readonly lifter: Lifter,
  ) {}

  async take(session: Session, item: IntakeItem, context: JobContext): Promise<void> {
    const [file] = await unpackFiles(item);
    const { path, bytes } = file!;
    const onTable = item.sheetId === null ? undefined : session.doc.sheets[item.sheetId];
    if (onTable) return this.liftItem(session, item, onTable.id, null, context);
    context.progress(inWords('decode'), 0);
    const facts = await this.world.workers.imaging.run<PictureFacts>((api) => api.facts(bytes), context);
    if (!facts.ok) {
      session.tell(inFile(facts.problems, path));
      return this.storing.drop(item);
    }
    const { practice, shown, cellPx, ...picture } = facts.value;
    const kept = [{ id: picture.pictureId, blob: item.blob }];
    if (shown) kept.push({ id: shown.id, blob: blobOf(shown.png, 'image/png') });
    if (!(await this.storing.keepPictures(session, path, kept))) return this.storing.drop(item);
    if (practice === 'page' && item.as === undefined)
      return this.takePracticePage(session, item, shown?.png ?? bytes, context);
    if (practice === 'no-code' && item.as === undefined)
      session.tell([problem({ code: 'practice-no-code' }, 'warning', { file: path })]);
    const id = this.world.newId();
    await this.storing.promise(item, id);
    const sheet = shown ? { ...picture, pictureId: shown.id, originalId: picture.pictureId } : picture;
    const pixels = item.as === undefined ? cellPx !== null : item.as === 'pixels';
    const recipe = pixels ? ({ mode: 'pixel' } as const) : null;
    function* added(doc: Doc): Steps<ProjectDiff | null> {
      return addSheet(doc, { id, name: path, ...sheet }, null, recipe);
    }
    session.commit(finish(inPlaceOf(session.doc, item.insteadOf ?? null, added)));
    await this.liftItem(session, item, id, shown?.png ?? bytes, context);
  }

  private async liftItem(
    session: Session,
    item: IntakeItem,
    sheetId: string,
    bytes: Uint8Array | null,
    context: JobContext,
  ): Promise<void> {
    await this.lifter.liftNow(session, sheetId, bytes, context);
    await this.storing.done(session, item);
  }

  /** A filled practice page: straightened, its letters taken from their boxes; the same page again takes its old place. */
  private async takePracticePage(
    session: Session,
    item: IntakeItem,
    bytes: Uint8Array,
    context: JobContext,
  ): Promise<void> {
    const name = item.files[0]!.path;
    const recipe = session.doc.recipes[FIRST_RECIPE]!;
    const read = await this.world.workers.imaging.run<ReadPractice>(
      (api) => api.practice(bytes, name, recipe),
      watched(context),
    );
    if (!read.ok) {
      session.tell(inFile(read.problems, name));
      return this.storing.drop(item);
    }
    const { lifted, facts, picture } = read.value;
    const page = [{ id: facts.pictureId, blob: blobOf(picture, 'image/png') }];
    if (!(await this.storing.keepPictures(session, name, page))) return this.storing.drop(item);
    const sheetId = sheetOfCode(session.doc, facts.code)?.id ?? this.world.newId();
    session.commit(takePractice(session.doc, sheetId, facts, lifted));
    const { empty, crossedOut } = lifted;
    if (empty.length + crossedOut.length > 0)
      session.tell([problem({ code: 'practice-gaps', empty, crossedOut }, 'note', { file: name })]);
    await this.storing.done(session, item);
  }
}
