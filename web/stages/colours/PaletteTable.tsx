import { Flex, IconButton, Input, NativeSelect, Table, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { counted } from '../../../core/foundations/problems/counted';
import { colourKey } from '../../../core/foundations/geometry/paint';
import {
  changePalette,
  forGround,
  isFreePaletteName,
  recolour,
  removePalette,
  setPaletteColour,
} from '../../../core/project/document/commands/colours/palettes';
import type { FontColour } from '../../../core/project/document/queries/colours';
import type { PaletteRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { ColourField } from '../../ui/ColourField';
import { Tip } from '../../ui/Tip';

interface Props {
  readonly colours: readonly FontColour[];
  readonly palettes: readonly PaletteRow[];
}

/** A palette's name, the ground it is for, and away with it. */
function PaletteHead({ palette }: { readonly palette: PaletteRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { id, name, ground } = palette;
  return (
    <Table.ColumnHeader>
      <Flex gap="1" align="center">
        <Input
          key={name}
          size="xs"
          w="6rem"
          aria-label={`Name of the palette ${name}`}
          borderColor="rule"
          bg="sheet"
          defaultValue={name}
          onBlur={(e) => {
            if (isFreePaletteName(doc, e.target.value, id))
              commit(changePalette(doc, id, { name: e.target.value }));
            else e.target.value = name;
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') e.currentTarget.blur();
          }}
        />
        <NativeSelect.Root size="xs" w="7rem">
          <NativeSelect.Field
            aria-label={`Ground of the palette ${name}`}
            bg="sheet"
            borderColor="rule"
            value={ground}
            onChange={(e) =>
              commit(changePalette(doc, id, { ground: e.target.value === 'dark' ? 'dark' : 'light' }))
            }
          >
            <option value="light">light ground</option>
            <option value="dark">dark ground</option>
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Tip text="Take this palette away">
          <IconButton
            size="2xs"
            variant="ghost"
            color="ink"
            aria-label={`Take the palette ${name} away`}
            onClick={() => commit(removePalette(doc, id))}
          >
            <X />
          </IconButton>
        </Tip>
      </Flex>
    </Table.ColumnHeader>
  );
}

/** One colour as it was drawn, and what each palette has for it. */
function ColourRow({ colour, palettes }: Props & { readonly colour: FontColour }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { rgb, letters } = colour;
  const key = colourKey(rgb);
  return (
    <Table.Row>
      <Table.Cell>
        <ColourField
          bare
          label={`Colour ${key}`}
          value={rgb}
          onChange={(to, continues) => commit(recolour(doc, rgb, to), continues)}
        />
      </Table.Cell>
      {palettes.map((p) => (
        <Table.Cell key={p.id}>
          <ColourField
            bare
            label={`${key} in ${p.name}`}
            value={p.colours[key] ?? rgb}
            onChange={(to, continues) => commit(setPaletteColour(doc, p.id, rgb, to), continues)}
          />
        </Table.Cell>
      ))}
      <Table.Cell color="faded">
        {counted(letters, 'letter')}
        {palettes.some((p) => !p.colours[key] && colourKey(forGround(rgb, p.ground)) !== key) && (
          <Text as="span" color="snag" ml="2">
            hard to see in a palette that has no colour for it
          </Text>
        )}
      </Table.Cell>
    </Table.Row>
  );
}

/** All colours of the style in hand by palettes. */
export function PaletteTable({ colours, palettes }: Props) {
  return (
    <Table.Root
      size="sm"
      variant="line"
      aria-label="Colours by palettes"
      css={{
        '& td, & th': { py: '1', fontSize: 'xs', bg: 'paper', borderColor: 'rule', verticalAlign: 'top' },
      }}
    >
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader color="faded">As drawn</Table.ColumnHeader>
          {palettes.map((p) => (
            <PaletteHead key={p.id} palette={p} />
          ))}
          <Table.ColumnHeader color="faded">Where</Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {colours.map((c, i) => (
          <ColourRow key={i} colour={c} colours={colours} palettes={palettes} />
        ))}
      </Table.Body>
    </Table.Root>
  );
}
