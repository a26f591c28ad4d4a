import { roving } from '../../../ui/roving';
import { Box, Flex, Grid, Text } from '@chakra-ui/react';
import { stylesInOrder } from '../../../../core/project/document/queries/styles';
import { castingOf, projectOf } from '../../../../core/project/document/newProject';
import { counted } from '../../../../core/foundations/problems/counted';
import type { Doc } from '../../../../core/project/document/schema';
import { LiveText } from '../../../panels/LiveText';
import { useWay } from '../../../panels/way';
import { drawnGlyphs } from '../../../store/selectors';
import { useDoc, useWhole } from '../../../store/projectStore';
import { FitLine } from '../FitLine';
import { ProofBlock } from '../ProofBlock';

/** Characters of a font with ink, in their order. */
const charactersOf = (doc: Doc): string[] =>
  drawnGlyphs(doc)
    .flatMap((g) => g.codePoints.slice(0, 1))
    .sort((a, b) => a - b)
    .map((cp) => String.fromCodePoint(cp));

/** What is said of the font in small type: styles, characters, who drew it. */
function useFacts() {
  const [doc, family] = [useDoc(), useWhole()];
  const { family: name, designer, version } = castingOf(doc);
  const characters = charactersOf(doc);
  const styles = stylesInOrder(family).map((s) => s.name);
  const line = [styles.join(', '), counted(characters.length, 'character'), designer, `version ${version}`];
  return {
    name: name || projectOf(doc).name,
    characters,
    line: line.filter((part) => part.trim() !== '').join(' · '),
  };
}

function Facts({ text }: { readonly text: string }) {
  return (
    <Text fontSize="sm" opacity="0.75">
      {text}
    </Text>
  );
}

/** The name across the page, all characters, and a text in three sizes. */
export function SheetSpecimen() {
  const { name, characters, line } = useFacts();
  const { take } = useWay();
  return (
    <>
      <FitLine most={170} place="specimen/name" first={name} />
      <Facts text={line} />
      <LiveText
        text={characters.join(' ')}
        onPick={take}
        fontSize="27px"
        lineHeight="1.5"
        borderTopWidth="1px"
        borderBottomWidth="1px"
        borderColor="currentColor"
        py="4"
        my="6"
      />
      {[34, 22, 15].map((px) => (
        <ProofBlock
          key={px}
          place="specimen/text"
          first="High water at seven; the gates shut behind it and the wheel turns by half past nine. Fourteen sacks of barley, three of oats."
          fontSize={`${px}px`}
          mb="4"
        />
      ))}
    </>
  );
}

/** Large letters that tell most of the hand. */
const TELLING = ['R', 'a', 'g', 'e', 'Q', 'k', '7', '&', 'y', 'S', 's', '?'];

/** Single letters large in even fields. */
export function LettersSpecimen() {
  const { name, characters, line } = useFacts();
  const { take } = useWay();
  const have = new Set(characters);
  const wanted = [...TELLING, ...characters.filter((c) => /\p{L}/u.test(c) && !TELLING.includes(c))];
  const shown = wanted.filter((c) => have.has(c)).slice(0, 12);
  return (
    <>
      <Grid
        templateColumns="repeat(4, 1fr)"
        borderTopWidth="1px"
        borderLeftWidth="1px"
        borderColor="currentColor"
        role="group"
        aria-label="Letters in fields"
        {...roving('[data-cell]')}
      >
        {shown.map((c) => (
          <Flex
            key={c}
            borderRightWidth="1px"
            borderBottomWidth="1px"
            borderColor="currentColor"
            h="190px"
            align="center"
            justify="center"
            overflow="hidden"
          >
            <LiveText
              text={c}
              name={c}
              tabIndex={-1}
              data-cell
              onPick={take}
              fontSize="120px"
              lineHeight="1"
            />
          </Flex>
        ))}
      </Grid>
      <Flex justify="space-between" align="baseline" mt="6" gap="6">
        <ProofBlock place="specimen/name" first={name} fontSize="40px" />
        <Facts text={line} />
      </Flex>
    </>
  );
}

/** Colours of the panels: the mill’s shutters, the water at dusk, barley, lichen. */
const PANELS = [
  ['#243e4a', '#f4e2b2'],
  ['#b24a2c', '#fdf3df'],
  ['#e9c46a', '#3a2a17'],
  ['#5f7355', '#f6f1de'],
] as const;
const PANEL_TEXTS = ['High water', 'Barley, oats', '07:04', 'The eels are running'];

/** Panels of colour, each with a few words. */
export function PanelsSpecimen() {
  const { name, line } = useFacts();
  return (
    <>
      <Grid templateColumns="repeat(2, minmax(0, 1fr))" gap="3">
        {PANELS.map(([ground, ink], i) => (
          <Flex key={ground} h="250px" p="6" align="flex-end" style={{ background: ground, color: ink }}>
            <FitLine most={110} place={`specimen/panel ${i}`} first={PANEL_TEXTS[i] ?? name} />
          </Flex>
        ))}
      </Grid>
      <Box mt="6">
        <ProofBlock place="specimen/name" first={name} fontSize="52px" />
        <Facts text={line} />
      </Box>
    </>
  );
}
