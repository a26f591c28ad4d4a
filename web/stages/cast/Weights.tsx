import { Box, Flex, Grid, Heading, IconButton, Input, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { changeCasting } from '../../../core/project/document/commands/font/casting';
import { projectOf } from '../../../core/project/document/newProject';
import type { CastingRow, CastWeight } from '../../../core/project/document/schema';
import { proposedWeights } from '../../../core/project/document/queries/weights';
import { useWhole, useProject } from '../../store/projectStore';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';
import { Tip } from '../../ui/Tip';

interface RowProps {
  readonly weight: CastWeight;
  readonly onChange: (to: CastWeight | null) => void;
}

/** Columns of the table of weights: name, number, strokes, away with it. */
const COLUMNS = '7rem 6.4rem 6.4rem 2rem';

/** A weight's name, number and strokes; a name that is left empty stays as it was. */
function WeightRow({ weight, onChange }: RowProps) {
  const rename = (name: string) => name.trim() !== '' && onChange({ ...weight, name: name.trim() });
  return (
    <Grid role="group" aria-label={weight.name} templateColumns={COLUMNS} gap="2" alignItems="center">
      <Input
        key={weight.name}
        aria-label="Name"
        size="xs"
        bg="sheet"
        borderColor="rule"
        defaultValue={weight.name}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        onBlur={(e) => rename(e.target.value)}
      />
      <NumberField
        inColumn
        label="Weight"
        unit=""
        min={1}
        max={1000}
        step={100}
        value={weight.weight}
        onChange={(v) => onChange({ ...weight, weight: Math.round(v) })}
      />
      <NumberField
        inColumn
        label="Strokes thicker by"
        unit="u"
        min={-500}
        max={500}
        value={weight.heavier}
        onChange={(v) => onChange({ ...weight, heavier: v })}
      />
      <Tip text={`Don’t cast ${weight.name}`}>
        <IconButton
          size="xs"
          variant="ghost"
          aria-label={`Remove ${weight.name}`}
          onClick={() => onChange(null)}
        >
          <Trash2 size={14} />
        </IconButton>
      </Tip>
    </Grid>
  );
}

/** Further weights that are made of the style in hand when it is cast. */
export function Weights({ casting }: { readonly casting: CastingRow }) {
  const doc = useWhole();
  const commit = useProject((s) => s.commit);
  const { weights } = casting;
  const put = (next: readonly CastWeight[]) => commit(changeCasting(doc, { weights: [...next] }));
  const inHand = doc.styles[projectOf(doc).styleId]?.name ?? '';
  return (
    <Box mt="6" data-testid="weights">
      <Heading as="h2" size="sm">
        Further weights
      </Heading>
      <Text mt="1" fontSize="sm" color="faded">
        Made of {inHand} whenever it is cast: by another pen along skeletons, by moving outlines elsewhere.
      </Text>
      {weights.length > 0 && (
        <Grid templateColumns={COLUMNS} gap="2" mt="2" fontSize="xs" color="faded" aria-hidden>
          <Text>Name</Text>
          <Text textAlign="right">Weight</Text>
          <Text textAlign="right">Strokes by</Text>
        </Grid>
      )}
      <Flex direction="column" gap="2" mt="1">
        {weights.map((weight, i) => (
          <WeightRow
            key={i}
            weight={weight}
            onChange={(to) => put(weights.flatMap((w, k) => (k !== i ? [w] : to ? [to] : [])))}
          />
        ))}
      </Flex>
      <Flex gap="2" mt="2" wrap="wrap">
        {proposedWeights(doc).map((w) => (
          <InkButton
            key={w.name}
            tip={`Strokes ${w.heavier > 0 ? 'thicker' : 'thinner'} by ${Math.abs(w.heavier)} u`}
            onClick={() => put([...weights, w])}
          >
            Add {w.name}
          </InkButton>
        ))}
      </Flex>
    </Box>
  );
}
