import { counted } from '../../../core/foundations/problems/counted';
import type { JobContext, JobQueue } from '../../jobs/jobQueue';
import type { IntakeItem } from '../../persistence/db';
import type { IntakeStore } from '../../persistence/intake';
import type { PictureStore } from '../../persistence/pictures';
import type { Workers } from '../../workers/clients';

/** What taking files in needs of the world; tests give their own. */
export interface IntakeWorld {
  readonly workers: Pick<Workers, 'imaging' | 'artwork'>;
  readonly pictures: PictureStore;
  readonly intake: IntakeStore;
  readonly jobs: JobQueue;
  readonly newId: () => string;
  readonly now: () => number;
}

/** Pictures take all the memory they need: one after the other. */
export const LANE = 'pictures';

const STAGE_TEXT: Record<string, string> = {
  open: 'Opening the files',
  decode: 'Reading the picture',
  ink: 'Telling ink from paper',
  parts: 'Finding patches of ink',
  letters: 'Putting letters together',
  trace: 'Tracing outlines',
  straighten: 'Straightening the page',
  pictures: 'Tracing each picture',
  artwork: 'Reading the drawings',
};

export const inWords = (stage: string): string => STAGE_TEXT[stage] ?? stage;

/** How a worker's call is stopped, and how its progress is shown. */
export const watched = ({ signal, progress }: JobContext) => ({
  signal,
  onProgress: (stage: string, share: number) => progress(inWords(stage), share),
});

export const blobOf = (bytes: Uint8Array, type: string): Blob => new Blob([bytes as BlobPart], { type });

export const nameOf = ({ kind, files }: IntakeItem): string => {
  if (files.length === 1) return files[0]!.path;
  if (kind === 'files') return counted(files.length, 'file');
  return `${files.length} ${kind === 'pictures' ? 'named pictures' : 'drawings'}`;
};
