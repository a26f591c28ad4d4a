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
import type { Doc, GlyphRow, KerningRow } from '../../../../core/project/document/schema';
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
        <Text fontSize="sm">Every pair keeps the rhythm within {SEEN} u.</Text>
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

/** A pair that is off by less keeps the rhythm, em units. */
const SEEN = 6;

/** Who decides a pair's kerning. */
function stateOf(own: KerningRow | undefined, ofGroups: KerningRow | undefined): string {
  const by = (row: KerningRow) => (row.fitted ? 'by the fit' : 'by hand');
  if (own) return `kerned ${by(own)}, as an exception`;
  return ofGroups ? `kerned with its groups ${by(ofGroups)}` : 'not kerned';
}

function PairName({ pair }: { pair: PairOff }) {
  const off = Math.abs(pair.off);
  const inRhythm = off < SEEN;
  return (
    <Flex align="baseline" gap="2">
      <Text fontSize="lg" fontWeight="bold" data-testid="pair-in-hand">
        {pair.chars}
      </Text>
      <Text fontSize="xs" color={inRhythm ? 'faded' : pair.off < 0 ? 'snag' : 'hand'}>
        {inRhythm
          ? 'keeps the rhythm'
          : `${off.toFixed(0)} u ${pair.off < 0 ? 'tighter' : 'looser'} than the rhythm`}
      </Text>
    </Flex>
  );
}

function PairFields({ pair }: { pair: PairOff }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { left, right } = pair;
  const kern = kerningBetween(doc)(left, right);
  const own = doc.kerning[`${left} ${right}`];
  const [a, b] = [groupOf(doc, left, 'left'), groupOf(doc, right, 'right')];
  const ofGroups = a && b ? doc.kerning[`${a} ${b}`] : undefined;
  const kernTo = (value: number) => commit(setKerning(doc, left, right, Math.round(value)));
  return (
    <>
      <PairName pair={pair} />
      <Text fontSize="xs" color="faded" data-testid="pair-state">
        {stateOf(own, ofGroups)}
      </Text>
      <NumberField label="Kerning of this pair" unit="u" value={kern} onChange={kernTo} />
      <NumberField
        label="Kerning of their groups"
        unit="u"
        value={a && b ? (ofGroups?.value ?? 0) : kern}
        onChange={(v) => commit(setGroupKerning(doc, left, right, Math.round(v)))}
      />
      {a && <Fact label="Kerns as first like">{membersOf(doc, a)}</Fact>}
      {b && <Fact label="Kerns as second like">{membersOf(doc, b)}</Fact>}
      <Flex gap="2" wrap="wrap">
        <InkButton
          tip="Kern this pair so that it keeps the rhythm"
          disabled={Math.abs(pair.off) < 1}
          onClick={() => kernTo(kern - pair.off)}
        >
          Bring into rhythm
        </InkButton>
        {own && (
          <InkButton
            tip="Take the pair's own kerning away: its groups decide again"
            onClick={() => commit(dropKerning(doc, left, right))}
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
