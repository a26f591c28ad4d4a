import type { CastFile } from '../../core/fonts/compile/casts/castFile';
import type { CastFormat } from '../../core/fonts/compile/casts/formats';
import { rememberCast } from '../../core/project/document/commands/font/casting';
import { castingOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import type { Compiler } from '../workers/compileClient';
import { compilerOf } from '../workers/compileClient';
import type { JobContext } from '../jobs/jobQueue';
import { runFor, untilQuiet } from './jobs';
import type { Session } from './styleSession';
import { world, type World } from './world';

interface CastingWorld extends Pick<World, 'jobs'> {
  /** A compiler that has a document as it is now, whichever project is shown by the time it is asked. */
  readonly compilerOf: (doc: Doc) => Pick<Compiler, 'plan' | 'cast' | 'print' | 'close'>;
  readonly now: () => number;
}

/** What is made for whom, and by what. */
interface Castings {
  readonly session: Session;
  readonly compiler: Pick<Compiler, 'plan' | 'cast' | 'print'>;
  readonly formats: readonly CastFormat[];
  readonly made: CastFile[];
  readonly onStage: (what: string) => void;
}

/** Casts of a project's fonts, aside and with progress. */
export function createCasting({ jobs, compilerOf, now }: CastingWorld) {
  /**
   * Makes a file of each chosen format, after what is being worked out has come in. `onStage` hears what is being made. Null when it
   * was stopped or failed; formats that can't be made are told, the others are there.
   */
  async function castAll(session: Session, onStage: (what: string) => void): Promise<CastFile[] | null> {
    const { family, formats, weights } = castingOf(session.doc);
    const made: CastFile[] = [];
    const ending = await runFor(
      session,
      {
        name: family,
        lane: 'cast',
        stage: 'Casting',
        async run({ signal, progress }) {
          onStage('the fonts');
          progress('Waiting for what is being worked out', null);
          await untilQuiet(session, signal, jobs);
          if (weights.length > 0) progress('Making the weights', null);
          const compiler = compilerOf(session.whole);
          try {
            await makeAll({ session, compiler, formats, made, onStage }, { signal, progress });
          } finally {
            compiler.close();
          }
        },
      },
      jobs,
    ).ended;
    return ending === 'done' ? made : null;
  }
  /** Makes the files one after the other, and remembers what was made. */
  async function makeAll(
    { session, compiler, formats, made, onStage }: Castings,
    { signal, progress }: JobContext,
  ): Promise<void> {
    const planned = await compiler.plan(formats, signal);
    session.tell(planned.problems);
    const plan = planned.ok ? planned.value : [];
    for (const [i, wanted] of plan.entries()) {
      const format = wanted.format.toUpperCase();
      onStage(`the ${format}`);
      progress(`Making the ${format}`, i / plan.length);
      const result = await compiler.cast(wanted, Math.floor(now() / 1000), { signal });
      session.tell(result.problems);
      if (result.ok) made.push(result.value);
    }
    const print = await compiler.print(now(), signal);
    if (print.ok && made.length > 0) session.commit(rememberCast(session.doc, print.value));
  }
  return { castAll };
}

export const { castAll } = createCasting({
  jobs: world.jobs,
  compilerOf,
  now: () => Date.now(),
});
