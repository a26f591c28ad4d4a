import { Textarea } from '@chakra-ui/react';
import {
  changeOwnProof,
  FIRST_SIZE_PX,
  ownProofs,
} from '../../../core/project/document/commands/proof/texts';
import type { Doc } from '../../../core/project/document/schema';
import { LiveText } from '../../panels/LiveText';
import { useTextFont } from '../../panels/useTextFont';
import { useWay } from '../../panels/way';
import { useProofBench } from '../../store/proofBench';
import { glyphByCodePoint } from '../../store/selectors';
import { useDoc, useProject } from '../../store/projectStore';

/** The one of the artist's own pages that is shown; the first where that one is gone. */
export function ownPageOf(doc: Doc, id: string) {
  const all = ownProofs(doc);
  return all.find((p) => p.id === id) ?? all[0] ?? { id, text: '', size: FIRST_SIZE_PX };
}

/** A page one types on, set in the font with its own line spacing. */
export function OwnPage() {
  const doc = useDoc();
  const font = useTextFont();
  const commit = useProject((s) => s.commit);
  const { take } = useWay();
  const { id, text, size } = ownPageOf(
    doc,
    useProofBench((s) => s.ownId),
  );
  const firstSize = useProofBench((s) => s.firstSize);
  const fontSize = `${id === ownProofs(doc)[0]?.id ? firstSize : size}px`;
  // Letters of another font lie on text, and a field shows none of where its letters are.
  const under = useProofBench((s) => s.second !== null && s.laid === 'over');
  if (under) return <LiveText text={text} onPick={take} lineHeight="normal" fontSize={fontSize} />;
  return (
    <Textarea
      aria-label="Text of the page"
      data-testid="proof-0"
      autoresize
      border="none"
      bg="transparent"
      _focusVisible={{ outline: 'none', boxShadow: 'none' }}
      color="inherit"
      p="0"
      minH="60vh"
      lineHeight="normal"
      fontSize={fontSize}
      spellCheck={false}
      style={font}
      value={text}
      onChange={(e) => commit(changeOwnProof(doc, id, { text: e.target.value }), true)}
      onSelect={(e) => {
        const { value, selectionStart } = e.currentTarget;
        const glyph = glyphByCodePoint(doc).get(value.codePointAt(selectionStart) ?? -1);
        if (glyph) take(glyph.id);
      }}
    />
  );
}
