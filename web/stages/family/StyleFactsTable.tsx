import { Table } from '@chakra-ui/react';
import type { StyleFacts } from '../../../core/project/document/queries/family';

const units = (v: number | null): string => (v === null ? '–' : `${Math.round(v)} u`);

/** What is measured of a style, each with its words. */
const MEASURES: readonly (readonly [string, (f: StyleFacts) => string])[] = [
  ['Weight', (f) => String(f.style.weightClass)],
  ['Letters', (f) => String(f.letters)],
  ['Lacks of the bill', (f) => String(f.lacking)],
  ['Stem', (f) => units(f.stem)],
  ['Top of x', (f) => units(f.xHeight)],
  ['Top of H', (f) => units(f.capHeight)],
  ['Width of n', (f) => units(f.width)],
  ['Pairs kerned', (f) => String(f.pairs)],
];

/** The styles of a family by their measures, one below the other; what differs from the style in hand stands out. */
export function StyleFactsTable({
  facts,
  inHand,
}: {
  readonly facts: readonly StyleFacts[];
  readonly inHand: string;
}) {
  const own = facts.find((f) => f.style.id === inHand);
  return (
    <Table.Root
      size="sm"
      variant="line"
      aria-label="What each style measures"
      css={{ '& td, & th': { py: '1', fontSize: 'xs', bg: 'paper', borderColor: 'rule' } }}
    >
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader color="faded">Style</Table.ColumnHeader>
          {MEASURES.map(([words]) => (
            <Table.ColumnHeader key={words} color="faded" textAlign="end">
              {words}
            </Table.ColumnHeader>
          ))}
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {facts.map((f) => (
          <Table.Row key={f.style.id}>
            <Table.Cell fontWeight={f.style.id === inHand ? 'bold' : undefined}>{f.style.name}</Table.Cell>
            {MEASURES.map(([words, told]) => (
              <Table.Cell
                key={words}
                textAlign="end"
                color={own && told(f) !== told(own) ? 'ink' : 'faded'}
                fontVariantNumeric="tabular-nums"
              >
                {told(f)}
              </Table.Cell>
            ))}
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}
