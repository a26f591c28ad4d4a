import { Textarea, type BoxProps } from '@chakra-ui/react';
import { setProofText } from '../../../core/project/document/commands/proof/texts';
import { projectOf } from '../../../core/project/document/newProject';
import { LiveText } from '../../panels/LiveText';
import { useTextFont } from '../../panels/useTextFont';
import { useWay } from '../../panels/way';
import { useProofBench } from '../../store/proofBench';
import { useDoc, useProject } from '../../store/projectStore';

interface Props extends Omit<BoxProps, 'onChange'> {
  /** Name of the place, under which other words are kept. */
  readonly place: string;
  /** The words that stand there at first. */
  readonly first: string;
}

/** Words on a proof: letters are taken in hand by a press, or others typed in their place. */
export function ProofBlock({ place, first, ...how }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const typing = useProofBench((s) => s.typing);
  const font = useTextFont();
  const { take } = useWay();
  const own = projectOf(doc).proofTexts;
  const text = Object.hasOwn(own, place) ? (own[place] ?? first) : first;
  if (!typing) return <LiveText text={text} onPick={take} lineHeight="normal" {...how} />;
  return (
    <Textarea
      aria-label={`Words in place of “${first.slice(0, 24)}”`}
      autoresize
      rows={1}
      p="0"
      border="none"
      outline="1px dashed var(--chakra-colors-hand)"
      bg="transparent"
      color="inherit"
      lineHeight="normal"
      resize="none"
      spellCheck={false}
      {...(how as object)}
      style={font}
      value={text}
      onChange={(e) => commit(setProofText(doc, place, e.target.value), true)}
      onBlur={() => text.trim() === '' && commit(setProofText(doc, place, null))}
    />
  );
}
