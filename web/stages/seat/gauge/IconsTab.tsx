import { counted } from '../../../../core/foundations/problems/counted';
import { Text } from '@chakra-ui/react';
import { useState } from 'react';
import { firstIconSeating, placeIcons } from '../../../../core/project/document/commands/lines/icons';
import { iconsOf } from '../../../../core/project/document/queries/glyphs';
import { projectOf } from '../../../../core/project/document/newProject';
import { useDoc, useProject } from '../../../store/projectStore';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import { EvennessPart } from './EvennessPart';
import { PixelsPart } from './PixelsPart';

type IconSeating = ReturnType<typeof firstIconSeating>;

interface FieldsProps {
  readonly seating: IconSeating;
  readonly onChange: (change: Partial<IconSeating>) => void;
}

function SizeFields({ seating, onChange }: FieldsProps) {
  return (
    <>
      <SelectField
        label="Scaled"
        value={seating.scale}
        options={[
          ['together', 'Together: the largest reaches the size'],
          ['each', 'Each to the size'],
        ]}
        onChange={(scale) => onChange({ scale })}
      />
      <NumberField
        label="Size"
        unit="u"
        min={10}
        max={4000}
        value={seating.size}
        onChange={(size) => onChange({ size })}
      />
    </>
  );
}

function StandFields({ seating, onChange }: FieldsProps) {
  return (
    <>
      <SelectField
        label="Standing"
        value={seating.stand}
        options={[
          ['baseline', 'On the baseline'],
          ['middle', 'With their middles at one height'],
        ]}
        onChange={(stand) => onChange({ stand })}
      />
      {seating.stand === 'middle' && (
        <NumberField
          label="Middle at"
          unit="u"
          value={seating.middle}
          onChange={(middle) => onChange({ middle })}
        />
      )}
      <NumberField
        label="Margin at both sides"
        unit="u"
        value={seating.margin}
        onChange={(margin) => onChange({ margin })}
      />
      <NumberField
        label="Grid of a design size (0 = none)"
        unit="px"
        min={0}
        max={512}
        value={seating.gridPx ?? 0}
        onChange={(px) => onChange({ gridPx: px > 0 ? Math.round(px) : null })}
      />
    </>
  );
}

/** Stands icons beside each other: size, baseline or middle, one margin, the grid of a design size. */
export function IconsTab({ ids }: { ids: readonly string[] }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { unitsPerEm } = projectOf(doc);
  const [seating, setSeating] = useState(() => firstIconSeating(unitsPerEm));
  const onChange = (change: Partial<IconSeating>) => setSeating({ ...seating, ...change });
  const icons = iconsOf(doc).map((g) => g.id);
  const some = ids.length > 1 ? ids.filter((id) => icons.includes(id)) : icons;
  return (
    <>
      <Text fontSize="sm">
        {counted(some.length, 'icon')}, {ids.length > 1 ? 'those chosen' : 'all of the font'}
      </Text>
      <SizeFields seating={seating} onChange={onChange} />
      <StandFields seating={seating} onChange={onChange} />
      <InkButton
        main
        tip="Scale, stand and space the icons so; one step to undo"
        onClick={() => commit(placeIcons(doc, some, seating))}
      >
        Place {counted(some.length, 'icon')}
      </InkButton>
      <EvennessPart />
      <PixelsPart />
    </>
  );
}
