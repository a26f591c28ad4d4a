import { Flex, Text } from '@chakra-ui/react';
import { giveCharacter, mayLose, ownerOf, useNameBench } from '../../store/nameBench';
import { useDoc } from '../../store/projectStore';
import { GlyphDrawing } from '../../ui/GlyphDrawing';
import { InkButton } from '../../ui/InkButton';
import { PieceDrawing } from '../../ui/PieceDrawing';

/** A character that is taken: which drawing is the letter, and what becomes of the other. */
export function AskTaken() {
  const doc = useDoc();
  const asked = useNameBench((s) => s.asked);
  const owner = asked && ownerOf(doc, asked.what, asked.char);
  if (!asked || !owner) return null;
  const { what, char } = asked;
  const piece = what.kind === 'piece' ? doc.pieces[what.id] : undefined;
  const glyph = what.kind === 'glyph' ? doc.glyphs[what.id] : undefined;
  return (
    <Flex
      role="group"
      aria-label={`${char} is taken`}
      align="center"
      gap="3"
      px="5"
      py="2"
      bg="snagSoft"
      borderBottomWidth="1px"
      borderColor="snag"
      flexShrink={0}
    >
      <GlyphDrawing glyph={owner} size={40} />
      <Text fontSize="sm">has {char} already. And this?</Text>
      {piece && <PieceDrawing piece={piece} width={34} height={38} />}
      {glyph && <GlyphDrawing glyph={glyph} size={40} />}
      <InkButton
        tip="The old drawing loses its character; nothing of it is lost on its sheet"
        disabled={!mayLose(owner)}
        onClick={() => giveCharacter(what, char, 'replace')}
      >
        Take its place
      </InkButton>
      <InkButton
        main
        tip="Both stay: this becomes another drawing of the letter"
        onClick={() => giveCharacter(what, char, 'alternate')}
      >
        Keep as another drawing
      </InkButton>
      <InkButton tip="Leave everything as it is" onClick={() => useNameBench.setState({ asked: null })}>
        Leave it
      </InkButton>
      {!mayLose(owner) && (
        <Text fontSize="xs" color="snag">
          It was worked on by hand: give it another character first.
        </Text>
      )}
    </Flex>
  );
}
