import { Flex, Text } from '@chakra-ui/react';
import { setBearings } from '../../../../core/project/document/commands/spacing/bearings';
import { projectOf } from '../../../../core/project/document/newProject';
import { closing, type FaultyJoin, type JoinFault } from '../../../../core/type/fit/joinCheck';
import { useFitBench } from '../../../store/fitBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import type { Rhythm } from '../useRhythm';

const TEXT: Record<JoinFault, (amount: number) => string> = {
  gap: (a) => `gap of ${a.toFixed(0)} u`,
  thin: (a) => `joined by ${a.toFixed(0)} u only`,
  step: (a) => `a step of ${a.toFixed(0)} u`,
};

const RANK: Record<JoinFault, number> = { gap: 0, step: 1, thin: 2 };

/** Joins that don't hold, by the letter that should reach the next, with what closes its gaps. */
export function JoinList({ rhythm }: { rhythm: Rhythm }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const k = projectOf(doc).unitsPerEm / 1000;
  const byLetter = new Map<number, FaultyJoin[]>();
  for (const f of rhythm.joins) byLetter.set(f.left, [...(byLetter.get(f.left) ?? []), f]);
  return (
    <>
      <GaugePart title="Joins" />
      {byLetter.size === 0 && <Text fontSize="sm">Every stroke runs into the next letter.</Text>}
      {[...byLetter].slice(0, 14).map(([i, faults]) => {
        const worst = [...faults].sort((a, b) => RANK[a.fault] - RANK[b.fault] || b.amount - a.amount)[0]!;
        const id = rhythm.glyphIds[i]!;
        const by = closing(faults, i) * k;
        const { right } = doc.glyphs[id]!.bearings;
        return (
          <Flex key={id} gap="2" align="center" data-join={rhythm.chars[i]}>
            <InkButton
              tip="Take the pair in hand"
              px="2"
              onClick={() =>
                useFitBench.setState({
                  pair: { left: id, right: rhythm.glyphIds[worst.right]! },
                  text: 'pair',
                  view: 'line',
                })
              }
            >
              {rhythm.chars[i]}
              {rhythm.chars[worst.right]}
            </InkButton>
            <Text fontSize="xs" flex="1" color="snag">
              {TEXT[worst.fault](worst.amount * k)}
              {faults.length > 1 ? `, ${faults.length} pairs` : ''}
            </Text>
            {by > 0 && (
              <InkButton
                tip={`Bring the right bearing of ${rhythm.chars[i]} in by ${by.toFixed(0)} u, so that all its gaps close`}
                fontSize="xs"
                onClick={() => commit(setBearings(doc, id, { right: Math.round(right - by) }))}
              >
                Close
              </InkButton>
            )}
          </Flex>
        );
      })}
    </>
  );
}
