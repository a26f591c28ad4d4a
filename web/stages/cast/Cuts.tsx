import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { formsForCuts, lostForms } from '../../../core/project/document/commands/family/cuts';
import { changeCasting } from '../../../core/project/document/commands/font/casting';
import type { CastCut, CastingRow } from '../../../core/project/document/schema';
import { useProject, useWhole } from '../../store/projectStore';
import { InkButton } from '../../ui/InkButton';
import { TextField } from '../../ui/TextField';

interface CutProps {
  readonly cut: CastCut;
  readonly forms: readonly string[];
  /** Why a name can't stand. */
  readonly fault: (family: string) => string | null;
  readonly onChange: (cut: CastCut | null) => void;
}

/** One cut: what its family is called, and which forms are its standard ones. */
function Cut({ cut, forms, fault, onChange }: CutProps) {
  const doc = useWhole();
  const lost = lostForms(doc, cut);
  const change = (form: string) => {
    const has = cut.forms.includes(form);
    onChange({ ...cut, forms: has ? cut.forms.filter((f) => f !== form) : [...cut.forms, form] });
  };
  return (
    <Box mt="3" role="group" aria-label={`The cut ${cut.family}`}>
      <Flex gap="2" align="flex-end">
        <Box w="18rem">
          <TextField
            label="Its family name"
            value={cut.family}
            fault={fault}
            onChange={(family) => onChange({ ...cut, family })}
          />
        </Box>
        <InkButton tip="It is cast no more; letters stay as they are" onClick={() => onChange(null)}>
          Take it away
        </InkButton>
      </Flex>
      <Flex gap="1.5" wrap="wrap" mt="2">
        {forms.map((form) => (
          <InkButton
            key={form}
            tip={`${form} in the place of its letter`}
            aria-pressed={cut.forms.includes(form)}
            onClick={() => change(form)}
          >
            {form}
          </InkButton>
        ))}
      </Flex>
      {lost.length > 0 && (
        <Text fontSize="xs" color="snag" mt="1">
          No style has {lost.join(', ')} any more: it is left out.
        </Text>
      )}
    </Box>
  );
}

/** The family once more under other names, with chosen forms in the place of their letters: one source, kept in step. */
export function Cuts({ casting }: { readonly casting: CastingRow }) {
  const doc = useWhole();
  const commit = useProject((s) => s.commit);
  const forms = formsForCuts(doc);
  const { cuts, family } = casting;
  if (forms.length === 0 && cuts.length === 0) return null;
  const put = (next: readonly CastCut[]) => commit(changeCasting(doc, { cuts: next }));
  const taken = (name: string, except: number) =>
    [family, ...cuts.flatMap((c, i) => (i === except ? [] : [c.family]))].some(
      (n) => n.trim().toLowerCase() === name.trim().toLowerCase(),
    );
  const fault = (i: number) => (name: string) =>
    name.trim() === '' ? 'Give it a name' : taken(name, i) ? 'Another family is called so' : null;
  const freeName = () => {
    let n = 2;
    while (taken(`${family} ${n}`, -1)) n++;
    return `${family} ${n}`;
  };
  return (
    <Box mt="6" data-testid="cuts">
      <Heading as="h2" size="sm">
        Further cuts
      </Heading>
      <Text mt="1" fontSize="sm" color="faded">
        The family once more under a name of its own, with some forms in the place of their letters; letters
        with accents follow.
      </Text>
      {cuts.map((cut, i) => (
        <Cut
          key={i}
          cut={cut}
          forms={forms}
          fault={fault(i)}
          onChange={(to) => put(cuts.flatMap((c, k) => (k !== i ? [c] : to ? [to] : [])))}
        />
      ))}
      <InkButton
        mt="2"
        tip="Cast beside the family, in the same formats"
        disabled={forms.length === 0}
        onClick={() => put([...cuts, { family: freeName(), forms: [] }])}
      >
        Add a cut
      </InkButton>
    </Box>
  );
}
