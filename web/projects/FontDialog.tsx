import { Button, Dialog, Field, Input, Portal, Stack } from '@chakra-ui/react';
import { useState } from 'react';
import type { FontSeen } from '../../core/fonts/open/openFont';
import { holdsName, isSameName } from '../../core/type/names/familyNames';
import { FontFacts } from '../panels/FontFacts';

interface Props {
  readonly fileName: string;
  readonly seen: FontSeen;
  readonly onOpen: (family: string) => void;
  readonly onLeave: () => void;
}

/** What keeps a family name from being used; null when it may be. */
function faultOf(family: string, { licence }: FontSeen): string | null {
  const reserved = licence.reserved.find((name) => holdsName(family, name));
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

/** What a font says of itself, and the choice to open it under a name of one's own. */
export function FontDialog({ fileName, seen, onOpen, onLeave }: Props) {
  const [family, setFamily] = useState('');
  const fault = faultOf(family, seen);
  const open = () => family.trim() !== '' && fault === null && onOpen(family.trim());
  return (
    <Dialog.Root open onOpenChange={(e) => !e.open && onLeave()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" color="ink" maxW="34rem">
            <Dialog.Header>
              <Dialog.Title>{seen.licence.family || fileName}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body as="form" onSubmit={(e) => (e.preventDefault(), open())}>
              <Stack gap="3">
                <FontFacts seen={seen} />
                <OwnName seen={seen} family={family} fault={fault} onFamily={setFamily} />
              </Stack>
            </Dialog.Body>
            <Dialog.Footer>
              <Button variant="outline" borderColor="rule" onClick={onLeave}>
                Leave it
              </Button>
              <Button
                bg="hand"
                color="paper"
                disabled={family.trim() === '' || fault !== null}
                onClick={open}
              >
                Open as a project
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
