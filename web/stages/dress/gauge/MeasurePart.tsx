import { Flex, Text } from '@chakra-ui/react';
import { removeMeasure } from '../../../../core/project/document/commands/lines/guides';
import { useDressBench } from '../../../store/dressBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { widthsAlong } from '../drawSeeing';
import { useDressTarget } from '../useDressTarget';
import { useKeepMeasure } from '../useDressKeys';

/** The line measured last can be kept; kept ones go on telling the ink under them while the letter is worked on. */
export function MeasurePart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph } = useDressTarget();
  const ruler = useDressBench((s) => s.ruler);
  const keep = useKeepMeasure();
  return (
    <>
      <GaugePart title="Measures that stay" />
      {glyph.measures.map((m, i) => (
        <Flex key={m.id} gap="2" align="center">
          <Text flex="1" fontSize="sm">
            {widthsAlong(glyph.contours, m.from, m.to)
              .map((w) => `${w.toFixed(1)} u`)
              .join(', ') || 'no ink under it'}
          </Text>
          <InkButton
            tip="Take the measure away"
            aria-label={`Take measure ${i + 1} away`}
            px="2"
            onClick={() => commit(removeMeasure(doc, glyph.id, m.id))}
          >
            ×
          </InkButton>
        </Flex>
      ))}
      <InkButton
        tip="Keep the line just measured: it goes on telling the ink under it (K)"
        disabled={!ruler}
        onClick={keep}
      >
        Keep this measure
      </InkButton>
    </>
  );
}
