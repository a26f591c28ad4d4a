import { Box, chakra, Flex, Heading, SimpleGrid, Table, Text } from '@chakra-ui/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { useMemo } from 'react';
import type { LetterCompared } from '../../../core/fonts/compare/compareFonts';
import { scaling } from '../../../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../../../core/foundations/geometry/contour';
import { counted } from '../../../core/foundations/problems/counted';
import { projectOf } from '../../../core/project/document/newProject';
import { stylesInOrder } from '../../../core/project/document/queries/styles';
import { pathData } from '../../../core/readers/svg/pathData';
import { useWay } from '../../panels/way';
import { db } from '../../persistence/db';
import { momentStore } from '../../persistence/moments';
import {
  compareWithFile,
  compareWithMoment,
  compareWithStyle,
  endComparison,
  useComparison,
  type Comparison,
} from '../../store/comparing';
import { glyphByCodePoint } from '../../store/selectors';
import { useDoc, useProject, useWhole } from '../../store/projectStore';
import { FileButton } from '../../ui/FileButton';
import { InkButton } from '../../ui/InkButton';
import { CHANGE_WORDS, changeText } from '../../text/compared';
import { ComparedWords } from './ComparedWords';
import { LaidOver } from './LaidOver';

/** Letters that are drawn; of more only the number is told. */
const SHOWN = 240;
/** From above accents to below descenders, and as wide as an M with some air: thousandths of an em. */
const VIEW = '-150 -1000 1300 1350';

const drawn = (contours: readonly Contour[]): string =>
  pathData(transformContours(contours, scaling(1, -1)), 0);

/** A letter as it was (faint) and as it is (a line), laid over each other. */
function LetterCard({ letter }: { readonly letter: LetterCompared }) {
  const doc = useDoc();
  const { goTo } = useWay();
  const [was, is] = useMemo(() => [drawn(letter.before), drawn(letter.after)], [letter]);
  const own = letter.codePoints.flatMap((cp) => glyphByCodePoint(doc).get(cp) ?? [])[0];
  return (
    <chakra.button
      type="button"
      borderWidth="1px"
      borderColor="rule"
      bg="sheet"
      p="2"
      textAlign="left"
      aria-label={`${letter.name}: ${changeText(letter)}`}
      aria-disabled={!own}
      onClick={() => own && goTo(letter.change === 'white' ? 'fit' : 'dress', own.id)}
    >
      <svg viewBox={VIEW} width="100%" height={110} aria-hidden>
        <LaidOver was={was} is={is} />
      </svg>
      <Text fontSize="sm" fontWeight="bold" truncate>
        {letter.name}
      </Text>
      <Text fontSize="xs" color="faded">
        {changeText(letter)}
      </Text>
    </chakra.button>
  );
}

/** What the style in hand is held against: a font or a project from a file, another style of the family, or a moment of the project. */
function Against() {
  const projectId = useProject((s) => s.projectId);
  const inHand = projectOf(useDoc()).styleId;
  const others = stylesInOrder(useWhole()).filter((s) => s.id !== inHand);
  const moments = useLiveQuery(() => (projectId ? momentStore(db).list(projectId) : []), [projectId]) ?? [];
  return (
    <Flex gap="2" wrap="wrap" align="center" mb="6">
      <Text fontSize="sm">What is otherwise here than in</Text>
      <FileButton
        text="a font or project from a file"
        tip="An OTF, TTF, WOFF, WOFF2, UFO (zipped), SVG font or project file"
        label="Font or project to compare with"
        accept=".otf,.ttf,.woff,.woff2,.svg,.zip"
        onFile={compareWithFile}
      />
      {others.map((s) => (
        <InkButton key={s.id} tip="Another style of the family" onClick={() => compareWithStyle(s)}>
          {s.name}
        </InkButton>
      ))}
      {moments.map((m) => (
        <InkButton
          key={m.id}
          tip="A moment that you gave a name in the history"
          onClick={() => compareWithMoment(m)}
        >
          {m.name}
        </InkButton>
      ))}
    </Flex>
  );
}

function FactRows({ found: { facts } }: Pick<Comparison, 'found'>) {
  if (facts.length === 0) return null;
  return (
    <Table.Root size="sm" mt="6" aria-label="What the fonts say of themselves">
      <Table.Body>
        {facts.map(({ of, before, after }) => (
          <Table.Row key={of} bg="transparent">
            <Table.Cell color="faded">{of}</Table.Cell>
            <Table.Cell>{before || '-'}</Table.Cell>
            <Table.Cell fontWeight="bold">{after || '-'}</Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}

function Found({ made }: { readonly made: Comparison }) {
  const doc = useDoc();
  const { letters, same } = made.found;
  return (
    <>
      <Flex align="baseline" gap="3" mb="2">
        <Heading as="h2" size="sm">
          Beside {made.with}
        </Heading>
        <Text fontSize="sm" role="status">
          {counted(letters.length, 'letter')} otherwise, {same} the same
        </Text>
        <InkButton tip="Put the comparison away" onClick={endComparison}>
          Done
        </InkButton>
      </Flex>
      {made.doc !== doc && (
        <Text fontSize="xs" color="snag">
          The project was changed since: compare again to see it as it is now.
        </Text>
      )}
      <Text fontSize="xs" color="faded" mb="3">
        Tinted: as it was. Line: as it is here. {CHANGE_WORDS.order}
      </Text>
      <SimpleGrid minChildWidth="130px" gap="2">
        {letters.slice(0, SHOWN).map((l) => (
          <LetterCard key={`${l.change} ${l.name}`} letter={l} />
        ))}
      </SimpleGrid>
      {letters.length > SHOWN && <Text mt="3">and {letters.length - SHOWN} more</Text>}
      <ComparedWords words={made.found.words} />
      <FactRows found={made.found} />
    </>
  );
}

/** The project beside another version of itself or another font: what changed most comes first. */
export function ComparePage() {
  const projectId = useProject((s) => s.projectId);
  const made = useComparison((s) => s.made);
  return (
    <Box p="6" overflowY="auto" flex="1" minH="0" tabIndex={0} role="group" aria-label="Comparison">
      <Against />
      {made && made.projectId === projectId && <Found made={made} />}
    </Box>
  );
}
