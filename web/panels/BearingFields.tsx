import { Text } from '@chakra-ui/react';
import { useState } from 'react';
import { bearingRefusal, setBearings } from '../../core/project/document/commands/spacing/bearings';
import { bearingsFor } from '../../core/project/document/queries/spacing';
import { advanceOf } from '../../core/project/document/queries/metrics';
import type { GlyphRow } from '../../core/project/document/schema';
import { describeProblem } from '../../core/foundations/problems/describe';
import { useDoc, useProject } from '../store/projectStore';
import { NumberField } from '../ui/NumberField';

/** Both side bearings and the advance width of a glyph, typed; values that would pass each other are refused, with the reason. */
export function BearingFields({ glyph }: { glyph: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [refused, setRefused] = useState<{ readonly of: GlyphRow; readonly why: string } | null>(null);
  const take = (change: { left?: number; right?: number }) => {
    const problem = bearingRefusal(doc, glyph.id, change);
    setRefused(problem ? { of: glyph, why: describeProblem(problem) } : null);
    commit(setBearings(doc, glyph.id, change));
  };
  const follows = (side: 'left' | 'right') =>
    glyph.follows[side]
      ? ` (follows ${doc.glyphs[glyph.follows[side]]?.name ?? 'a letter that is gone'})`
      : '';
  return (
    <>
      <NumberField
        label={`Left bearing${follows('left')}`}
        unit="u"
        value={glyph.bearings.left}
        onChange={(left) => take({ left })}
      />
      <NumberField
        label={`Right bearing${follows('right')}`}
        unit="u"
        value={glyph.bearings.right}
        onChange={(right) => take({ right })}
      />
      <NumberField
        label="Advance width"
        unit="u"
        value={advanceOf(glyph)}
        onChange={(width) => take(bearingsFor(glyph, width))}
      />
      {refused?.of === glyph && (
        <Text fontSize="xs" color="snag" role="alert">
          {refused.why}
        </Text>
      )}
    </>
  );
}
