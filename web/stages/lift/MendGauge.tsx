import { Text } from '@chakra-ui/react';
import { GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import type { LiftTool } from '../../tools/lift/liftTool';

interface Props {
  readonly tool: LiftTool;
  readonly onTool: (tool: LiftTool) => void;
  readonly onJoin: () => void;
}

/** What the finder got wrong, put right by hand. */
export function MendGauge({ tool, onTool, onJoin }: Props) {
  const toggle = (t: LiftTool) => onTool(tool === t ? 'pick' : t);
  return (
    <>
      <GaugePart title="Mend what was found" />
      <InkButton
        tip="Draw a line across a piece to cut it in two (X)"
        aria-pressed={tool === 'cut'}
        onClick={() => toggle('cut')}
      >
        Cut with a line
      </InkButton>
      <InkButton tip="Take the piece and the next one for one letter (G)" onClick={onJoin}>
        Join with the next
      </InkButton>
      <InkButton
        tip="Draw a box around ink that was left out (B)"
        aria-pressed={tool === 'box'}
        onClick={() => toggle('box')}
      >
        Add with a box
      </InkButton>
      {tool !== 'pick' && (
        <Text fontSize="xs" color="faded">
          {tool === 'cut' ? 'Draw a line across the piece.' : 'Draw a box around the letter.'} Escape stops.
        </Text>
      )}
    </>
  );
}
