import { createStore, type StoreApi } from 'zustand/vanilla';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { projectOf } from '../../core/project/document/newProject';
import { inStyle } from '../../core/project/document/queries/styles';
import type { Doc } from '../../core/project/document/schema';
import { describeProblem } from '../../core/foundations/problems/describe';
import type { Clock } from '../persistence/projectWriter';
import type { FontPart } from '../workers/compile.worker';
import type { Compiled, Compiler } from '../workers/compileClient';

export interface LiveFontState {
  /** CSS family name of the font compiled last; null before the first. It may only have what was asked for last. */
  readonly family: string | null;
  /** CSS names of the fonts to set text with: the newest, and behind it the newest that has all letters. */
  readonly families: string;
  readonly bytes: number;
  readonly compileMs: number;
  /** Why the newest font couldn't be shown; the one before stays. */
  readonly failed: string | null;
}

/** What keeping a font needs of the world; tests give their own. */
export interface FontWorld {
  readonly compiler: Pick<Compiler, 'load' | 'apply' | 'compile' | 'ready'>;
  /** Makes a font known to the page under a family name. The answer takes it away again. */
  readonly show: (family: string, bytes: Uint8Array) => Promise<() => void>;
  readonly clock: Clock;
  readonly nowS: () => number;
}

/** Fonts of more glyphs are made in part first: what the running line needs is there at once. */
const LARGE = 300;
/** The same for letters that lines and shadows have to be drawn around. */
const LARGE_PAINTED = 30;
/** The whole of a large font follows when nothing was edited for so long, ms. */
const QUIET_MS = 250;
/** A compiler works ahead for so long at a time, ms: an edit never waits longer. */
const AHEAD_MS = 60;
/** A font goes after the page has drawn with the next one, ms. */
const KEPT_MS = 500;

/** The font of the open project, kept in step with its edits. */
export class FontKeeper {
  readonly store: StoreApi<LiveFontState> = createStore(() => ({
    family: null,
    families: '',
    bytes: 0,
    compileMs: 0,
    failed: null,
  }));
  private doc: Doc | null = null;
  private styleId = '';
  private count = 0;
  /** Documents that were loaded so far. */
  private loads = 0;
  /** Something was edited that no font shows yet. */
  private wanted = false;
  /** The newest font has only a part of the letters. */
  private partial = false;
  private running = false;
  /** Glyphs that were edited since the font was made whole: a part of it has to show them. */
  private readonly touched = new Set<string>();
  /** A font that was asked for is being made. */
  private making = false;
  private wake: () => void = () => {};
  private whole: Shown | null = null;
  private newest: Shown | null = null;

  constructor(private readonly world: FontWorld) {}

  /** Begins with a document that comes as a whole; fonts of the one before show none of its letters. */
  load(doc: Doc, styleId = projectOf(doc).styleId): void {
    this.forget();
    this.doc = doc;
    this.styleId = styleId;
    this.touched.clear();
    this.world.compiler.load(doc);
    this.refresh();
  }

  /** Shows another style of the family. */
  showStyle(styleId: string): void {
    if (!this.doc || styleId === this.styleId) return;
    this.forget();
    this.styleId = styleId;
    this.refresh();
  }

  apply(diff: ProjectDiff, doc: Doc): void {
    this.doc = doc;
    this.touch(diff);
    if (this.world.compiler.apply(diff, doc)) this.refresh();
  }

  /** Shows an edit that is under way; the edit itself, or `apply` of its reverse, has to follow. */
  preview(diff: ProjectDiff): void {
    if (this.making) return;
    this.touch(diff);
    if (this.world.compiler.apply(diff, null)) this.refresh();
  }

  private touch(diff: ProjectDiff): void {
    for (const c of diff.changes) if (c.table === 'glyphs') this.touched.add(c.id);
  }

  private forget(): void {
    this.loads++;
    for (const old of new Set([this.newest, this.whole]))
      if (old) this.world.clock.setTimeout(old.remove, KEPT_MS);
    this.newest = this.whole = null;
    this.store.setState({ family: null, families: '' });
  }

  private refresh(): void {
    this.wanted = true;
    this.wake();
    if (!this.running) void this.run();
  }

  /** Makes fonts until nothing new is wanted and the newest has all letters; edits that come meanwhile are taken together. */
  private async run(): Promise<void> {
    this.running = true;
    try {
      while (this.wanted || this.partial) {
        if (this.wanted) await this.makeWanted();
        else await this.makeWhole();
      }
    } catch (error) {
      this.store.setState({ failed: error instanceof Error ? error.message : String(error) });
    } finally {
      this.running = false;
    }
  }

  private async makeWanted(): Promise<void> {
    this.wanted = false;
    const { doc } = this;
    if (!doc) return;
    const most = doc.styles[this.shownIn(doc)]?.colouring ? LARGE_PAINTED : LARGE;
    const large = Object.keys(inStyle(doc, this.styleId).glyphs).length > most;
    this.making = true;
    try {
      await this.make(doc, large ? { text: projectOf(doc).runningText, also: [...this.touched] } : null);
    } finally {
      this.making = false;
    }
  }

  /** Goes on with the rest of a large font, giving way to every edit. */
  private async makeWhole(): Promise<void> {
    const { doc } = this;
    if (!doc) return;
    const ahead = await this.world.compiler.ready(this.shownIn(doc), AHEAD_MS);
    if (this.wanted || (ahead.ok && !ahead.value)) return;
    await this.quiet();
    if (!this.wanted) await this.make(doc, null);
  }

  /** Waits a while, or until something is edited. */
  private quiet(): Promise<void> {
    return new Promise((resolve) => {
      const timer = this.world.clock.setTimeout(resolve, QUIET_MS);
      this.wake = () => {
        this.world.clock.clearTimeout(timer);
        resolve();
      };
    });
  }

  /** The style that is shown; the one the project opens with when that was taken away. */
  private shownIn(doc: Doc): string {
    return doc.styles[this.styleId] ? this.styleId : projectOf(doc).styleId;
  }

  private async make(doc: Doc, part: FontPart | null): Promise<void> {
    const styleId = this.shownIn(doc);
    const { loads } = this;
    if (part === null) this.touched.clear();
    const made = await this.world.compiler.compile('otf', styleId, this.world.nowS(), { part });
    // Another document came meanwhile: this font is not its own.
    if (loads !== this.loads) return;
    this.partial = part !== null && made.ok;
    if (made.ok) await this.show(made.value, part === null, loads);
    else this.store.setState({ failed: made.problems.map(describeProblem).join(' ') });
  }

  /** Shows a font under a new family name: a name used before would show the old one. */
  private async show({ bytes, ms }: Compiled, whole: boolean, loads: number): Promise<void> {
    const { length } = bytes;
    const family = `live-${++this.count}`;
    const made: Shown = { family, remove: await this.world.show(family, bytes) };
    if (loads !== this.loads) return made.remove();
    const before = [this.newest, this.whole];
    this.newest = made;
    if (whole) this.whole = made;
    const kept = [...new Set([this.newest, this.whole])].flatMap((f) => (f ? [f] : []));
    const families = kept.map((f) => `'${f.family}'`).join(', ');
    this.store.setState({ family, families, bytes: length, compileMs: ms, failed: null });
    for (const old of new Set(before))
      if (old && !kept.includes(old)) this.world.clock.setTimeout(old.remove, KEPT_MS);
  }
}

interface Shown {
  readonly family: string;
  readonly remove: () => void;
}
