import { changeProject } from '../../core/project/document/commands/font/project';
import { setBearings } from '../../core/project/document/commands/spacing/bearings';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { edit } from '../../core/project/document/inStep/edit';
import { firstColouring } from '../../core/project/document/commands/colours/colouring';
import { blankGlyph } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import { sampleProject } from '../../core/testing/sampleProject';
import { FakeClock } from '../testing/fakeClock';
import type { FontPart } from '../workers/compile.worker';
import type { Compiled } from '../workers/compileClient';
import { FontKeeper } from './fontKeeper';

/** A compiler without a thread: what it was asked for, and fonts that are told by that. */
class Desk {
  readonly clock = new FakeClock();
  readonly log: string[] = [];
  readonly removed: string[] = [];
  /** Calls of `ready` until all is. */
  ahead = 0;
  fails = false;
  held: (() => void)[] | null = null;
  readonly keeper = new FontKeeper({
    compiler: {
      load: () => void this.log.push('load'),
      apply: (diff: ProjectDiff) => !diff.label.startsWith('Other'),
      compile: (_format, _style, _now, { part = null } = {}) => this.compile(part),
      ready: () => {
        this.log.push('ahead');
        return Promise.resolve(ok(--this.ahead < 0));
      },
    },
    show: (family) => {
      this.log.push(family);
      return Promise.resolve(() => void this.removed.push(family));
    },
    clock: this.clock,
    nowS: () => 0,
  });

  private async compile(part: FontPart | null): Promise<Result<Compiled>> {
    this.log.push(part ? `part ${[part.text, ...part.also].join(' ')}` : 'whole');
    const { held } = this;
    if (held) await new Promise<void>((go) => held.push(go));
    return this.fails ? fail({ code: 'nothing-there' }) : ok({ bytes: new Uint8Array(1), ms: 1 });
  }

  get state() {
    return this.keeper.store.getState();
  }
}

/** A project of more letters than are made at once. */
function large(): Doc {
  const doc = sampleProject();
  const more = Array.from({ length: 400 }, (_, i) => blankGlyph(`x${i}`, `x${i}`, [0xf0000 + i]));
  const glyphs = { ...doc.glyphs, ...Object.fromEntries(more.map((g) => [g.id, g])) };
  return edit({ ...doc, glyphs }, changeProject({ ...doc, glyphs }, { runningText: 'no' }, 'Text')!).doc;
}

const edited = (doc: Doc, left: number) => edit(doc, setBearings(doc, 'o', { left })!);

test('a small font is made whole at every edit', async () => {
  const d = new Desk();
  const doc = sampleProject();
  d.keeper.load(doc);
  await d.clock.pass(1);
  const step = edited(doc, 5);
  d.keeper.apply(step.diff, step.doc);
  await d.clock.pass(1);
  expect(d.log).toEqual(['load', 'whole', 'live-1', 'whole', 'live-2']);
  expect(d.state).toMatchObject({ family: 'live-2', families: "'live-2'", failed: null });
  await d.clock.pass(600);
  expect(d.removed).toEqual(['live-1']);
});

test('of a large font the running line’s letters are there at once, and all others when it is quiet', async () => {
  const d = new Desk();
  d.ahead = 3;
  d.keeper.load(large());
  await d.clock.pass(1);
  expect(d.log.slice(0, 3)).toEqual(['load', 'part no', 'live-1']);
  expect(d.log.filter((l) => l === 'ahead')).toHaveLength(4);
  expect(d.log).not.toContain('whole');
  await d.clock.pass(300);
  expect(d.log.slice(-2)).toEqual(['whole', 'live-2']);
  expect(d.state.families).toBe("'live-2'");
});

test('of letters that lines are drawn around, fewer make a large font', async () => {
  const desk = new Desk();
  const doc = sampleProject();
  const style = Object.values(doc.styles)[0]!;
  const more = Array.from({ length: 40 }, (_, i) => blankGlyph(`x${i}`, `x${i}`, [0xf0000 + i]));
  const glyphs = { ...doc.glyphs, ...Object.fromEntries(more.map((g) => [g.id, g])) };
  const painted = { ...doc, glyphs, styles: { [style.id]: { ...style, colouring: firstColouring } } };
  desk.keeper.load(painted);
  await desk.clock.pass(1);
  expect(desk.log.find((l) => l.startsWith('part') || l === 'whole')).toMatch(/^part/);
  desk.log.length = 0;
  desk.keeper.load({ ...painted, styles: { [style.id]: style } });
  await desk.clock.pass(1);
  expect(desk.log.find((l) => l.startsWith('part') || l === 'whole')).toBe('whole');
});

