import { Box, Dialog, Flex, Portal, Text } from '@chakra-ui/react';
import type { GlyphRow, StyleRow } from '../../../core/project/document/schema';
import { InkButton } from '../../ui/InkButton';
import { ContourPicture } from './ContourPicture';
import type { FamilyRow } from './familyRows';

interface Props {
  readonly row: FamilyRow;
  readonly styles: readonly StyleRow[];
  readonly onLetter: (styleId: string, glyph: GlyphRow, char: string | null) => void;
  readonly onClose: () => void;
}

/** Why the drawings of a letter don’t go together, seen: their contours, points and beginnings in each style. */
export function PartingDialog({ row: { letter, apart }, styles, onLetter, onClose }: Props) {
  return (
    <Dialog.Root open size="lg" onOpenChange={({ open }) => !open && onClose()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" color="ink">
            <Dialog.Header>
              <Dialog.Title fontSize="md">{letter.char ?? letter.name} between weights</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Text fontSize="sm" color="snag">
                {apart}
              </Text>
              <Text fontSize="sm" color="faded" mt="1">
                Contours are matched by where they lie. Where that misleads, their order counts and the ringed
                points that they begin with: “Start here” on Dress, Points, moves a beginning. Points that
                only one style has are put into the others by themselves.
              </Text>
              <Flex mt="3" gap="5" wrap="wrap">
                {styles.map((style, i) => {
                  const glyph = letter.drawings[i];
                  return glyph ? (
                    <Box key={style.id} flex="1 1 0" minW="32">
                      <ContourPicture glyph={glyph} label={`${letter.name} in ${style.name}`} />
                      <InkButton
                        mt="2"
                        tip={`To Dress, with ${letter.name} of ${style.name}`}
                        onClick={() => onLetter(style.id, glyph, letter.char)}
                      >
                        {style.name}
                      </InkButton>
                    </Box>
                  ) : null;
                })}
              </Flex>
            </Dialog.Body>
            <Dialog.Footer>
              <InkButton tip="Back to the family" onClick={onClose}>
                Close
              </InkButton>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
