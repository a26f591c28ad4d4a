import { Box, Flex, Text } from '@chakra-ui/react';
import { freezeKerning } from '../../../../core/project/document/commands/spacing/fitted';
import {
  joinGroup,
  setGroupKerning,
  dropKerning,
  setKerning,
} from '../../../../core/project/document/commands/spacing/kerning';
import { groupOf } from '../../../../core/project/document/queries/spacing';
import { kerningBetween } from '../../../../core/project/document/queries/kerning';
import type { Doc, GlyphRow } from '../../../../core/project/document/schema';
import { useFitBench } from '../../../store/fitBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import type { PairOff, Rhythm } from '../useRhythm';

interface Props {
  readonly glyph: GlyphRow;
  readonly pair: PairOff | null;
  readonly rhythm: Rhythm | null;
  readonly onNext: (by: number) => void;
}

const membersOf = (doc: Doc, id: string | null): string =>
  (id === null ? [] : (doc.groups[id]?.glyphIds ?? []))
    .map((g) => String.fromCodePoint(doc.glyphs[g]?.codePoints[0] ?? 0x25a1))
    .join(' ');

/** The pair in hand with its kerning, alone or by groups, and the worst pairs to walk through. */
export function PairsTab({ glyph, pair, rhythm, onNext }: Props) {
  const doc = useDoc();
  return (
    <>
      {pair ? (
        <PairFields pair={pair} />
      ) : (
        <Text fontSize="sm" color="faded">
          Click the white between two letters, or a field of the pair map, to take a pair in hand.
        </Text>
      )}
      <GaugePart title="Worst pairs" />
      <Flex gap="2">
        <InkButton tip="The next of the worst pairs (J)" flex="1" onClick={() => onNext(1)}>
          Next worst pair
        </InkButton>
      </Flex>
      <Flex gap="1" wrap="wrap" data-testid="worst">
        {(rhythm?.worst ?? []).slice(0, 18).map((p) => (
          <InkButton
            key={`${p.left} ${p.right}`}
            tip={`${p.chars}: ${p.off < 0 ? 'tight' : 'loose'} by ${Math.abs(p.off).toFixed(0)} u`}
            aria-pressed={pair?.left === p.left && pair.right === p.right}
            px="1.5"
            onClick={() =>
              useFitBench.setState({ pair: { left: p.left, right: p.right }, text: 'pair', view: 'line' })
            }
          >
            <span>{p.chars}</span>
            <Box as="span" fontSize="10px" color={p.off < 0 ? 'snag' : 'hand'}>
              {p.off > 0 ? '+' : ''}
              {p.off.toFixed(0)}
            </Box>
          </InkButton>
        ))}
      </Flex>
      {rhythm && rhythm.worst.length === 0 && (
        <Text fontSize="sm">Every pair keeps the rhythm within 6 u.</Text>
      )}
      <GaugePart title="Kerning" />
      <Fact label="Pairs of groups kerned">
        <span data-testid="group-pairs">{Object.values(doc.kerning).filter((k) => k.fitted).length}</span>
      </Fact>
      <Fact label="Kerned by hand">
        <span data-testid="hand-pairs">{Object.values(doc.kerning).filter((k) => !k.fitted).length}</span>
      </Fact>
      <KeepKerning />
      <GroupFacts glyph={glyph} />
    </>
  );
}

function PairFields({ pair }: { pair: PairOff }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const kern = kerningBetween(doc)(pair.left, pair.right);
  const own = doc.kerning[`${pair.left} ${pair.right}`];
  const [a, b] = [groupOf(doc, pair.left, 'left'), groupOf(doc, pair.right, 'right')];
  const state = own
    ? own.fitted
      ? 'kerned by the fit, as an exception'
      : 'kerned by hand, as an exception'
    : a && b && doc.kerning[`${a} ${b}`]
      ? doc.kerning[`${a} ${b}`]!.fitted
        ? 'kerned with its groups by the fit'
        : 'kerned with its groups by hand'
      : 'not kerned';
  return (
    <>
      <Flex align="baseline" gap="2">
        <Text fontSize="lg" fontWeight="bold" data-testid="pair-in-hand">
          {pair.chars}
        </Text>
        <Text fontSize="xs" color={Math.abs(pair.off) < 6 ? 'faded' : pair.off < 0 ? 'snag' : 'hand'}>
          {Math.abs(pair.off) < 6
            ? 'keeps the rhythm'
            : `${Math.abs(pair.off).toFixed(0)} u ${pair.off < 0 ? 'tighter' : 'looser'} than the rhythm`}
        </Text>
      </Flex>
      <Text fontSize="xs" color="faded" data-testid="pair-state">
        {state}
      </Text>
      <NumberField
        label="Kerning of this pair"
        unit="u"
        value={kern}
        onChange={(v) => commit(setKerning(doc, pair.left, pair.right, Math.round(v)))}
      />
      <NumberField
        label="Kerning of their groups"
        unit="u"
        value={a && b ? (doc.kerning[`${a} ${b}`]?.value ?? 0) : kern}
        onChange={(v) => commit(setGroupKerning(doc, pair.left, pair.right, Math.round(v)))}
      />
      {a && <Fact label="Kerns as first like">{membersOf(doc, a)}</Fact>}
      {b && <Fact label="Kerns as second like">{membersOf(doc, b)}</Fact>}
      <Flex gap="2" wrap="wrap">
        <InkButton
          tip="Kern this pair so that it keeps the rhythm"
          disabled={Math.abs(pair.off) < 1}
          onClick={() => commit(setKerning(doc, pair.left, pair.right, Math.round(kern - pair.off)))}
        >
          Bring into rhythm
        </InkButton>
        {own && (
          <InkButton
            tip="Take the pair's own kerning away: its groups decide again"
            onClick={() => commit(dropKerning(doc, pair.left, pair.right))}
          >
            Like its groups
          </InkButton>
        )}
      </Flex>
    </>
  );
}

function KeepKerning() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const diff = freezeKerning(doc);
  return (
    <InkButton
      tip="Accept the kerning that the fit made: it stays when you fit again"
      disabled={diff === null}
      onClick={() => commit(diff)}
    >
      Keep all kerning so
    </InkButton>
  );
}

/** Which groups the letter in hand kerns with, and a way out of them. */
function GroupFacts({ glyph }: { glyph: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const sides = (['left', 'right'] as const).map((side) => [side, groupOf(doc, glyph.id, side)] as const);
  if (sides.every(([, g]) => g === null)) return null;
  return (
    <>
      <GaugePart title={`Groups of ${glyph.name}`} />
      {sides.map(([side, id]) =>
        id === null ? null : (
          <Flex key={side} gap="2" align="center">
            <Text fontSize="xs" color="faded" flex="1">
              {side === 'left' ? 'As first: ' : 'As second: '}
              {membersOf(doc, id)}
            </Text>
            <InkButton
              tip={`Take ${glyph.name} out of this group`}
              fontSize="xs"
              onClick={() => commit(joinGroup(doc, glyph.id, side, null))}
            >
              Out
            </InkButton>
          </Flex>
        ),
      )}
    </>
  );
}
