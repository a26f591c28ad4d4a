import { ofWhole, inStyle } from '../../core/project/document/queries/styles';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import type { Doc } from '../../core/project/document/schema';
import type { Problem } from '../../core/foundations/problems/problem';
import type { ProjectSession, SessionState } from './session';

/** What the benches and their jobs have of a project: one style of it, or all of it where it has one. */
export type Session = Pick<
  ProjectSession,
  | 'projectId'
  | 'doc'
  | 'whole'
  | 'getState'
  | 'subscribe'
  | 'opened'
  | 'gestures'
  | 'isSaved'
  | 'commit'
  | 'commitLate'
  | 'later'
  | 'undo'
  | 'redo'
  | 'goTo'
  | 'tell'
  | 'flush'
  | 'use'
>;

/**
 * One style of an open project, for a bench or a job: its document is that style's view, and its edits reach the whole document. A job that was
 * begun in a style goes on in it, whichever style is shown meanwhile.
 */
class StyleSession implements Session {
  constructor(
    private readonly project: ProjectSession,
    private readonly styleId: string,
  ) {}

  get projectId(): string {
    return this.project.projectId;
  }
  get opened(): Promise<void> {
    return this.project.opened;
  }
  get gestures(): ProjectSession['gestures'] {
    return this.project.gestures;
  }
  get isSaved(): boolean {
    return this.project.isSaved;
  }
  get whole(): Doc {
    return this.project.doc;
  }
  get doc(): Doc {
    return inStyle(this.project.doc, this.styleId);
  }
  getState = (): SessionState => {
    const state = this.project.getState();
    return state.doc ? { ...state, doc: inStyle(state.doc, this.styleId) } : state;
  };
  subscribe = (listener: (state: SessionState) => void): (() => void) =>
    this.project.subscribe(() => listener(this.getState()));
  commit = (diff: ProjectDiff | null, continues = false): void =>
    this.project.commit(diff && ofWhole(this.whole, diff), continues);
  commitLate = (diff: ProjectDiff | null): void => this.project.commitLate(diff && ofWhole(this.whole, diff));
  later = (label: string, again: () => void, make: () => Promise<ProjectDiff | null>): Promise<void> =>
    this.project.later(label, again, async () => {
      const diff = await make();
      return diff && ofWhole(this.whole, diff);
    });
  undo = (): void => this.project.undo();
  redo = (): void => this.project.redo();
  goTo = (count: number): void => this.project.goTo(count);
  flush = (): Promise<void> => this.project.flush();
  tell = (problems: readonly Problem[]): void => this.project.tell(problems);
  use = (): (() => void) => this.project.use();
}

/** Projects of hands on styles. */
const projects = new WeakMap<Session, ProjectSession>();

/** Hands on styles made so far, so that the same style of the same project is the same. */
const known = new WeakMap<ProjectSession, Map<string, Session>>();

/** One style of an open project. */
export function sessionIn(project: ProjectSession, styleId: string): Session {
  const styles = known.get(project) ?? new Map<string, Session>();
  known.set(project, styles);
  const made = styles.get(styleId) ?? new StyleSession(project, styleId);
  styles.set(styleId, made);
  projects.set(made, project);
  return made;
}

/** Another style of the project that a session belongs to. */
export const siblingIn = (session: Session, styleId: string): Session =>
  sessionIn(projects.get(session) ?? (session as ProjectSession), styleId);
