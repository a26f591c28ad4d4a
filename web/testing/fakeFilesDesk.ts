import type { Remote } from 'comlink';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import type { DroppedFile, SortedFiles } from '../../core/lifting/artwork/sortFiles';
import { artworkSheet } from '../../core/lifting/artwork/makeSheets';
import type { TracedPiece } from '../../core/lifting/find/tracedSheet';
import { packRow } from '../../core/project/document/packing/packRows';
import { liftedSheet } from '../../core/testing/liftedSheet';
import { WorkerHost, type Started } from '../jobs/workerHost';
import type { ArtworkApi, MadeOfFiles } from '../workers/artwork.worker';
import type { Workers } from '../workers/clients';
import type { ImagingApi, PictureFacts } from '../workers/imaging.worker';
import { FakeIntake, FakePictures } from './fakeFiles';

type Kind = 'facts' | 'lift' | 'sort' | 'drawings' | 'pieces';

/**
 * Workers without threads, and stores in memory. A file's text says what is found on it; calls can be held back, made to
 * crash, or to throw.
 */
export class FakeFilesDesk {
  readonly pictures = new FakePictures();
  readonly intake = new FakeIntake();
  /** Calls that were made, "facts page.png". */
  readonly calls: string[] = [];
  /** Calls of these kinds wait until `release`. */
  readonly held = new Set<Kind>();
  /** What becomes of a file's call. */
  fault: (kind: Kind, text: string) => 'crash' | 'throw' | 'broken' | null = () => null;
  private waiting: (() => void)[] = [];
  private crashImaging: (reason: string) => void = () => {};
  private crashArtwork: (reason: string) => void = () => {};

  release(): void {
    this.held.clear();
    this.waiting.splice(0).forEach((go) => go());
  }

  private async call<T>(kind: Kind, text: string, answer: T): Promise<Result<T>> {
    this.calls.push(`${kind} ${text}`);
    if (this.held.has(kind)) await new Promise<void>((go) => this.waiting.push(go));
    const fault = this.fault(kind, text);
    if (fault === 'throw') throw new Error('a bug');
    if (fault === 'broken') return fail({ code: 'picture-broken', kind: 'PNG', reason: 'cut off' });
    if (fault === 'crash') {
      const imaging = kind === 'facts' || kind === 'lift';
      if (imaging) this.crashImaging('out of memory');
      else this.crashArtwork('out of memory');
      return new Promise(() => undefined);
    }
    return ok(answer);
  }

  readonly workers: Pick<Workers, 'imaging' | 'artwork'> = {
    imaging: new WorkerHost(() => this.imaging()),
    artwork: new WorkerHost(() => this.artwork()),
  };

  private imaging(): Started<Remote<ImagingApi>> {
    const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
    const api = {
      facts: (bytes: Uint8Array) =>
        this.call<PictureFacts>('facts', text(bytes), {
          pictureId: `id of ${text(bytes)}`,
          widthPx: 400,
          heightPx: 200,
          practice: null,
          cellPx: null,
          dpi: null,
          shown: null,
        }),
      lift: (bytes: Uint8Array) => this.call('lift', text(bytes), liftedSheet(text(bytes))),
    };
    return {
      api: api as unknown as Remote<ImagingApi>,
      onCrash: (listener) => (this.crashImaging = listener),
      onProgress: () => undefined,
      terminate: () => undefined,
    };
  }

  private artwork(): Started<Remote<ArtworkApi>> {
    let made: readonly TracedPiece[] = [];
    let dropped: readonly DroppedFile[] = [];
    const api = {
      sort: (files: readonly DroppedFile[]) =>
        this.call<SortedFiles>('sort', files.map((f) => f.path).join(' '), {
          pages: files.filter((f) => !f.path.endsWith('.svg')),
          pictures: [],
          artwork: files.filter((f) => f.path.endsWith('.svg')),
          problems: [],
        }),
      filesOf: () => this.call('sort', 'again', dropped),
      drawings: async (
        files: readonly DroppedFile[],
        expected: readonly string[],
        as?: 'letters' | 'row' | 'icons',
      ) => {
        dropped = files;
        const read = await artworkSheet(files, expected, { as });
        if (!read.ok) return read;
        const { pieces, ...sheet } = read.value.sheet;
        made = pieces;
        const kept = { files: new Uint8Array(1), filesId: 'files', picture: null, shownId: 'files' };
        const { icons } = read.value;
        return this.call<MadeOfFiles>('drawings', `${files.length}`, {
          sheet,
          icons,
          pieces: pieces.length,
          ...kept,
        });
      },
      piecesOf: (from: number, count: number) =>
        this.call('pieces', `${from}`, made.slice(from, from + count).map(packRow)),
    };
    return {
      api: api as unknown as Remote<ArtworkApi>,
      onCrash: (listener) => (this.crashArtwork = listener),
      onProgress: () => undefined,
      terminate: () => undefined,
    };
  }
}
