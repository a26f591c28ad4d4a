import { Box, Flex, Heading, Image, Table, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { counted } from '../../../core/foundations/problems/counted';
import type { CastCut, CastingRow } from '../../../core/project/document/schema';
import type { WordSvg } from '../../../core/fonts/compile/wordSvg';
import { listedNames, type ListedName } from '../../../core/fonts/compile/listedNames';
import { projectOf } from '../../../core/project/document/newProject';
import { useDoc } from '../../store/projectStore';
import { useLiveFont } from '../../store/liveFont';
import { useInStyles } from '../../store/wordDrawing';
import type { InStyle } from '../../workers/dressApi';

interface FamilyProps {
  readonly name: string;
  /** Names of its styles and of weights that are cast along, the style in hand first. */
  readonly listed: readonly string[];
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

/** A family by its name, its styles below it. */
function Listed({ name, listed, children }: FamilyProps & { readonly children: ReactNode }) {
  return (
    <>
      <Flex mt="2" justify="space-between" align="baseline">
        <Text fontWeight="bold">{name}</Text>
        <Text fontSize="xs" color="faded">
          {counted(listed.length, 'style')}
        </Text>
      </Flex>
      {children}
    </>
  );
}

/** Styles that aren't in hand, or those of a cut. */
function Others({
  listed,
  drawn,
}: {
  readonly listed: readonly string[];
  readonly drawn: readonly InStyle[];
}) {
  return listed.map((name, i) => (
    <OtherStyle
      key={`${name} ${i}`}
      name={name}
      drawn={drawn.find((d) => d.name === name.trim())?.drawn ?? null}
    />
  ));
}

function OwnFamily({ name, listed }: FamilyProps) {
  const drawn = useInStyles(name);
  const [inHand = '', ...others] = listed;
  return (
    <Listed name={name} listed={listed}>
      <StyleInHand name={inHand} family={name} />
      <Others listed={others} drawn={drawn} />
    </Listed>
  );
}

function CutFamily({ cut, listed }: { readonly cut: CastCut; readonly listed: readonly string[] }) {
  const drawn = useInStyles(cut.family, cut);
  return (
    <Listed name={cut.family} listed={listed}>
      <Others listed={listed} drawn={drawn} />
    </Listed>
  );
}

/** What each style is called on three systems: most programs of Windows know families of four styles, and list others as families of their own. */
function OnSystems({
  casting,
  listed,
}: {
  readonly casting: CastingRow;
  readonly listed: readonly string[];
}) {
  const rows = listed.map((style) => listedNames(casting, style));
  const said = ({ family, style }: ListedName) => `${family}, ${style}`;
  return (
    <Table.Root size="sm" mt="2" aria-label="Names on three systems">
      <Table.Header>
        <Table.Row bg="transparent">
          <Table.ColumnHeader fontSize="xs">Windows</Table.ColumnHeader>
          <Table.ColumnHeader fontSize="xs">macOS, Linux</Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {rows.map(({ ofFour, ofAny }, i) => (
          <Table.Row key={`${said(ofAny)} ${i}`} bg="transparent">
            <Table.Cell fontSize="xs">{said(ofFour)}</Table.Cell>
            <Table.Cell fontSize="xs">{said(ofAny)}</Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}

interface Props {
  readonly casting: CastingRow;
  /** Styles of the project, the one in hand first. */
  readonly styles: readonly string[];
}

/** How the font will be listed among others: each family once, its styles below it. */
export function FontMenu({ casting, styles }: Props) {
  const name = casting.family || 'Untitled';
  const listed = [...styles, ...casting.weights.map((w) => w.name)];
  const said = [name, ...casting.cuts.map((c) => c.family)].map((f) => `${f}, ${listed.join(', ')}`);
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
        aria-label={`Listed as ${said.join('; ')}`}
      >
        <Text fontSize="xs" color="faded">
          Fonts on this computer
        </Text>
        <Box h="1px" bg="rule" my="2" />
        <OwnFamily name={name} listed={listed} />
        {casting.cuts.map((cut, i) => (
          <CutFamily key={i} cut={cut} listed={listed} />
        ))}
      </Box>
      <OnSystems casting={casting} listed={listed} />
    </Box>
  );
}
