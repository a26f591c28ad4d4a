import { Textarea } from '@chakra-ui/react';
import { changeProject } from '../../../core/project/document/commands/font/project';
import { projectOf } from '../../../core/project/document/newProject';
import { glyphByCodePoint } from '../../store/selectors';
import { useTextFont } from '../../panels/useTextFont';
import { useDoc, useProject } from '../../store/projectStore';

interface Props {
  /** CSS px. */
  readonly size: number;
  /** Called with the glyph of the letter that the caret stands before. */
  readonly onPick: (glyphId: string) => void;
}

/** Text of the artist's own proof: what was typed there, or the running line's. */
export const ownText = (doc: ReturnType<typeof useDoc>): string =>
  projectOf(doc).proofText ?? projectOf(doc).runningText;

/** A page one types on, set in the font with its own line spacing. */
export function OwnPage({ size, onPick }: Props) {
  const doc = useDoc();
  const font = useTextFont();
  const commit = useProject((s) => s.commit);
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
      fontSize={`${size}px`}
      spellCheck={false}
      style={font}
      value={ownText(doc)}
      onChange={(e) => commit(changeProject(doc, { proofText: e.target.value }, 'Change the page'), true)}
      onSelect={(e) => {
        const { value, selectionStart } = e.currentTarget;
        const glyph = glyphByCodePoint(doc).get(value.codePointAt(selectionStart) ?? -1);
        if (glyph) onPick(glyph.id);
      }}
    />
  );
}
