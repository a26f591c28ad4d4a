import type { Kerning } from '../opentype/layout/model';
import { isMark, joinsOf, marksByPlace, marksOf } from './anchors';
import { leaningByName } from './byName';
import type { FontGlyphs } from './fontGlyphs';
import type { Positionings } from './lookupList';
import type { LayoutScope } from './ruled';
import { addBounce } from './rules/bounce';
import { addCarriedPlaces } from './rules/carried';
import { wordGlyphs } from './rules/ends';

const MARK = /\p{M}/u;

/** Kerning, joins, letters that stand higher or lower, and marks, in this order. */
export function addPositionings(list: Positionings, { font, ruled, kerning, scripts }: LayoutScope): void {
  // Programs know marks by Unicode where a font says nothing of them.
  const ignoreMarks = font.glyphs.some(
    (g) => isMark(g) || g.codePoints.some((cp) => MARK.test(String.fromCodePoint(cp))),
  );
  if (kernsAnything(kerning))
    list.use('kern', [list.add({ name: 'kern', type: 'pair', kerning, ignoreMarks })]);
  const joins = joinsOf(font.glyphs);
  if (joins.length > 0) list.use('curs', [list.add({ name: 'curs', type: 'cursive', joins, ignoreMarks })]);
  const leaning = leaningByName(font.glyphs);
  const bounces = ruled.of('bounce').flatMap((r) => {
    const own = r.glyphs && ruled.all(r.glyphs).flatMap((g) => [g, ...(leaning.get(g) ?? [])]);
    const moved = own ?? wordGlyphs(font).filter((i) => !isMark(font.at(i)));
    return addBounce(list, font, moved, r.height) ?? [];
  });
  list.use('calt', bounces);
  const carry = (order: 'first' | 'last') => {
    for (const c of ruled.of('carried'))
      if (c.table === 'GPOS' && c.order === order) addCarriedPlaces(list, c, { at: ruled.at, scripts });
  };
  carry('first');
  addMarks(list, font, () => carry('last'));
}

/** Marks on letters, what `between` adds, and marks on marks. */
function addMarks(list: Positionings, font: FontGlyphs, between: () => void): void {
  const [onLetters, onMarks] = [marksOf(font.glyphs, 'letters'), marksOf(font.glyphs, 'marks')];
  if (onLetters.marks.length > 0 && onLetters.bases.length > 0)
    list.use('mark', [list.add({ name: 'mark', type: 'mark', marks: onLetters })]);
  between();
  list.use(
    'mkmk',
    marksByPlace(onMarks).map(({ marks, seen }, i) =>
      list.add({ name: `mkmk_${i + 1}`, type: 'markToMark', marks, onlyMarks: seen }),
    ),
  );
}

const kernsAnything = ({ pairs, groups }: Kerning): boolean =>
  pairs.length > 0 ||
  groups.values.some((row) => row.some((v) => v !== 0)) ||
  (groups.vary ?? []).some((row) => row.some((v) => v !== null));