test('an edit of a large font shows at once what was edited since it was whole; other letters stay those of the whole', async () => {
  const d = new Desk();
  const doc = large();
  d.keeper.load(doc);
  await d.clock.pass(400);
  d.log.length = 0;
  const step = edited(doc, 5);
  d.keeper.apply(step.diff, step.doc);
  await d.clock.pass(10);
  expect(d.log.slice(0, 2)).toEqual(['part no o', 'live-3']);
  expect(d.state.families).toBe("'live-3', 'live-2'");
  // Another one before it is quiet: the whole waits again.
  const next = edited(step.doc, 9);
  d.keeper.apply(next.diff, next.doc);
  await d.clock.pass(200);
  expect(d.state.families).toBe("'live-4', 'live-2'");
  expect(d.log).not.toContain('whole');
  await d.clock.pass(300);
  expect(d.state.families).toBe("'live-5'");
  await d.clock.pass(600);
  expect([...d.removed].sort()).toEqual(['live-1', 'live-2', 'live-3', 'live-4']);
});

test('letters of the project that was open before are never set in the one opened next, not even when its font comes late', async () => {
  const d = new Desk();
  d.keeper.load(large());
  await d.clock.pass(400);
  expect(d.state.families).toBe("'live-2'");
  d.held = [];
  const step = edited(large(), 5);
  d.keeper.apply(step.diff, step.doc);
  await d.clock.pass(1);
  d.keeper.load(large());
  expect(d.state.families).toBe('');
  const { held } = d;
  d.held = null;
  held.splice(0).forEach((go) => go());
  await d.clock.pass(1);
  // The first font of the new one, and nothing behind it.
  expect(d.state.families).toBe("'live-3'");
  expect(d.log.filter((l) => l === 'live-3')).toHaveLength(1);
  await d.clock.pass(1000);
  expect(d.removed).toContain('live-2');
});

test('edits that come while a font is made are taken together; a preview meanwhile is left out', async () => {
  const d = new Desk();
  const doc = sampleProject();
  d.keeper.load(doc);
  await d.clock.pass(1);
  d.held = [];
  const [a, b] = [edited(doc, 5), edited(doc, 6)];
  d.keeper.apply(a.diff, a.doc);
  await d.clock.pass(1);
  d.keeper.apply(b.diff, b.doc);
  d.keeper.preview(a.diff);
  d.held.splice(0).forEach((go) => go());
  d.held = null;
  await d.clock.pass(1);
  expect(d.log).toEqual(['load', 'whole', 'live-1', 'whole', 'live-2', 'whole', 'live-3']);
  d.keeper.preview(a.diff);
  await d.clock.pass(1);
  expect(d.state.family).toBe('live-4');
});

test('an edit that doesn’t reach the font makes none', async () => {
  const d = new Desk();
  const doc = sampleProject();
  d.keeper.load(doc);
  await d.clock.pass(1);
  const step = edited(doc, 5);
  d.keeper.apply({ ...step.diff, label: 'Other things' }, step.doc);
  await d.clock.pass(1);
  expect(d.state.family).toBe('live-1');
});

test('a font that can’t be made is told; the one before stays, and the next is made again', async () => {
  const d = new Desk();
  const doc = large();
  d.keeper.load(doc);
  await d.clock.pass(400);
  d.fails = true;
  const step = edited(doc, 5);
  d.keeper.apply(step.diff, step.doc);
  await d.clock.pass(400);
  expect(d.state.failed).not.toBeNull();
  expect(d.state.families).toBe("'live-2'");
  d.fails = false;
  const next = edited(step.doc, 7);
  d.keeper.apply(next.diff, next.doc);
  await d.clock.pass(400);
  expect(d.state).toMatchObject({ failed: null, families: "'live-4'" });
});
