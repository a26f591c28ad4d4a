import type { ProjectPicture } from './projectPicture';
import type { TakenFor } from '../../core/project/document/queries/takenFor';
import Dexie, { type Table } from 'dexie';
import { TABLE_NAMES, type Doc, type TableName } from '../../core/project/document/schema';
import type { ProjectDiff } from '../../core/project/document/changes/diff';

/** A row of any document table as it lies in the browser's storage. */
export interface StoredRow {
  readonly projectId: string;
  readonly id: string;
  /** The row, its outlines packed (packRows); those of earlier versions aren't. */
  readonly row: unknown;
}

/** What the list of projects shows, so that it needn't open each. */
export interface ProjectSummary {
  readonly id: string;
  readonly name: string;
  readonly changedAt: number;
  readonly version: number;
  readonly glyphs: number;
  /** A few of its letters; not there in what earlier versions stored. */
  readonly picture?: ProjectPicture | null;
}

/** Pictures apart from the project's rows: big, and never changed. */
export interface StoredPicture {
  /** SHA-256 of the bytes; shorter hashes are of earlier versions. */
  readonly id: string;
  readonly blob: Blob;
}

/** That a project has to do with a picture: a picture goes when no project has any more. */
export interface PictureUse {
  readonly projectId: string;
  readonly pictureId: string;
}

/** One step of a project's history, by its number. */
export interface StoredStep {
  readonly projectId: string;
  readonly step: number;
  readonly diff: ProjectDiff;
}

/** Numbers of the steps that are done and of those taken back. */
export interface StoredHistory {
  readonly projectId: string;
  readonly done: readonly number[];
  readonly undone: readonly number[];
}

/** The whole of a project at a moment that a person gave a name. */
export interface StoredMoment {
  readonly id: string;
  readonly projectId: string;
  readonly name: string;
  readonly at: number;
  readonly version: number;
  readonly doc: Doc;
}

/** A file as it was dropped, and which bytes of its item's blob are its own. */
export interface StoredFile {
  readonly path: string;
  readonly type: string;
  readonly from: number;
  readonly to: number;
}

/** Work that isn't done yet with the files it is about; taken up again when the project is opened. */
export interface IntakeItem {
  readonly id: string;
  readonly projectId: string;
  readonly addedAt: number;
  /** files = as dropped, not yet looked at; page, pictures, artwork = what they turned out to be. */
  readonly kind: 'files' | 'page' | 'pictures' | 'artwork';
  readonly files: readonly StoredFile[];
  /** The bytes of all files, one behind the other: thousands of blobs of their own would hold up the page. */
  readonly blob: Blob;
  /** The sheet that was made of it, once there is one: it is still to be lifted. */
  readonly sheetId: string | null;
  /** The style that was in hand when they came: what is made of them belongs to it. */
  readonly styleId?: string;
  /** What somebody said the files are, and the sheet whose place they take; found out, and a new place, when not said. */
  readonly as?: TakenFor;
  readonly insteadOf?: string;
}

/** A row that couldn't be read, as it was. */
export interface StoredDamage {
  readonly projectId: string;
  readonly table: string;
  readonly id: string;
  readonly reason: string;
  readonly raw: unknown;
  readonly at: number;
}

export class OrthoglyphDb extends Dexie {
  summaries!: Table<ProjectSummary, string>;
  pictures!: Table<StoredPicture, string>;
  pictureUses!: Table<PictureUse, [string, string]>;
  steps!: Table<StoredStep, [string, number]>;
  histories!: Table<StoredHistory, string>;
  moments!: Table<StoredMoment, string>;
  intake!: Table<IntakeItem, string>;
  damage!: Table<StoredDamage, [string, string, string]>;

  constructor(name = 'orthoglyph') {
    super(name);
    const rows = Object.fromEntries(TABLE_NAMES.map((t) => [`rows_${t}`, '[projectId+id], projectId']));
    this.version(1).stores({ summaries: 'id, changedAt', pictures: 'id', ...rows });
    this.version(2)
      .stores({
        pictureUses: '[projectId+pictureId], projectId, pictureId',
        steps: '[projectId+step], projectId',
        histories: 'projectId',
        moments: 'id, projectId',
        intake: 'id, projectId',
        damage: '[projectId+table+id], projectId',
      })
      .upgrade(async (tx) => {
        const sheets = (await tx.table('rows_sheets').toArray()) as StoredRow[];
        const uses = sheets.flatMap(({ projectId, row }) => {
          const { pictureId, originalId } = row as { pictureId?: string; originalId?: string | null };
          return [pictureId, originalId].flatMap((id) => (id ? [{ projectId, pictureId: id }] : []));
        });
        await tx.table('pictureUses').bulkPut(uses);
      });
    // Outlines as numbers (packRows): earlier versions of the app must not take them for damage.
    this.version(3).stores({});
  }

  rows(table: TableName): Table<StoredRow, [string, string]> {
    return this.table(`rows_${table}`);
  }

  /** Tables of a project's document. */
  rowTables(): Table<StoredRow, [string, string]>[] {
    return TABLE_NAMES.map((t) => this.rows(t));
  }

  /** Tables of all that a project owns beside its document and its pictures. */
  sideTables(): Table[] {
    return [this.steps, this.histories, this.moments, this.intake, this.damage];
  }
}

export const db = new OrthoglyphDb();
