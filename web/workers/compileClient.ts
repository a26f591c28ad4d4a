import type { Remote } from 'comlink';
import type { CastFile } from '../../core/fonts/compile/casts/castFile';
import type { Cast } from '../../core/fonts/compile/casts/castPlan';
import type { CastPrint } from '../../core/fonts/compile/casts/castPrint';
import type { CastFormat } from '../../core/fonts/compile/casts/formats';
import type { Explained } from '../../core/fonts/features/explain';
import type { HeldBack, InWords } from '../../core/fonts/compile/formInWords';
import type { Repeats } from '../../core/fonts/compile/repeats';
import type { OutlineFormat } from '../../core/fonts/compile/compileFont';
import { picturesOfGlyphs, sourcesOfStyles } from '../../core/project/document/queries/pictures';
import { packRow } from '../../core/project/document/packing/packRows';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import type { Doc } from '../../core/project/document/schema';
import type { HandDraft } from '../../core/project/document/signs/hand/draft';
import type { Result } from '../../core/foundations/problems/problem';
import { storage } from '../persistence/projects';
import { startWorker } from '../jobs/startWorker';
import { WorkerHost, type Started } from '../jobs/workerHost';
import type { CompileApi, FontPart } from './compile.worker';

const CAST_OF_SOURCES: ReadonlySet<CastFormat> = new Set<CastFormat>(['ufo', 'designspace', 'bundle']);

/** Rows that don't reach the font needn't travel: pieces are the bulk of a project. */
const FONT_TABLES = ['project', 'glyphs', 'kerning', 'groups', 'features', 'styles', 'casting'] as const;
const REACHES_FONT = new Set<string>(FONT_TABLES);
/** Rows sent at a time: copying thousands at once would hold up the page. */
const ROWS_AT_ONCE = 100;

async function sendWhole(api: Remote<CompileApi>, doc: Doc): Promise<void> {
  await api.begin();
  for (const table of FONT_TABLES) {
    const rows = Object.values(doc[table]);
    for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
      await api.add(table, rows.slice(i, i + ROWS_AT_ONCE).map(packRow));
  }
}

export interface Compiled {
  readonly bytes: Uint8Array;
  readonly ms: number;
}

/**
 * A compiler that holds a document and is sent what changes in it. When its worker was ended or died, the next one is given
 * the whole document first.
 */
export class Compiler {
  private doc: Doc | null = null;
  private started = 0;
  private loaded = 0;
  private readonly host: WorkerHost<Remote<CompileApi>>;

  /** Pictures that the worker has. */
  private readonly given = new Set<string>();

  /** `picture`: the bytes of a picture that a letter is kept as; null when they are lost. */
  constructor(
    start: () => Started<Remote<CompileApi>>,
    private readonly picture: (id: string) => Promise<Uint8Array | null> = () => Promise.resolve(null),
  ) {
    this.host = new WorkerHost(() => {
      this.started++;
      return start();
    });
  }

  /** Starts its worker, which takes as long as a project takes to come from storage. */
  warm(): void {
    this.host.warm();
  }

  load(doc: Doc): void {
    this.doc = doc;
    this.loaded = 0;
  }

  /** Passes an edit on, with the document after it (null for one that is only tried); false when it doesn't touch the font. */
  apply(diff: ProjectDiff, doc: Doc | null): boolean {
    if (doc) this.doc = doc;
    const changes = diff.changes.filter((c) => REACHES_FONT.has(c.table));
    if (changes.length === 0) return false;
    // As much as this is sooner sent anew, a few rows at a time.
    if (changes.length > ROWS_AT_ONCE && doc) this.loaded = 0;
    // One that isn't loaded yet, or no longer, gets all of it at the next compile.
    if (this.loaded > 0)
      void this.host.run(async (api) => {
        if (this.loaded === this.started) await api.apply({ ...diff, changes });
      });
    return true;
  }

  /** The whole font, or a part of it. */
  compile(
    format: OutlineFormat,
    styleId: string,
    nowUnixS: number,
    { part = null, signal }: { part?: FontPart | null; signal?: AbortSignal } = {},
  ): Promise<Result<Compiled>> {
    return this.host.run<Compiled>(
      async (api) => {
        await this.sendOnce(api);
        return api.compile(format, styleId, nowUnixS, part);
      },
      { signal },
    );
  }

