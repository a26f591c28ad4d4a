import { SimpleGrid, Text } from '@chakra-ui/react';
import { useState } from 'react';
import {
  combineContours,
  COMBINATIONS,
  growGlyph,
  removeContours,
  type Combination,
} from '../../../../core/project/document/commands/outline';
import type { ProjectDiff } from '../../../../core/project/document/changes/diff';
import { dressBench, useDressBench } from '../../../store/dressBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import { useDressTarget } from '../useDressTarget';

const TEXTS: Record<Combination, readonly [string, string]> = {
  union: ['Unite', 'Overlapping contours become one: the chosen ones, or all'],
  subtract: ['Subtract', 'Take the chosen contours out of the others'],
  intersect: ['Intersect', 'Keep what the chosen contours share with the others'],
  divide: ['Divide', 'Part the letter along the edges of the chosen contours'],
  weld: ['Weld', 'Close and join loose ends, then unite all that touches'],
};

const CORNERS = [
  ['sharp', 'corners stay sharp'],
  ['round', 'corners become round'],
] as const;

/** An edit of contours: what was chosen before it are other contours behind it. */
function make(diff: ProjectDiff | null): void {
  useProject.getState().commit(diff);
  if (diff) dressBench.select([]);
}

function GrowPart() {
  const doc = useDoc();
  const { target } = useDressTarget();
  const [by, setBy] = useState(5);
  const [corners, setCorners] = useState<'sharp' | 'round'>('sharp');
  const ways: readonly [string, string, number][] = [
    ['Grow', 'outwards', by],
    ['Shrink', 'inwards', -by],
  ];
  return (
    <>
      <NumberField label="Weight by" unit="u" digits={1} value={by} min={0.1} max={200} onChange={setBy} />
      <SelectField label="And its corners" value={corners} options={CORNERS} onChange={setCorners} />
      <SimpleGrid columns={2} gap="1.5">
        {ways.map(([name, way, units]) => (
          <InkButton
            key={name}
            tip={`Every edge ${by} u ${way}`}
            onClick={() => make(growGlyph(doc, target, units, corners))}
          >
            {name}
          </InkButton>
        ))}
      </SimpleGrid>
    </>
  );
}

/** Contours combined, taken away, grown and shrunk. */
export function CombinePart() {
  const doc = useDoc();
  const { target, contours } = useDressTarget();
  const selection = useDressBench((s) => s.selection);
  const chosen = [...new Set(selection.map((p) => p.contour))];
  const some = chosen.length > 0 && chosen.length < contours.length;
  const can = (how: Combination) => contours.length > 0 && (how === 'union' || how === 'weld' || some);
  return (
    <>
      <Text fontSize="xs" color="faded">
        {chosen.length === 0
          ? 'Choose points of a contour to combine it with the others.'
          : `${chosen.length} of ${contours.length} contours chosen.`}
      </Text>
      <SimpleGrid columns={3} gap="1.5">
        {COMBINATIONS.map((how) => (
          <InkButton
            key={how}
            tip={TEXTS[how][1]}
            disabled={!can(how)}
            onClick={() => make(combineContours(doc, target, chosen, how))}
          >
            {TEXTS[how][0]}
          </InkButton>
        ))}
        <InkButton
          tip="Take the chosen contours away"
          disabled={chosen.length === 0}
          onClick={() => make(removeContours(doc, target, chosen))}
        >
          Remove
        </InkButton>
      </SimpleGrid>
      {target.of !== 'skeleton' && <GrowPart />}
    </>
  );
}
