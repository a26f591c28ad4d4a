import { useEffect, useState } from 'react';
import type { ChordGrid } from '../../../core/outlines/outline/flat';
import { edgesOfSource } from '../../store/dressing';
import { useDressTarget } from './useDressTarget';

/** The source's edges as they stand in the font, while they are wanted. */
export function useEdges(wanted: boolean): ChordGrid | null {
  const { glyph, shift } = useDressTarget();
  const [found, setFound] = useState<{ of: unknown; shift: number; grid: ChordGrid | null } | null>(null);
  const of = glyph.source;
  useEffect(() => {
    let gone = false;
    if (!wanted || !of || (found?.of === of && found.shift === shift)) return;
    void edgesOfSource(glyph, shift).then((grid) => {
      if (!gone) setFound({ of, shift, grid });
    });
    return () => {
      gone = true;
    };
  }, [wanted, of, shift, glyph, found]);
  return wanted && found?.of === of ? found.grid : null;
}
