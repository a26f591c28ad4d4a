import { Box, Flex, Text } from '@chakra-ui/react';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { explainRule } from '../../../../core/fonts/features/explain';
import type { HeldBack } from '../../../../core/fonts/compile/formInWords';
import {
  moveRule,
  removeRule,
  switchRule,
  changeRule,
} from '../../../../core/project/document/commands/features/rules';
import type { Doc, FeatureRow } from '../../../../core/project/document/schema';
import { useWay } from '../../../panels/way';
import { useHeldBack } from '../../../store/formWords';
import { useDoc, useProject } from '../../../store/projectStore';
import { CheckField } from '../../../ui/CheckField';
import { InkButton } from '../../../ui/InkButton';
import { InWordsLines } from './InWordsLines';

/** The first drawing that a rule puts in a letter's place, to show it by. */
function shownBy({ rule }: FeatureRow): string | null {
  switch (rule.kind) {
    case 'ligature':
      return rule.to;
    case 'ends':
    case 'language':
    case 'beside':
      return rule.swaps[0]?.to ?? null;
    case 'exchange':
      return rule.swaps[0]?.to[0] ?? null;
    case 'turns':
      return rule.letters?.[0]?.drawings[0] ?? null;
    default:
      return null;
  }
}

/** What programs have to be asked for before a rule does anything. */
const askedBy = ({ rule }: FeatureRow): string[] =>
  rule.kind === 'exchange' || (rule.kind === 'ligature' && rule.feature !== 'liga' && rule.feature !== 'clig')
    ? [rule.feature]
    : [];

/** Neighbours beside which a drawing holds back, by drawing and place, each a button that lets it stand there all the same. */
function Held({ row }: { readonly row: FeatureRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const held = useHeldBack(row.id);
  const { rule } = row;
  if (rule.kind !== 'ends' || !held) return null;
  const name = (id: string) => signOf(doc, id);
  const set = (despite: typeof rule.despite) => commit(changeRule(doc, row.id, { ...rule, despite }));
  const groups = groupsOf(held);
  return (
    <>
      {groups.map(({ to, where, list }) => (
        <Flex key={`${to} ${where}`} gap="1" wrap="wrap" align="center" mt="1">
          <Text fontSize="xs" color="faded">
            {name(to)} holds back beside {where === 'in the word' ? '' : 'what stands beyond a space: '}
          </Text>
          {list.map((h) => (
            <InkButton
              key={h.beside}
              tip={`Let ${name(to)} stand beside ${name(h.beside)} all the same`}
              size="2xs"
              px="1.5"
              onClick={() => set([...rule.despite, { from: h.from, beside: h.beside }])}
            >
              {name(h.beside)}
            </InkButton>
          ))}
        </Flex>
      ))}
      {rule.despite.length > 0 && (
        <Flex gap="1" wrap="wrap" align="center" mt="1">
          <Text fontSize="xs" color="faded">
            All the same beside
          </Text>
          {rule.despite.map((d) => (
            <InkButton
              key={`${d.from} ${d.beside}`}
              tip={`Hold ${name(d.from)} back beside ${name(d.beside)} again`}
              size="2xs"
              px="1.5"
              aria-pressed
              onClick={() => set(rule.despite.filter((o) => o !== d))}
            >
              {name(d.beside)}
            </InkButton>
          ))}
        </Flex>
      )}
    </>
  );
}

/** What a glyph is called where there is little room: its character, else its name. */
function signOf(doc: Doc, id: string): string {
  const g = doc.glyphs[id];
  const [cp] = g?.codePoints ?? [];
  return cp === undefined ? (g?.name ?? '?') : String.fromCodePoint(cp);
}

/** Neighbours together that one drawing holds back beside at one place. */
function groupsOf(held: readonly HeldBack[]) {
  const keys = [...new Set(held.map((h) => `${h.to}|${h.where}`))];
  return keys.map((key) => {
    const list = held.filter((h) => `${h.to}|${h.where}` === key);
    const [to = '', where = ''] = key.split('|');
    return { to, where, list };
  });
}

interface CardProps {
  readonly row: FeatureRow;
  /** Whether it is the first of the rules, or the last. */
  readonly first: boolean;
  readonly last: boolean;
}

/** A rule's place among the others, and away with it. */
function Moving({ row, first, last }: CardProps) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <>
      <InkButton
        tip="Before the rule above it: of two that want the same letter, the earlier has it"
        aria-label="Earlier"
        px="1.5"
        disabled={first}
        onClick={() => commit(moveRule(doc, row.id, -1))}
      >
        <ArrowUp size={13} />
      </InkButton>
      <InkButton
        tip="Behind the rule below it"
        aria-label="Later"
        px="1.5"
        disabled={last}
        onClick={() => commit(moveRule(doc, row.id, 1))}
      >
        <ArrowDown size={13} />
      </InkButton>
      <InkButton
        tip="Take the rule away; the drawings stay"
        aria-label="Remove the rule"
        px="1.5"
        onClick={() => commit(removeRule(doc, row.id))}
      >
        ×
      </InkButton>
    </>
  );
}

/** One rule: what it does in a sentence, on or off, its place among the others, and words of the font that show it. */
export function RuleCard(card: CardProps) {
  const { row } = card;
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { take } = useWay();
  const shown = shownBy(row);
  const named = (id: string) => doc.glyphs[id]?.name ?? '?';
  return (
    <Box
      as="li"
      bg="sheet"
      borderWidth="1px"
      borderColor="rule"
      p="3"
      listStyleType="none"
      data-testid="rule"
    >
      <Flex gap="3" align="start">
        <CheckField
          label={row.enabled ? 'On' : 'Off'}
          checked={row.enabled}
          onChange={(on) => commit(switchRule(doc, row.id, on))}
        />
        <Text flex="1" fontSize="sm" color={row.enabled ? 'ink' : 'faded'}>
          {explainRule(row.rule, named)}
        </Text>
        <Moving {...card} />
      </Flex>
      {row.enabled && shown && <InWordsLines formId={shown} asked={askedBy(row)} onPick={take} />}
      {row.enabled && <Held row={row} />}
    </Box>
  );
}
