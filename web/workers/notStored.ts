import { fail, type Result } from '../../core/foundations/problems/problem';
import { isFull } from '../persistence/projectWriter';

/** What is told when something couldn't be put into the browser's storage. */
export function notStored(error: unknown, what: string): Result<string> {
  if (isFull(error)) return fail({ code: 'storage-full', what });
  return fail({ code: 'storage-failed', reason: error instanceof Error ? error.message : String(error) });
}
