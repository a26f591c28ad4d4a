import { ok, type Result } from '../../foundations/problems/problem';
import { castingOf } from '../../project/document/newProject';
import type { Doc } from '../../project/document/schema';
import { licenceOf } from '../open/licence';
import { openFont } from '../open/openFont';
import type { FontFile } from '../opentype/read/readFont';

/** A font as it is, to be held against another: opened under its own name and version. */
export function fontAsItIs(font: FontFile): Result<Doc> {
  const opened = openFont(font, { id: 'font', family: licenceOf(font).family, nowMs: 0 });
  if (!opened.ok) return opened;
  const { doc } = opened.value;
  const casting = castingOf(doc);
  const version = font.head.fontRevision.toFixed(3);
  return ok({ ...doc, casting: { [casting.id]: { ...casting, version } } });
}