  /** The files that some formats make; making weights of letters takes a while. */
  plan(formats: readonly CastFormat[], signal?: AbortSignal): Promise<Result<readonly Cast[]>> {
    return this.host.run<readonly Cast[]>(
      async (api) => {
        await this.sendOnce(api);
        return api.plan(formats);
      },
      { signal },
    );
  }

  /** A file of a format. */
  cast(wanted: Cast, nowUnixS: number, { signal }: { signal?: AbortSignal } = {}): Promise<Result<CastFile>> {
    return this.host.run<CastFile>(
      async (api) => {
        // A UFO is cast over its sources; nothing else asks for them.
        const sources = this.doc && CAST_OF_SOURCES.has(wanted.format) ? sourcesOfStyles(this.doc) : [];
        await this.sendOnce(api, sources);
        return api.cast(wanted, nowUnixS);
      },
      { signal },
    );
  }

  /** Marks of what would be cast now. */
  print(atMs: number, signal?: AbortSignal): Promise<Result<CastPrint>> {
    return this.host.run<CastPrint>(
      async (api) => {
        await this.sendOnce(api);
        return api.print(atMs);
      },
      { signal },
    );
  }

  /** What the font does with its letters, in plain words. */
  explain(styleId: string, signal?: AbortSignal): Promise<Result<readonly Explained[]>> {
    return this.host.run<readonly Explained[]>(
      async (api) => {
        await this.sendOnce(api);
        return api.explain(styleId);
      },
      { signal },
    );
  }

  /** Words in which a form stands in its letter's place, and such in which the letter stays. */
  inWords(styleId: string, formId: string, asked: readonly string[]): Promise<Result<InWords>> {
    return this.host.run<InWords>(async (api) => {
      await this.sendOnce(api);
      return api.inWords(styleId, formId, asked);
    });
  }

  /** Neighbours beside which the drawings of a rule are held back. */
  held(styleId: string, ruleId: string): Promise<Result<readonly HeldBack[]>> {
    return this.host.run<readonly HeldBack[]>(async (api) => {
      await this.sendOnce(api);
      return api.held(styleId, ruleId);
    });
  }

  /** Words in which the same drawing comes again. */
  repeats(styleId: string): Promise<Result<Repeats>> {
    return this.host.run<Repeats>(async (api) => {
      await this.sendOnce(api);
      return api.repeats(styleId);
    });
  }

  /** Characters of a list that can be drafted in the manner of a style's hand. */
  handWanted(styleId: string, list: string): Promise<Result<readonly string[]>> {
    return this.host.run<readonly string[]>(async (api) => {
      await this.sendOnce(api);
      return api.handWanted(styleId, list);
    });
  }

  /** One of them; null when it comes to nothing. */
  handDraft(styleId: string, char: string, signal?: AbortSignal): Promise<Result<HandDraft | null>> {
    return this.host.run<HandDraft | null>(
      async (api) => {
        await this.sendOnce(api);
        return api.handDraft(styleId, char);
      },
      { signal },
    );
  }

  /** Works ahead for a moment (`ms`); true when the whole font can be made at once. */
  ready(styleId: string, ms: number): Promise<Result<boolean>> {
    return this.host.run<boolean>(async (api) => {
      await this.sendOnce(api);
      return api.ready(styleId, ms);
    });
  }

  /** Ends its worker; calls that aren't answered are cancelled. */
  close(): void {
    this.host.close();
  }

  /** `more`: files beside the pictures of letters. */
  private async sendOnce(api: Remote<CompileApi>, more: readonly string[] = []): Promise<void> {
    if (!this.doc) return;
    if (this.loaded !== this.started) {
      this.loaded = this.started;
      this.given.clear();
      await sendWhole(api, this.doc);
    }
    for (const id of [...picturesOfGlyphs(this.doc), ...more]) {
      if (this.given.has(id)) continue;
      this.given.add(id);
      const bytes = await this.picture(id);
      if (bytes) await api.picture(id, bytes);
    }
  }
}

const newCompiler = (): Compiler =>
  new Compiler(
    () =>
      startWorker<CompileApi>(
        () => new Worker(new URL('./compile.worker.ts', import.meta.url), { type: 'module' }),
      ),
    (id) => storage.pictures.bytes(id),
  );

/** The compiler of the project that is shown: what it is asked for is that project's as it is at the time. */
export const compileClient = newCompiler();

/** A compiler of its own for a job: it has the document as it is now, whatever is shown or edited meanwhile. To be closed. */
export function compilerOf(doc: Doc): Compiler {
  const compiler = newCompiler();
  compiler.load(doc);
  return compiler;
}
