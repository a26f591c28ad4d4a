import { Box, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { explainRule } from '../../../../core/fonts/features/explain';
import { letAppear } from '../../../../core/project/document/commands/features/appear';
import { takeFromRule } from '../../../../core/project/document/commands/features/rules';
import { rulesNaming } from '../../../../core/project/document/queries/forms';
import { ruleOf } from '../../../../core/project/document/rows/features';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { useWay } from '../../../panels/way';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { SelectField } from '../../../ui/SelectField';
import { TextField } from '../../../ui/TextField';
import { ASKED, chosenAppearance, FIRST_CHOICE, LANGUAGES, WHENS, type Choice } from './appearances';
import { InWordsLines } from './InWordsLines';

interface ChoosingProps {
  readonly choice: Choice;
  readonly onChange: (change: Partial<Choice>) => void;
}

/** What else has to be said of when a form appears. */
function Details({ choice, onChange }: ChoosingProps) {
  switch (choice.when) {
    case 'beside':
      return (
        <>
          <TextField
            live
            label="After one of"
            value={choice.after}
            onChange={(after) => onChange({ after })}
          />
          <TextField
            live
            label="Before one of"
            value={choice.before}
            onChange={(before) => onChange({ before })}
          />
        </>
      );
    case 'language':
      return (
        <SelectField
          label="Which"
          value={choice.language}
          options={LANGUAGES}
          onChange={(language) => onChange({ language })}
        />
      );
    case 'asked':
      return (
        <>
          <SelectField
            label="As"
            value={choice.feature}
            options={ASKED}
            onChange={(feature) => onChange({ feature })}
          />
          {choice.feature.startsWith('ss') && (
            <TextField
              live
              label="Name of the set, as menus show it"
              value={choice.label}
              onChange={(label) => onChange({ label })}
            />
          )}
        </>
      );
    default:
      return null;
  }
}

/** The rules by which a form appears, each in a sentence. */
function Sentences({ form }: { readonly form: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const rows = rulesNaming(doc, form.id);
  const named = (id: string) => doc.glyphs[id]?.name ?? '?';
  if (rows.length === 0)
    return (
      <Text fontSize="sm" color="faded">
        No rule says when yet.
      </Text>
    );
  return rows.map(({ id, rule, enabled }) => (
    <Flex key={id} gap="2" align="start">
      <Text fontSize="sm" flex="1" color={enabled ? 'ink' : 'faded'}>
        {explainRule(ruleOf(rule, form.id), named)}
        {!enabled && ' Switched off.'}
      </Text>
      <InkButton
        tip="Not so"
        aria-label={`Take ${form.name} out of this rule`}
        px="1.5"
        onClick={() => commit(takeFromRule(doc, id, form.id))}
      >
        ×
      </InkButton>
    </Flex>
  ));
}

/** When a form appears: its rules in sentences, one more made of choices, and words of the font that show it. */
export function AppearsPart({ form }: { readonly form: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { take } = useWay();
  const [choice, setChoice] = useState<Choice>(FIRST_CHOICE);
  const when = chosenAppearance(doc, choice);
  const diff = typeof when === 'string' ? null : letAppear(doc, form.id, when);
  const asked = rulesNaming(doc, form.id).flatMap(({ rule }) =>
    rule.kind === 'exchange' ? [rule.feature] : [],
  );
  return (
    <Box data-testid="appears" display="flex" flexDirection="column" gap="2">
      <GaugePart title={`${form.name} appears`} />
      <Sentences form={form} />
      <InWordsLines formId={form.id} asked={asked} onPick={take} />
      <SelectField
        label="Let it appear"
        value={choice.when}
        options={WHENS}
        onChange={(w) => setChoice({ ...choice, when: w })}
      />
      <Details choice={choice} onChange={(change) => setChoice({ ...choice, ...change })} />
      {typeof when === 'string' && (
        <Text fontSize="xs" color="faded">
          {when}
        </Text>
      )}
      <InkButton
        tip="Joined to the rule that says the same of other letters"
        disabled={!diff}
        onClick={() => commit(diff)}
      >
        Add this rule
      </InkButton>
    </Box>
  );
}
