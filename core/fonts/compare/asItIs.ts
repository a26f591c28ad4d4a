import { ok, type Result } from '../../foundations/problems/problem';
import { castingOf } from '../../project/document/newProject';
import type { Doc } from '../../project/document/schema';
import type { OpenableFont } from '../open/anyFont';

/** A font as it is, to be held against another: opened under its own name and version. */
export function fontAsItIs({ seen, open }: OpenableFont): Result<Doc> {
  const opened = open({ id: 'font', family: seen.licence.family, nowMs: 0 });
  if (!opened.ok) return opened;
  const { doc } = opened.value;
  const casting = castingOf(doc);
  return ok({ ...doc, casting: { [casting.id]: { ...casting, version: seen.version } } });
}
