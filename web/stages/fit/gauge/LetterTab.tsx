import { Text } from '@chakra-ui/react';
import { freezeSpacing, releaseSpacing } from '../../../../core/project/document/commands/spacing/fitted';
import { setFollows } from '../../../../core/project/document/commands/spacing/follows';
import { spacedBy } from '../../../../core/project/document/inStep/bearings';
import { inkWidth } from '../../../../core/project/document/queries/metrics';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { BearingFields } from '../../../panels/BearingFields';
import { useDoc, useProject } from '../../../store/projectStore';
import { drawnGlyphs } from '../../../store/selectors';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { SelectField } from '../../../ui/SelectField';

const SPACING_TEXT = {
  first: 'Not fitted yet: as it was brought in.',
  fitted: 'Fitted by itself. What you change stays as you set it.',
  hand: 'Set by hand: fitting all leaves it alone.',
} as const;

/** White at both sides of the letter in hand, and whom it follows. */
export function LetterTab({ glyph }: { glyph: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const base = doc.glyphs[spacedBy(glyph) ?? ''];
  const leaders = drawnGlyphs(doc).filter((g) => g.id !== glyph.id);
  const follow = (side: 'left' | 'right') => (
    <SelectField
      label={`${side === 'left' ? 'Left' : 'Right'} side follows`}
      value={glyph.follows[side] ?? ''}
      options={[
        ['', 'no letter'],
        ...leaders.map((g) => [g.id, `${String.fromCodePoint(g.codePoints[0]!)} (${g.name})`] as const),
      ]}
      onChange={(id) => commit(setFollows(doc, glyph.id, side, id === '' ? null : id))}
    />
  );
  return (
    <>
      <Text fontSize="xs" color="faded" data-testid="spacing-state">
        {base && glyph.spacing !== 'hand'
          ? `Takes its space from ${base.name}, which it is composed of.`
          : SPACING_TEXT[glyph.spacing]}
      </Text>
      <BearingFields glyph={glyph} />
      {glyph.contours.length > 0 && <Fact label="Width of the ink">{inkWidth(glyph).toFixed(0)} u</Fact>}
      {glyph.spacing === 'hand' && (
        <InkButton
          tip="The next fit may set its bearings again"
          onClick={() => commit(releaseSpacing(doc, [glyph.id]))}
        >
          Let it be fitted
        </InkButton>
      )}
      {glyph.spacing === 'fitted' && (
        <InkButton
          tip="Accept what the fit made: it stays as it is from now on"
          onClick={() => commit(freezeSpacing(doc, [glyph.id]))}
        >
          Keep it so
        </InkButton>
      )}
      <GaugePart title="Takes its space from another letter" />
      {follow('left')}
      {follow('right')}
    </>
  );
}
