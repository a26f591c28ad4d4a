import { Button, Dialog, Field, Flex, Input, Portal, Stack, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { lettersToTake, type TakingLetters } from '../../core/fonts/open/lettersOfFont';
import { counted } from '../../core/foundations/problems/counted';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import { leaveFont, takeFromFont, useBroughtFont, type BroughtFont } from '../store/fontLetters';
import { drawnGlyphs } from '../store/selectors';
import { useDoc } from '../store/projectStore';
import { GlyphDrawing } from '../ui/GlyphDrawing';
import { InkButton } from '../ui/InkButton';
import { SelectField } from '../ui/SelectField';
import { FontFacts } from './FontFacts';

/** Letters that are drawn for a look. */
const SHOWN = 48;
/** Size of a letter that is looked at, px. */
const LOOK_PX = 40;

/** Characters of letters with ink. */
const charactersOf = (doc: Doc): string =>
  drawnGlyphs(doc)
    .flatMap((g) => (g.codePoints[0] === undefined ? [] : [String.fromCodePoint(g.codePoints[0])]))
    .join('');

/** What the bill asks for, the font has, and nobody drew yet. */
function missingFrom(doc: Doc, from: Doc): string {
  const [have, there] = [new Set(charactersOf(doc)), new Set(charactersOf(from))];
  return [...new Set(projectOf(doc).bill)].filter((c) => there.has(c) && !have.has(c)).join('');
}

interface ChoiceProps {
  readonly font: BroughtFont;
  readonly how: TakingLetters;
  readonly onHow: (change: Partial<TakingLetters>) => void;
}

/** Which letters, typed or by a press. */
function WhichLetters({ font, how, onHow }: ChoiceProps) {
  const doc = useDoc();
  const { letters, lacking } = useMemo(() => lettersToTake(doc, font.from, how), [doc, font, how]);
  const missing = useMemo(() => missingFrom(doc, font.from), [doc, font]);
  return (
    <Field.Root>
      <Field.Label fontSize="sm">Letters to take</Field.Label>
      <Input
        autoFocus
        bg="sheet"
        borderColor="rule"
        value={how.characters}
        onChange={(e) => onHow({ characters: e.target.value })}
      />
      <Flex gap="2" mt="1">
        <InkButton
          tip="What the bill asks for and isn’t drawn yet"
          onClick={() => onHow({ characters: missing })}
        >
          The missing ones
        </InkButton>
        <InkButton
          tip="Every letter of this font"
          onClick={() => onHow({ characters: charactersOf(font.from) })}
        >
          All
        </InkButton>
      </Flex>
      <Field.HelperText color="faded">
        {counted(letters.glyphIds.length, 'letter')}
        {lacking.length > 0 && `; the font has no ${lacking.slice(0, SHOWN).join(' ')}`}
      </Field.HelperText>
      <Flex wrap="wrap" role="img" aria-label="The letters as the font has them">
        {letters.glyphIds.slice(0, SHOWN).flatMap((id) => {
          const glyph = font.from.glyphs[id];
          return glyph ? [<GlyphDrawing key={id} glyph={glyph} size={LOOK_PX} />] : [];
        })}
      </Flex>
    </Field.Root>
  );
}

/** Their size, and what becomes of letters that are there already. */
function HowTaken({ how, onHow }: Omit<ChoiceProps, 'font'>) {
  return (
    <>
      <SelectField
        label="Their size"
        value={how.size}
        options={[
          ['x-height', 'The same x-height as yours'],
          ['em', 'The same em'],
        ]}
        onChange={(size) => onHow({ size })}
      />
      <SelectField
        label="Where you have a letter already"
        value={how.where}
        options={[
          ['beside', 'Keep yours; theirs is another drawing of it'],
          ['replace', 'Theirs takes its place'],
        ]}
        onChange={(where) => onHow({ where })}
      />
    </>
  );
}

function OpenDialog({ font }: { readonly font: BroughtFont }) {
  const doc = useDoc();
  const [how, setHow] = useState<TakingLetters>(() => ({
    characters: missingFrom(doc, font.from),
    size: 'x-height',
    where: 'beside',
  }));
  const onHow = (change: Partial<TakingLetters>) => setHow((h) => ({ ...h, ...change }));
  const take = () => how.characters.trim() !== '' && takeFromFont(font, how);
  return (
    <Dialog.Root open scrollBehavior="inside" onOpenChange={(e) => !e.open && leaveFont()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" color="ink" maxW="36rem">
            <Dialog.Header>
              <Dialog.Title>Letters of {font.seen.licence.family || font.fileName}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body as="form" onSubmit={(e) => (e.preventDefault(), take())}>
              <Stack gap="3">
                <WhichLetters font={font} how={how} onHow={onHow} />
                <HowTaken how={how} onHow={onHow} />
                <FontFacts seen={font.seen} />
                <Text fontSize="xs" color="faded">
                  To work on the whole font, bring it to the list of projects instead.
                </Text>
              </Stack>
            </Dialog.Body>
            <Dialog.Footer>
              <Button variant="outline" borderColor="rule" onClick={leaveFont}>
                Leave it
              </Button>
              <Button bg="hand" color="paper" disabled={how.characters.trim() === ''} onClick={take}>
                Take the letters
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

/** What is wanted of a font that was brought to the project. */
export function LettersDialog() {
  const font = useBroughtFont((s) => s.font);
  return font && <OpenDialog key={font.fileName} font={font} />;
}
