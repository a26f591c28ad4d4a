import { createStore } from 'zustand/vanilla';
import type { Problem } from '../../core/foundations/problems/problem';

/** A message on the page. */
export interface Message {
  readonly id: number;
  readonly projectId: string;
  readonly problem: Problem;
  /** How often it was said. */
  readonly times: number;
}

/** Messages pass by themselves after so long, ms: an error has to be read, a note is only glanced at. */
export const PASSES_AFTER_MS = { error: 40_000, warning: 20_000, note: 10_000 } as const;
/** More than so many wait behind the newest of the worst; the rest is only counted. */
const MOST = 30;

/** Messages of all projects: the same one isn't said twice, and none stays for ever. */
export function createMessages(clock: { setTimeout(run: () => void, ms: number): unknown }) {
  const store = createStore<{ readonly messages: readonly Message[] }>(() => ({ messages: [] }));
  let serial = 0;
  const drop = (id: number): void =>
    store.setState((s) => ({ messages: s.messages.filter((m) => m.id !== id) }));
  const add = (projectId: string, problem: Problem): void => {
    const same = JSON.stringify(problem);
    const { messages } = store.getState();
    const known = messages.find((m) => m.projectId === projectId && JSON.stringify(m.problem) === same);
    const message: Message = { id: ++serial, projectId, problem, times: (known?.times ?? 0) + 1 };
    store.setState({ messages: [...messages.filter((m) => m !== known), message].slice(-MOST) });
    clock.setTimeout(() => drop(message.id), PASSES_AFTER_MS[problem.severity]);
  };
  return {
    store,
    tell: (projectId: string, problems: readonly Problem[]): void =>
      problems.forEach((p) => add(projectId, p)),
    drop,
    dropAll: (projectId: string): void =>
      store.setState((s) => ({ messages: s.messages.filter((m) => m.projectId !== projectId) })),
  };
}
