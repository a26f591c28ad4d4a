import { Input } from '@chakra-ui/react';
import { useState } from 'react';
import { startGlyph } from '../../../core/project/document/commands/glyphs/renaming';
import { glyphOfCodePoint } from '../../../core/project/document/queries/lookups';
import { useWay } from '../../panels/way';
import { useProject } from '../../store/projectStore';
import { Tip } from '../../ui/Tip';

/** Takes any character in hand by typing it; one that isn't there yet is begun empty, to be drawn with the pen. */
export function NewLetter() {
  const { take } = useWay();
  const [typed, setTyped] = useState('');
  const go = () => {
    const char = [...typed.trim()][0];
    const { doc, commit } = useProject.getState();
    if (!doc || char === undefined) return;
    const there = glyphOfCodePoint(doc, char.codePointAt(0)!);
    if (!there) commit(startGlyph(doc, char));
    const now = useProject.getState().doc!;
    take((there ?? glyphOfCodePoint(now, char.codePointAt(0)!)!).id);
    setTyped('');
  };
  return (
    <form
      style={{ display: 'inline-block' }}
      onSubmit={(e) => {
        e.preventDefault();
        go();
      }}
    >
      <Tip text="Type a character and press Enter to take it in hand; one that isn't there yet is begun empty">
        <Input
          size="xs"
          w="4.2rem"
          bg="sheet"
          borderColor="rule"
          placeholder="letter"
          aria-label="Letter to take in hand"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
      </Tip>
    </form>
  );
}
