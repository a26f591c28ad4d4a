import { problem, type Problem } from '../../foundations/problems/problem';
import type { FontFile } from '../opentype/read/readFont';
import { DERIVED_VALUES } from './font/derivedValues';
import { FILE_AND_INK } from './font/fileAndInk';
import { NAMES_AND_CHARACTERS } from './font/namesAndCharacters';

/** Everything that is wrong with a font file that can be read, worst first. */
export function checkFont(font: FontFile): Problem[] {
  const out: Problem[] = [];
  for (const rule of [...FILE_AND_INK, ...DERIVED_VALUES, ...NAMES_AND_CHARACTERS])
    rule(font, (fault, severity, place) =>
      out.push(problem({ code: 'font-fault', ...fault }, severity, place)),
    );
  const rank = { error: 0, warning: 1, note: 2 };
  return out.sort((a, b) => rank[a.severity] - rank[b.severity]);
}
