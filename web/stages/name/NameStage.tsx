import { Box, chakra, Flex, Progress, Text } from '@chakra-ui/react';
import { projectOf } from '../../../core/document/newProject';
import type { GlyphRow } from '../../../core/document/schema';
import { glyphNameOf } from '../../../core/names/glyphNames';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { drawnGlyphs, glyphByCodePoint } from '../../store/selectors';
import { useDoc } from '../../store/projectStore';
import { Bench } from '../../ui/Bench';
import { GlyphDrawing } from '../../ui/GlyphDrawing';
import { NameGauge } from './NameGauge';

const BLOCKS: readonly [string, (char: string) => boolean][] = [
  ['Latin capitals', (c) => /\p{Script=Latin}/u.test(c) && /\p{Lu}/u.test(c)],
  ['Latin small letters', (c) => /\p{Script=Latin}/u.test(c) && /\p{Ll}/u.test(c)],
  ['Figures', (c) => /\p{N}/u.test(c)],
  ['Punctuation', (c) => /\p{P}/u.test(c)],
  ['Everything else', () => true],
];

/** The characters of the bill, and those that have a glyph beyond it, by block. */
function byBlock(characters: readonly string[]): { name: string; characters: string[] }[] {
  const left = new Set(characters);
  return BLOCKS.map(([name, belongs]) => {
    const mine = [...left].filter(belongs);
    mine.forEach((c) => left.delete(c));
    return { name, characters: mine };
  }).filter((b) => b.characters.length > 0);
}

/** The ledger: all characters wanted and all glyphs there are, with coverage of the bill. */
export function NameStage() {
  const doc = useDoc();
  const { glyph, take } = useGlyphInHand();
  const bill = [...projectOf(doc).bill];
  const have = glyphByCodePoint(doc);
  const drawn = new Set(drawnGlyphs(doc).map((g) => g.id));
  const glyphOf = (char: string): GlyphRow | null => {
    const g = have.get(char.codePointAt(0)!);
    return g && drawn.has(g.id) ? g : null;
  };
  const covered = bill.filter((c) => glyphOf(c) !== null).length;
  const beyond = drawnGlyphs(doc).map((g) => String.fromCodePoint(g.codePoints[0]!));
  return (
    <>
      <Bench
        actions={
          <>
            <Text fontSize="sm" data-testid="coverage">
              {covered} of {bill.length} characters of the bill
            </Text>
            <Progress.Root
              value={(100 * covered) / Math.max(1, bill.length)}
              size="sm"
              w="16rem"
              aria-label="Coverage of the bill"
            >
              <Progress.Track>
                <Progress.Range bg="hand" />
              </Progress.Track>
            </Progress.Root>
            <Text fontSize="sm" color="faded" truncate>
              {covered < bill.length
                ? `Missing: ${bill.filter((c) => !glyphOf(c)).join(' ')}`
                : 'Nothing is missing'}
            </Text>
          </>
        }
      >
        <Box flex="1" minH="0" overflowY="auto" px="5" py="3">
          {byBlock([...new Set([...bill, ...beyond])]).map((block) => {
            const count = block.characters.filter((c) => glyphOf(c)).length;
            return (
              <Box key={block.name} as="section" mb="4">
                <Flex gap="3" align="baseline" borderBottomWidth="1px" borderColor="rule" mb="2">
                  <Text as="h2" fontWeight="bold" fontSize="sm">
                    {block.name}
                  </Text>
                  <Text fontSize="xs" color="faded">
                    {count} of {block.characters.length}
                  </Text>
                </Flex>
                <Flex wrap="wrap" gap="1">
                  {block.characters.map((char) => (
                    <Cell
                      key={char}
                      char={char}
                      glyph={glyphOf(char)}
                      chosen={glyph !== null && glyphOf(char)?.id === glyph.id}
                      onTake={take}
                    />
                  ))}
                </Flex>
              </Box>
            );
          })}
        </Box>
      </Bench>
      {glyph && <NameGauge key={glyph.id} glyph={glyph} />}
    </>
  );
}

interface CellProps {
  readonly char: string;
  readonly glyph: GlyphRow | null;
  readonly chosen: boolean;
  readonly onTake: (id: string) => void;
}

function Cell({ char, glyph, chosen, onTake }: CellProps) {
  const name = glyphNameOf(char.codePointAt(0)!);
  return (
    <chakra.button
      type="button"
      w="58px"
      h="74px"
      borderWidth="1px"
      borderStyle={glyph ? 'solid' : 'dashed'}
      borderColor={chosen ? 'hand' : 'rule'}
      bg={chosen ? 'handSoft' : glyph ? 'sheet' : 'transparent'}
      disabled={!glyph}
      aria-pressed={chosen}
      aria-label={glyph ? `${char}, ${name}` : `${char}, ${name}, missing`}
      title={glyph ? `${char} ${name}` : `${char} ${name}: no glyph yet`}
      onClick={() => glyph && onTake(glyph.id)}
      position="relative"
    >
      <Text fontSize="10px" color="faded" textAlign="left" px="1.5" lineHeight="16px">
        {char}
      </Text>
      <Flex justify="center" color={glyph ? 'ink' : 'faded'} h="54px" align="center">
        {glyph ? <GlyphDrawing glyph={glyph} size={52} /> : <Text fontSize="xs">empty</Text>}
      </Flex>
    </chakra.button>
  );
}
