import { Flex, Input } from '@chakra-ui/react';
import {
  addGuide,
  changeGuide,
  removeGuide,
  shareGuide,
} from '../../core/project/document/commands/lines/guides';
import type { ShownGuide } from '../../core/project/document/queries/guides';
import type { GlyphRow } from '../../core/project/document/schema';
import { useDoc, useProject } from '../store/projectStore';
import { CheckField } from '../ui/CheckField';
import { InkButton } from '../ui/InkButton';
import { NumberField } from '../ui/NumberField';

interface Props {
  readonly guides: readonly ShownGuide[];
  /** The letter that guides can belong to; null where only those of all letters are listed. */
  readonly glyph: GlyphRow | null;
  readonly inHand?: string | null;
}

/** Lines of the artist's own by name, height, place and turn, typed exactly. */
export function GuideList({ guides, glyph, inHand }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <>
      {guides.map((guide) => (
        <GuideFields key={guide.id} guide={guide} glyph={glyph} inHand={guide.id === inHand} />
      ))}
      <InkButton
        tip="A level line for all letters, to be dragged where it belongs or typed"
        onClick={() => commit(addGuide(doc, null))}
      >
        Add a line
      </InkButton>
    </>
  );
}

interface FieldsProps {
  readonly guide: ShownGuide;
  readonly glyph: GlyphRow | null;
  readonly inHand: boolean;
}

function GuideName({
  guide,
  onName,
  onRemove,
}: {
  guide: ShownGuide;
  onName: (name: string) => void;
  onRemove: () => void;
}) {
  return (
    <Flex gap="1" align="center">
      <Input
        size="xs"
        flex="1"
        bg="sheet"
        borderColor="rule"
        aria-label="Name of the line"
        value={guide.name}
        onChange={(e) => onName(e.target.value)}
      />
      <InkButton
        tip="Take the line away"
        aria-label={`Take the line ${guide.name} away`}
        px="2"
        onClick={onRemove}
      >
        ×
      </InkButton>
    </Flex>
  );
}

function GuideFields({ guide, glyph, inHand }: FieldsProps) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const owner = guide.own && glyph ? glyph.id : null;
  const change = (to: Partial<Pick<ShownGuide, 'name' | 'x' | 'y' | 'deg'>>, continues = false) =>
    commit(changeGuide(doc, owner, guide.id, to), continues);
  return (
    <Flex
      direction="column"
      gap="1"
      ps="2"
      borderStartWidth="3px"
      borderColor={inHand ? 'hand' : 'rule'}
      role="group"
      aria-label={`Line ${guide.name}`}
    >
      <GuideName
        guide={guide}
        onName={(name) => change({ name }, true)}
        onRemove={() => commit(removeGuide(doc, owner, guide.id))}
      />
      <NumberField label="Height" unit="u" value={guide.y} onChange={(y) => change({ y })} />
      <NumberField
        label="Turned by"
        unit="°"
        digits={1}
        min={-90}
        max={90}
        value={guide.deg}
        onChange={(deg) => change({ deg })}
      />
      {guide.deg !== 0 && (
        <NumberField label="From the left edge" unit="u" value={guide.x} onChange={(x) => change({ x })} />
      )}
      {glyph && (
        <CheckField
          label="In this letter alone"
          checked={guide.own}
          onChange={() => commit(shareGuide(doc, glyph, guide.id))}
        />
      )}
    </Flex>
  );
}
