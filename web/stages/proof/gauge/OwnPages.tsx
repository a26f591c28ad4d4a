import { Flex } from '@chakra-ui/react';
import {
  addOwnProof,
  changeOwnProof,
  FIRST_PROOF,
  ownProofs,
  removeOwnProof,
} from '../../../../core/project/document/commands/proof/texts';
import { proofBench, useProofBench } from '../../../store/proofBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import { ownPageOf } from '../OwnPage';

/** So much of a text says which it is. */
const TITLE = 28;

const titleOf = (text: string): string => text.trim().split('\n')[0]?.slice(0, TITLE) || 'Empty';

/** The artist’s own pages: one of them chosen, its size, further ones begun and taken away. */
export function OwnPages() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { ownId, firstSize } = useProofBench();
  const shown = ownPageOf(doc, ownId);
  const isFirst = shown.id === FIRST_PROOF;
  const add = () => {
    const { diff, id } = addOwnProof(doc, '');
    commit(diff);
    proofBench.set({ ownId: id });
  };
  const resize = (size: number) =>
    isFirst ? proofBench.set({ firstSize: size }) : commit(changeOwnProof(doc, shown.id, { size }), true);
  return (
    <>
      <SelectField
        label="Page of your own"
        value={shown.id}
        options={ownProofs(doc).map((p) => [p.id, titleOf(p.text)] as const)}
        onChange={(id) => proofBench.set({ ownId: id })}
      />
      <Flex gap="2">
        <InkButton flex="1" tip="A further page of your own; all are kept" onClick={add}>
          Another
        </InkButton>
        <InkButton
          flex="1"
          tip="Takes this page away; the first one stays"
          disabled={isFirst}
          onClick={() => commit(removeOwnProof(doc, shown.id))}
        >
          Take it away
        </InkButton>
      </Flex>
      <NumberField
        label="Size"
        unit="px"
        min={6}
        max={400}
        value={isFirst ? firstSize : shown.size}
        onChange={resize}
      />
    </>
  );
}
