import type { Remote } from 'comlink';
import { setBearings } from '../../core/project/document/commands/spacing/bearings';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { edit } from '../../core/project/document/inStep/edit';
import type { Doc, TableName } from '../../core/project/document/schema';
import { ok } from '../../core/foundations/problems/problem';
import { sampleProject } from '../../core/testing/sampleProject';
import type { Started } from '../jobs/workerHost';
import { settle } from '../testing/fakeClock';
import type { CompileApi } from './compile.worker';
import { Compiler } from './compileClient';

/** Compilers without threads: what each was sent. */
class FakeCompilers {
  readonly sent: string[][] = [];
  crash: (reason: string) => void = () => {};
  dies = false;

  start = (): Started<Remote<CompileApi>> => {
    const log: string[] = [];
    this.sent.push(log);
    const api = {
      begin: () => (log.push('begin'), Promise.resolve()),
      add: (table: TableName, rows: readonly Doc[TableName][string][]) => {
        log.push(`${table} ${rows.length}`);
        return Promise.resolve();
      },
      picture: (id: string) => (log.push(`picture ${id}`), Promise.resolve()),
      apply: (diff: ProjectDiff) => (log.push(`edit ${diff.label}`), Promise.resolve()),
      compile: () => {
        log.push('compile');
        if (!this.dies) return Promise.resolve(ok({ bytes: new Uint8Array(1), ms: 1 }));
        this.dies = false;
        this.crash('out of memory');
        return new Promise(() => undefined);
      },
    };
    return {
      api: api as unknown as Remote<CompileApi>,
      onCrash: (l) => (this.crash = l),
      onProgress: () => undefined,
      terminate: () => undefined,
    };
  };
}

const doc = sampleProject();
const compile = (c: Compiler) => c.compile('otf', 'regular', 0);

test('an edit of very many rows is sent as rows, a few at a time', async () => {
  const fake = new FakeCompilers();
  const compiler = new Compiler(fake.start);
  compiler.load(doc);
  await compile(compiler);
  const step = edit(doc, setBearings(doc, 'o', { left: 3 })!);
  const many = { ...step.diff, changes: Array.from({ length: 500 }, () => step.diff.changes[0]!) };
  fake.sent[0]!.length = 0;
  compiler.apply(many, step.doc);
  await compile(compiler);
  expect(fake.sent[0]![0]).toBe('begin');
  expect(fake.sent[0]).not.toContain(`edit ${step.diff.label}`);
});

test('the document is sent once, a few rows at a time, and only what changes after that', async () => {
  const fake = new FakeCompilers();
  const compiler = new Compiler(fake.start);
  compiler.load(doc);
  await compile(compiler);
  const first = fake.sent[0]!;
  expect(first[0]).toBe('begin');
  expect(first).toContain('glyphs 9');
  expect(first.some((l) => l.startsWith('pieces'))).toBe(false);
  const made = edit(doc, setBearings(doc, 'o', { left: 3 })!);
  expect(compiler.apply(made.diff, made.doc)).toBe(true);
  await compile(compiler);
  expect(fake.sent[0]!.slice(first.indexOf('compile') + 1)).toEqual(['edit Change side bearings', 'compile']);
});

test('a compiler that died is told, and the next one has the whole document, edits included', async () => {
  const fake = new FakeCompilers();
  const compiler = new Compiler(fake.start);
  compiler.load(doc);
  await compile(compiler);
  fake.dies = true;
  expect(await compile(compiler)).toMatchObject({ ok: false, problems: [{ code: 'worker-crashed' }] });
  const made = edit(doc, setBearings(doc, 'o', { left: 3 })!);
  compiler.apply(made.diff, made.doc);
  await settle();
  expect(await compile(compiler)).toMatchObject({ ok: true });
  expect(fake.sent).toHaveLength(2);
  expect(fake.sent[1]!.slice(0, 2)).toEqual(['begin', 'project 1']);
  expect(fake.sent[1]).not.toContain('edit Change side bearings');
});

test('pictures that letters are kept as are sent once, and to the next compiler again; a lost one is passed over', async () => {
  const fake = new FakeCompilers();
  const box = { x: 0, y: 0, width: 1, height: 1 };
  const kept = (name: string, pictureId: string) => ({
    ...doc.glyphs[name]!,
    picture: { pictureId, pieceId: 'p', box },
  });
  const H = kept('H', 'one');
  const asked: string[] = [];
  const compiler = new Compiler(fake.start, (id) => {
    asked.push(id);
    return Promise.resolve(id === 'lost' ? null : Uint8Array.of(1));
  });
  compiler.load({ ...doc, glyphs: { ...doc.glyphs, H, o: kept('o', 'lost') } });
  await compile(compiler);
  await compile(compiler);
  expect(fake.sent[0]!.filter((l) => l.startsWith('picture'))).toEqual(['picture one']);
  expect(asked.sort()).toEqual(['lost', 'one']);
  fake.dies = true;
  await compile(compiler);
  await compile(compiler);
  expect(fake.sent[1]!.filter((l) => l.startsWith('picture'))).toEqual(['picture one']);
});

test('edits that don’t reach the font aren’t sent', () => {
  const compiler = new Compiler(new FakeCompilers().start);
  compiler.load(doc);
  const diff = { label: 'x', changes: [{ table: 'sheets' as const, id: 's', before: null, after: null }] };
  expect(compiler.apply(diff, doc)).toBe(false);
});
