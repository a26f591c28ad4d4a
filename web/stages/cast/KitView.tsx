import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { strFromU8, unzipSync } from 'fflate';
import { useMemo, useState } from 'react';
import { kitUses, type KitIcon } from '../../../core/fonts/compile/casts/iconKit/kitUses';
import type { CastFile } from '../../../core/fonts/compile/casts/castFile';
import { InkButton } from '../../ui/InkButton';
import { SelectField } from '../../ui/SelectField';

/** What is looked at of a kit: its own page, and what its map says of each icon. */
interface Kit {
  readonly page: string;
  readonly family: string;
  readonly icons: readonly KitIcon[];
}

function kitOf(file: CastFile): Kit | null {
  const files = unzipSync(file.bytes, { filter: ({ name }) => /^(index\.html|icons\.json)$/.test(name) });
  const [page, map] = [files['index.html'], files['icons.json']];
  if (!page || !map) return null;
  const { family, icons } = JSON.parse(strFromU8(map)) as {
    family: string;
    icons: Record<string, Omit<KitIcon, 'className'>>;
  };
  const list = Object.entries(icons).map(([className, icon]) => ({ ...icon, className }));
  return { page: strFromU8(page), family, icons: list };
}

/** How an icon gets onto a page or into a document, to be copied. */
function Uses({ kit }: { readonly kit: Kit }) {
  const [name, setName] = useState('');
  const [how, setHow] = useState('class');
  const icon = kit.icons.find((i) => i.className === name) ?? kit.icons[0];
  if (!icon) return null;
  const uses = kitUses(kit.family, icon);
  const use = uses.find((u) => u.how === how) ?? uses[0];
  return (
    <Box mt="3">
      <Flex gap="3">
        <SelectField
          label="This icon"
          value={icon.className}
          options={kit.icons.map((i) => [i.className, i.name] as const)}
          onChange={setName}
        />
        <SelectField
          label="in"
          value={how}
          options={uses.map((u) => [u.how, u.title] as const)}
          onChange={setHow}
        />
      </Flex>
      <Box
        as="pre"
        mt="2"
        p="3"
        bg="sheet"
        borderWidth="1px"
        borderColor="rule"
        fontSize="xs"
        whiteSpace="pre-wrap"
        overflowWrap="anywhere"
        tabIndex={0}
        data-testid="kit-use"
      >
        {use?.text}
      </Box>
      <InkButton
        tip="To paste it where it belongs"
        mt="2"
        onClick={() => void navigator.clipboard.writeText(use?.text ?? '')}
      >
        Copy this
      </InkButton>
    </Box>
  );
}

/** The kit as people see it: the page that is in the zip, in a frame of its own. */
export function KitView({ file }: { readonly file: CastFile | null }) {
  const kit = useMemo(() => file && kitOf(file), [file]);
  if (!kit) return null;
  return (
    <Box mt="6" data-testid="kit">
      <Heading as="h2" size="sm">
        The kit
      </Heading>
      <Text fontSize="xs" color="faded" mb="2">
        This is index.html as it lies in the zip.
      </Text>
      <iframe
        title="The kit’s own page"
        srcDoc={kit.page}
        sandbox="allow-scripts"
        allow="clipboard-write"
        style={{ width: '100%', height: 420, border: '1px solid var(--chakra-colors-rule)' }}
      />
      <Uses kit={kit} />
    </Box>
  );
}
