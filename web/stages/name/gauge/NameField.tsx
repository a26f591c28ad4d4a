import { Field, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { nameRefusal, setGlyphName } from '../../../../core/project/document/commands/glyphs/glyphName';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { describeProblem } from '../../../../core/foundations/problems/describe';
import { useWay } from '../../../panels/way';
import { useDoc, useProject } from '../../../store/projectStore';

/** The glyph's name in the font file, typed; one that can't stand there is refused with the reason. */
export function NameField({ glyph }: { readonly glyph: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { take: hold } = useWay();
  const [refused, setRefused] = useState<{ readonly name: string; readonly why: string } | null>(null);
  const take = (name: string) => {
    const problem = nameRefusal(doc, glyph.id, name);
    setRefused(problem && { name, why: describeProblem(problem) });
    const named = setGlyphName(doc, glyph.id, name);
    commit(named);
    // An address may say the old name.
    if (named) hold(glyph.id);
  };
  return (
    <Field.Root invalid={refused !== null}>
      <Field.Label fontSize="sm" color="faded">
        Name in the font
      </Field.Label>
      <Input
        key={`${glyph.id} ${glyph.name}`}
        size="xs"
        bg="sheet"
        borderColor="rule"
        defaultValue={glyph.name}
        onBlur={(e) => e.target.value.trim() !== glyph.name && take(e.target.value.trim())}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      {refused && (
        <Text fontSize="xs" color="snag" role="alert">
          {refused.why}
        </Text>
      )}
    </Field.Root>
  );
}
