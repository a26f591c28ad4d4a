import { Box, Flex, Heading, Image, Text } from '@chakra-ui/react';
import { counted } from '../../../core/foundations/problems/counted';
import type { CastWeight } from '../../../core/project/document/schema';
import { projectOf } from '../../../core/project/document/newProject';
import { useDoc } from '../../store/projectStore';
import { useLiveFont } from '../../store/liveFont';
import { useInWeights } from '../../store/wordDrawing';

interface Props {
  readonly family: string;
  /** Styles of the project, the one in hand first. */
  readonly styles: readonly string[];
  readonly weights: readonly CastWeight[];
}

/** Type size of what stands beside the styles' names. */
const SIZE_PX = 22;
const SVG = 'data:image/svg+xml,';

/** How the font will be listed among others: the family once, its styles below it. */
export function FontMenu({ family, styles, weights }: Props) {
  const drawn = useInWeights(family || 'Untitled');
  const { unitsPerEm } = projectOf(useDoc());
  const listed = [...styles, ...weights.map((w) => w.name)];
  const live = useLiveFont((s) => s.families);
  return (
    <Box>
      <Heading as="h2" size="sm">
        As it will be listed
      </Heading>
      <Box
        mt="2"
        bg="sheet"
        borderWidth="1px"
        borderColor="rule"
        p="3"
        role="img"
        aria-label={`Listed as ${family}, ${listed.join(', ')}`}
      >
        <Text fontSize="xs" color="faded">
          Fonts on this computer
        </Text>
        <Box h="1px" bg="rule" my="2" />
        <Flex justify="space-between" align="baseline">
          <Text fontWeight="bold">{family || 'Untitled'}</Text>
          <Text fontSize="xs" color="faded">
            {counted(listed.length, 'style')}
          </Text>
        </Flex>
        {styles.map((style, i) => (
          <Flex
            key={style}
            pl="4"
            mt="1"
            align="baseline"
            gap="4"
            bg={i === 0 ? 'handSoft' : undefined}
            px="2"
          >
            <Text fontSize="sm" w="5rem">
              {style}
            </Text>
            {i === 0 && (
              <Text
                fontSize={`${SIZE_PX}px`}
                style={{ fontFamily: live ? `${live}, sans-serif` : undefined }}
                truncate
              >
                {family || 'Untitled'}
              </Text>
            )}
          </Flex>
        ))}
        {weights.map(({ name }, i) => (
          <Flex key={`${name} ${i}`} px="2" mt="1" align="center" gap="4" minH="2rem">
            <Text fontSize="sm" w="5rem">
              {name}
            </Text>
            {drawn?.[i]?.svg && (
              <Image
                alt=""
                style={{ height: (SIZE_PX * drawn[i].height) / unitsPerEm }}
                src={SVG + encodeURIComponent(drawn[i].svg)}
                css={{ _dark: { filter: 'invert(1)' } }}
              />
            )}
          </Flex>
        ))}
      </Box>
    </Box>
  );
}
