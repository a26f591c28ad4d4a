import { Checkbox, Text } from '@chakra-ui/react';
import { dressBench, useDressBench, type Seeing } from '../../../store/dressBench';
import { Fact } from '../../../ui/Gauge';
import { NumberField } from '../../../ui/NumberField';
import { UnderlayPart } from '../../../panels/UnderlayPart';
import { GridPart } from './GridPart';
import { GuidePart } from './GuidePart';
import { deviationNumbers } from '../drawSeeing';
import { placedAt, useDressTarget } from '../useDressTarget';
import { useEdges } from '../useEdges';

const SWITCHES: readonly (readonly [keyof Omit<Seeing, 'source'>, string])[] = [
  ['filled', 'Filled as it will print'],
  ['neighbours', 'Neighbours'],
  ['comb', 'Curvature comb'],
  ['deviation', 'Deviation from the source'],
];

export function SeeTab() {
  const seeing = useDressBench((s) => s.seeing);
  const { glyph } = useDressTarget();
  return (
    <>
      {SWITCHES.map(([key, text]) => (
        <Checkbox.Root
          key={key}
          size="sm"
          checked={seeing[key]}
          onCheckedChange={(e) => dressBench.see({ [key]: e.checked === true })}
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control borderColor="rule" />
          <Checkbox.Label>{text}</Checkbox.Label>
        </Checkbox.Root>
      ))}
      {seeing.deviation && <DeviationFacts />}
      <NumberField
        label="Source picture"
        unit="%"
        value={seeing.source * 100}
        min={0}
        max={100}
        step={5}
        onChange={(v) => dressBench.see({ source: v / 100 })}
      />
      <UnderlayPart glyph={glyph} />
      <GridPart />
      <GuidePart />
    </>
  );
}

function DeviationFacts() {
  const { glyph, shift } = useDressTarget();
  const edges = useEdges(true);
  if (!glyph.source)
    return (
      <Text fontSize="xs" color="faded">
        This letter was drawn here: there is no source to hold it against.
      </Text>
    );
  if (!edges) return <Text fontSize="xs">Reading the source …</Text>;
  const { most, mean } = deviationNumbers(placedAt(glyph.contours, shift), edges);
  return (
    <>
      <Fact label="Greatest">
        <span data-testid="deviation-most">{most.toFixed(1)} u</span>
      </Fact>
      <Fact label="Mean">{mean.toFixed(2)} u</Fact>
      <Text fontSize="xs" color="faded">
        Thin: within 2 u of the source. Thicker: up to 4 u. Thickest: further off.
      </Text>
    </>
  );
}
