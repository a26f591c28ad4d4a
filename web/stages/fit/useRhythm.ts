import { useEffect, useMemo } from 'react';
import { spacedBy } from '../../../core/project/document/inStep/bearings';
import { projectOf } from '../../../core/project/document/newProject';
import { worstPairs } from '../../../core/type/fit/rhythm';
import { offNow, refreshJoins, refreshRhythm, useFittingAll } from '../../store/fittingAll';
import { useDoc } from '../../store/projectStore';

export interface PairOff {
  readonly left: string;
  readonly right: string;
  readonly chars: string;
  /** Em units; above 0 = too loose. */
  readonly off: number;
}

/** So many of the worst pairs are worth walking through. */
const MOST = 40;

/** The rhythm that the outlines ask for, and how far each pair is from it now. Kept in step while the stage is open. */
export function useRhythm() {
  const doc = useDoc();
  const rhythm = useFittingAll((s) => s.rhythm);
  const joins = useFittingAll((s) => s.joins);
  useEffect(() => void refreshRhythm(doc), [doc]);
  useEffect(() => void refreshJoins(doc), [doc, rhythm]);
  const k = projectOf(doc).unitsPerEm / 1000;
  return useMemo(() => {
    if (!rhythm) return null;
    const { glyphIds, fitted } = rhythm;
    const live = glyphIds.every((id) => doc.glyphs[id]);
    if (!live) return null;
    const place = new Map(glyphIds.map((id, i) => [id, i]));
    const off = offNow(doc, rhythm);
    const chars = fitted.letters.map((l) => l.char);
    // A composed letter has the white of the letter in it.
    const lettersOf = (id: string): string => {
      const glyph = doc.glyphs[id];
      return (glyph && spacedBy(glyph)) ?? id;
    };
    const between = (left: string, right: string): number | null => {
      const [i, j] = [place.get(lettersOf(left)), place.get(lettersOf(right))];
      return i === undefined || j === undefined ? null : k * off.data[i * off.size + j]!;
    };
    // Letters that join are judged by their joins, not by white.
    const small = (i: number) => fitted.joined && /[a-z]/.test(chars[i]!);
    const worst = worstPairs(chars, off, 4 * MOST)
      .filter((p) => !(small(p.left) && small(p.right)))
      .slice(0, MOST)
      .map((p): PairOff => ({
        left: glyphIds[p.left]!,
        right: glyphIds[p.right]!,
        chars: chars[p.left]! + chars[p.right]!,
        off: k * p.off,
      }));
    return {
      fitted,
      chars,
      glyphIds,
      place,
      between,
      at: (i: number, j: number) => k * off.data[i * off.size + j]!,
      worst,
      joins,
    };
  }, [doc, rhythm, joins, k]);
}
export type Rhythm = NonNullable<ReturnType<typeof useRhythm>>;
