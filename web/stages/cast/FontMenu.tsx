import { Box, Flex, Heading, Image, Text } from '@chakra-ui/react';
import { counted } from '../../../core/foundations/problems/counted';
import type { CastWeight } from '../../../core/project/document/schema';
import type { WordSvg } from '../../../core/fonts/compile/wordSvg';
import { projectOf } from '../../../core/project/document/newProject';
import { useDoc } from '../../store/projectStore';
import { useLiveFont } from '../../store/liveFont';
import { useInStyles } from '../../store/wordDrawing';

interface Props {
  readonly family: string;
  /** Styles of the project, the one in hand first. */
  readonly styles: readonly string[];
  readonly weights: readonly CastWeight[];
}

/** Type size of what stands beside the styles' names. */
const SIZE_PX = 22;
const SVG = 'data:image/svg+xml,';

/** The style in hand with the family's name set in it. */
function StyleInHand({ name, family }: { readonly name: string; readonly family: string }) {
  const live = useLiveFont((s) => s.families);
  return (
    <Flex mt="1" align="baseline" gap="4" bg="handSoft" px="2">
      <Text fontSize="sm" w="5rem">
        {name}
      </Text>
      <Text
        fontSize={`${SIZE_PX}px`}
        style={{ fontFamily: live ? `${live}, sans-serif` : undefined }}
        truncate
      >
        {family}
      </Text>
    </Flex>
  );
}

/** Another style, or a weight that is cast along, with the family's name drawn in it. */
function OtherStyle({ name, drawn }: { readonly name: string; readonly drawn: WordSvg | null }) {
  const { unitsPerEm } = projectOf(useDoc());
  return (
    <Flex px="2" mt="1" align="center" gap="4" minH="2rem">
      <Text fontSize="sm" w="5rem">
        {name}
      </Text>
      {drawn?.svg && (
        <Image
          alt=""
          style={{ height: (SIZE_PX * drawn.height) / unitsPerEm }}
          src={SVG + encodeURIComponent(drawn.svg)}
          css={{ _dark: { filter: 'invert(1)' } }}
        />
      )}
    </Flex>
  );
}

/** How the font will be listed among others: the family once, its styles below it. */
export function FontMenu({ family, styles, weights }: Props) {
  const drawn = useInStyles(family || 'Untitled');
  const listed = [...styles, ...weights.map((w) => w.name)];
  const [inHand = '', ...others] = listed;
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
        <StyleInHand name={inHand} family={family || 'Untitled'} />
        {others.map((name, i) => (
          <OtherStyle
            key={`${name} ${i}`}
            name={name}
            drawn={drawn.find((d) => d.name === name.trim())?.drawn ?? null}
          />
        ))}
      </Box>
    </Box>
  );
}
