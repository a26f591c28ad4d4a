import { counted } from '../../../../core/foundations/problems/counted';
import { Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import {
  placePart,
  setFree,
  shareContours,
  type PartPlacing,
} from '../../../../core/project/document/commands/outline';
import { usersOf } from '../../../../core/project/document/queries/glyphs';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { contoursBox } from '../../../../core/foundations/geometry/measure';
import { useGlyphInHand } from '../../../panels/useGlyphInHand';
import { dressBench, useDressBench } from '../../../store/dressBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { SelectField } from '../../../ui/SelectField';
import { useDressTarget } from '../useDressTarget';

const PLACINGS: readonly (readonly [PartPlacing, string])[] = [
  ['as it is', 'as it is'],
  ['mirrored', 'mirrored left to right'],
  ['turned', 'turned half round'],
  ['upside down', 'upside down'],
];

const namesOf = (users: readonly GlyphRow[]) => users.map((g) => g.name).join(', ');

/** A part that the letter has, with the way to it and out of it. */
function OwnPart({ componentId, part }: { componentId: string; part: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph } = useDressTarget();
  const { take } = useGlyphInHand();
  const users = usersOf(doc, part.id);
  return (
    <Flex align="center" gap="1.5">
      <Text
        as="button"
        flex="1"
        fontSize="sm"
        textAlign="left"
        truncate
        title={`Take ${part.name} in hand. In ${namesOf(users)}`}
        onClick={() => take(part.id)}
      >
        {part.name}, in {counted(users.length, 'letter')}
      </Text>
      <InkButton
        tip="Make it this letter's own; the others keep sharing"
        aria-label={`Set ${part.name} free`}
        onClick={() => commit(setFree(doc, glyph.id, componentId))}
      >
        Set free
      </InkButton>
    </Flex>
  );
}

/** What is chosen made a part under a name. */
function SharePart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, contours } = useDressTarget();
  const selection = useDressBench((s) => s.selection);
  const [name, setName] = useState('');
  const chosen = [...new Set(selection.map((p) => p.contour))].filter((i) => contours[i]?.of === undefined);
  const share = () => {
    commit(shareContours(doc, glyph.id, chosen, name));
    setName('');
  };
  return (
    <Flex gap="1.5">
      <Input
        size="xs"
        bg="sheet"
        borderColor="rule"
        placeholder="name of the part"
        aria-label="Name of the shared part"
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <InkButton
        tip="Make the chosen contours a part that other letters can have too"
        disabled={chosen.length === 0}
        onClick={share}
      >
        Share
      </InkButton>
    </Flex>
  );
}

/** Parts that letters have in common: make one of what is chosen, put one in, set one free. */
export function SharedPart() {
  const doc = useDoc();
  const { glyph, target } = useDressTarget();
  if (target.of !== 'outline') return null;
  return (
    <>
      <GaugePart title="Shared parts" />
      {glyph.role === 'part' && (
        <Text fontSize="sm">In {namesOf(usersOf(doc, glyph.id)) || 'no letter'}.</Text>
      )}
      {glyph.components.map((c) => {
        const part = doc.glyphs[c.glyphId];
        return part && <OwnPart key={c.id} componentId={c.id} part={part} />;
      })}
      <SharePart />
      <PlacePart />
    </>
  );
}

/** A part put where the letter's chosen contours are, or at its left edge on the baseline. */
function PlacePart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, contours } = useDressTarget();
  const selection = useDressBench((s) => s.selection);
  const parts = Object.values(doc.glyphs).filter((g) => g.role === 'part' && g.id !== glyph.id);
  const [wanted, setWanted] = useState('');
  const [placing, setPlacing] = useState<PartPlacing>('as it is');
  const part = parts.find((p) => p.id === wanted) ?? parts[0];
  if (!part) return null;
  const partId = part.id;
  const instead = [...new Set(selection.map((p) => p.contour))];
  const place = () => {
    const room = contoursBox(contours.filter((_, i) => instead.includes(i)));
    const box = contoursBox(contours);
    const foot = contoursBox(part.contours);
    const at = room ? { x: room.xMin, y: room.yMin } : { x: box?.xMin ?? 0, y: foot?.yMin ?? 0 };
    commit(placePart(doc, glyph.id, partId, placing, at, instead));
    dressBench.select([]);
  };
  return (
    <>
      <SelectField
        label="Part"
        value={partId}
        options={parts.map((p) => [p.id, p.name] as const)}
        onChange={setWanted}
      />
      <SelectField label="Put in" value={placing} options={PLACINGS} onChange={setPlacing} />
      <InkButton
        tip={
          instead.length > 0
            ? 'Put the part in place of the chosen contours'
            : 'Put the part in at the left edge; drag it where it belongs'
        }
        onClick={place}
      >
        {instead.length > 0 ? 'Put it instead of the chosen' : 'Put it in'}
      </InkButton>
    </>
  );
}
