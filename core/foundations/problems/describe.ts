import type { Place, Problem } from './problem';
import { FILES } from './sentences/files';
import { FONTS } from './sentences/fonts';
import { PICTURES } from './sentences/pictures';
import { PROJECTS } from './sentences/projects';
import type { Sentences } from './sentences/sentence';

/** Every kind of problem has its sentence. */
const SENTENCES: Sentences<Problem['code']> = { ...FILES, ...FONTS, ...PICTURES, ...PROJECTS };

/** What happened and what to do, in plain words, without the place. */
const sentence = (p: Problem): string => (SENTENCES[p.code] as (problem: Problem) => string)(p);

/** The place as words, "" when none is known. */
function describePlace(place: Place): string {
  const parts = [
    place.file,
    place.style,
    place.glyph && `glyph ${place.glyph}`,
    place.contour !== undefined && `contour ${place.contour + 1}`,
    place.table && `table ${place.table}`,
    place.field && `field ${place.field}`,
  ].filter(Boolean);
  return parts.join(', ');
}

/** One line for a person: place, what happened, what to do. */
export function describeProblem(p: Problem): string {
  const place = describePlace(p.place);
  const text = sentence(p);
  return place ? `${place}: ${text}` : text.charAt(0).toUpperCase() + text.slice(1);
}
