import { openProjectFile, type ProjectFile } from '../core/project/archive/readProject';
import { UsageError } from './arguments';
import { readBytes } from './files';
import { valueOrPrint } from './telling';

/** A project from its file; null after what is wrong with it was printed. */
export function projectAt(path: string): ProjectFile | null {
  const bytes = valueOrPrint(readBytes(path), path);
  return bytes && valueOrPrint(openProjectFile(bytes), path);
}

/** The one project that a command was given; UsageError for none or several. */
export function oneProject(positionals: readonly string[]): ProjectFile | null {
  const [path, ...more] = positionals;
  if (!path || more.length > 0) throw new UsageError('give one project');
  return projectAt(path);
}
