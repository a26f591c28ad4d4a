import { openProjectFile } from '../../core/project/archive/readProject';
import { streamProject } from '../../core/project/archive/writeProject';
import { emptyHistory, type History } from '../../core/project/document/changes/history';
import { packRow } from '../../core/project/document/packing/packRows';
import { openRows, type OpenedDoc } from '../../core/project/document/opening/openRows';
import { SCHEMA_VERSION, TABLE_NAMES, type Doc, type TableName } from '../../core/project/document/schema';
import { fail, ok, problem, type Problem, type Result } from '../../core/foundations/problems/problem';
import { db } from '../persistence/db';
import { pictureStore, markPicturesOf } from '../persistence/pictures';
import { projectRows, summaryOf } from '../persistence/projectRows';
import { notStored } from './notStored';
import { serve, tellProgress } from './serve';

const rows = projectRows(db);
const pictures = pictureStore(db);

/** A stored project with its history, which only fits rows that are as they were stored; the rows are sent on their own. */
export interface OpenedProject extends Omit<OpenedDoc, 'doc'> {
  readonly history: History;
}

/** Rows sent to the page at a time: reading thousands at once would hold it up. */
const ROWS_AT_ONCE = 100;

/** The same project under another id. */
function withId(doc: Doc, id: string): Doc {
  const [row] = Object.values(doc.project);
  return { ...doc, project: { [id]: { ...row!, id } } };
}

/** Bytes go to the browser's own store of blobs in pieces of this size, which needn't stay in memory. */
const PIECE_BYTES = 8e6;

const api = {
  /** Opens a stored project: checking thousands of points takes a while. */
  async open(
    projectId: string,
    onRows: (table: TableName, rows: readonly object[]) => Promise<void>,
  ): Promise<Result<OpenedProject>> {
    const stored = await rows.load(projectId);
    if (!stored) return fail({ code: 'project-not-here' });
    const opened = openRows(stored.version, stored.tables);
    if (!opened.ok) return opened;
    const { doc, ...rest } = opened.value;
    for (const table of TABLE_NAMES) {
      const rows = Object.values(doc[table]);
      for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
        await onRows(table, rows.slice(i, i + ROWS_AT_ONCE).map(packRow));
    }
    return ok({ ...rest, history: rest.changed ? emptyHistory : stored.history }, opened.problems);
  },

  /** Takes a project file into storage under an id of its own. */
  async take(file: Blob, id: string): Promise<Result<string>> {
    const opened = openProjectFile(new Uint8Array(await file.arrayBuffer()));
    if (!opened.ok) return opened;
    const { doc, damaged, pictureIds, picture } = opened.value;
    const problems: Problem[] = [...opened.problems];
    try {
      for (const [i, pictureId] of pictureIds.entries()) {
        tellProgress('pictures', i / pictureIds.length);
        await pictures.keep(id, pictureId, new Blob([picture(pictureId) as BlobPart]));
      }
      const own = withId(doc, id);
      await rows.replace(summaryOf(own, id, SCHEMA_VERSION, Date.now()), own, damaged);
      await markPicturesOf(db, id, own);
    } catch (error) {
      return notStored(error, 'this project');
    }
    return ok(id, problems);
  },

  /** A project as a file, with all pictures of its sheets; those that are lost are told. */
  async write(doc: Doc): Promise<Result<Blob>> {
    const whole: Blob[] = [];
    let [waiting, size]: [Uint8Array[], number] = [[], 0];
    const problems: Problem[] = [];
    const pack = () => {
      whole.push(new Blob(waiting as BlobPart[]));
      [waiting, size] = [[], 0];
    };
    await streamProject(
      doc,
      async (id) => {
        const bytes = await pictures.bytes(id);
        const sheet = Object.values(doc.sheets).find((s) => s.pictureId === id);
        if (!bytes && sheet)
          problems.push(problem({ code: 'picture-missing', sheet: sheet.name }, 'warning'));
        return bytes;
      },
      (bytes) => {
        waiting.push(bytes);
        size += bytes.length;
        if (size > PIECE_BYTES) pack();
      },
      (share) => tellProgress('write', share),
    );
    pack();
    return ok(new Blob(whole, { type: 'application/zip' }), problems);
  },
};
export type ArchiveApi = typeof api;
serve(api);
