import { Box, Button, Dialog, Field, Flex, Input, Portal, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { FontPlace, FontSeen } from '../../core/fonts/open/lookAtFont';
import { holdsName, isSameName } from '../../core/type/names/familyNames';
import { nth } from '../../core/foundations/lists/nth';
import type { FontsAs } from '../workers/fonts.worker';
import { CheckField } from '../ui/CheckField';
import { FontFacts } from '../panels/FontFacts';

interface Props {
  readonly fileName: string;
  /** What each of the fonts says of itself. */
  readonly seen: readonly FontSeen[];
  readonly onOpen: (as: FontsAs) => void;
  readonly onLeave: () => void;
}

/** What keeps a family name from being used; null when it may be. */
function faultOf(family: string, seen: readonly FontSeen[]): string | null {
  const kept = seen.flatMap(({ licence }) => licence.reserved);
  const reserved = kept.find((name) => holdsName(family, name));
  if (reserved !== undefined) return `Its licence keeps the name ${reserved} for itself.`;
  return null;
}

interface NameProps {
  readonly seen: FontSeen;
  readonly family: string;
  readonly fault: string | null;
  readonly onFamily: (family: string) => void;
}

/** What the altered family is to be called. */
function OwnName({ seen, family, fault, onFamily }: NameProps) {
  const same = isSameName(family, seen.licence.family);
  return (
    <Field.Root invalid={fault !== null}>
      <Field.Label fontSize="sm">Your family’s own name</Field.Label>
      <Input
        autoFocus
        bg="sheet"
        borderColor={fault === null ? 'rule' : 'snag'}
        value={family}
        onChange={(e) => onFamily(e.target.value)}
      />
      <Field.ErrorText color="snag">{fault}</Field.ErrorText>
      {same && fault === null && (
        <Field.HelperText color="faded">
          That is its own name: keep it only if the font is yours.
        </Field.HelperText>
      )}
    </Field.Root>
  );
}

/** Several fonts are styles of one family. */
function Styles({ seen }: { readonly seen: readonly FontSeen[] }) {
  return (
    <Text fontSize="sm">
      {seen.length} fonts become the styles of one project: {seen.map((s) => s.style).join(', ')}.
    </Text>
  );
}

/** The weights that are opened at first: a regular and a bold, where there are such (OpenType, OS/2, usWeightClass), else both ends. */
function usualPlaces(places: readonly FontPlace[]): number[] {
  const at = (weight: number) => places.findIndex((p) => p.at.wght === weight);
  const usual = [at(400), at(700)].filter((i) => i >= 0);
  if (usual.length === 2) return usual;
  return [...new Set([0, places.length - 1])].filter((i) => i >= 0);
}

interface PlacesProps {
  readonly places: readonly FontPlace[];
  readonly chosen: readonly number[];
  readonly onChosen: (chosen: number[]) => void;
}

/** Which of a variable font's named places become styles. */
function Places({ places, chosen, onChosen }: PlacesProps) {
  const set = (i: number, on: boolean) =>
    onChosen(places.map((_, k) => k).filter((k) => (k === i ? on : chosen.includes(k))));
  return (
    <Box role="group" aria-label="Places of its axes that become styles">
      <Text fontSize="sm" mb="1">
        It varies. Each of these becomes a style that you can work on; styles that agree are cast as a
        variable font again.
      </Text>
      <Flex gap="3" wrap="wrap">
        {places.map(({ name, at }, i) => (
          <CheckField
            key={i}
            label={`${name} (${Object.values(at).join(', ')})`}
            checked={chosen.includes(i)}
            onChange={(on) => set(i, on)}
          />
        ))}
      </Flex>
    </Box>
  );
}

/** What a font says of itself, and the choice to open it under a name of one's own. */
export function FontDialog({ fileName, seen, onOpen, onLeave }: Props) {
  const first = nth(seen, 0);
  const [family, setFamily] = useState('');
  const [places, setPlaces] = useState(() => usualPlaces(first.places));
  const fault = faultOf(family, seen);
  const varies = seen.length === 1 && first.places.length > 0;
  const may = family.trim() !== '' && fault === null && !(varies && places.length === 0);
  const open = () => may && onOpen({ family: family.trim(), places: varies ? places : [] });
  return (
    <Dialog.Root open onOpenChange={(e) => !e.open && onLeave()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" color="ink" maxW="34rem">
            <Dialog.Header>
              <Dialog.Title>{first.licence.family || fileName}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body as="form" onSubmit={(e) => (e.preventDefault(), open())}>
              <Stack gap="3">
                <FontFacts seen={first} />
                {seen.length > 1 && <Styles seen={seen} />}
                {varies && <Places places={first.places} chosen={places} onChosen={setPlaces} />}
                <OwnName seen={first} family={family} fault={fault} onFamily={setFamily} />
              </Stack>
            </Dialog.Body>
            <Dialog.Footer>
              <Button variant="outline" borderColor="rule" onClick={onLeave}>
                Leave it
              </Button>
              <Button bg="hand" color="paper" disabled={!may} onClick={open}>
                Open as a project
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
