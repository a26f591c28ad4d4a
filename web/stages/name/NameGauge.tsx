import { Field, Input, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { changeProject, glyphOfCodePoint, renameGlyph } from '../../../core/document/commands/naming';
import { projectOf } from '../../../core/document/newProject';
import type { GlyphRow } from '../../../core/document/schema';
import { glyphNameOf } from '../../../core/names/glyphNames';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { useDoc, useProject } from '../../store/projectStore';
import { Fact, Gauge, GaugePart } from '../../ui/Gauge';
import { AccentsPart } from './AccentsPart';
import { InkButton } from '../../ui/InkButton';

const hex = (cp: number) => `U+${cp.toString(16).toUpperCase().padStart(4, '0')}`;

export function NameGauge({ glyph }: { glyph: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { take } = useGlyphInHand();
  const [typed, setTyped] = useState('');
  const char = [...typed.trim()][0];
  const owner = char === undefined ? null : glyphOfCodePoint(doc, char.codePointAt(0)!);
  const diff = char === undefined ? null : renameGlyph(doc, glyph.id, char);
  const rename = () => {
    if (!diff || char === undefined) return;
    commit(diff);
    take(glyphNameOf(char.codePointAt(0)!));
  };
  return (
    <Gauge
      title={`${String.fromCodePoint(glyph.codePoints[0] ?? 0x20)} (${glyph.name})`}
      hint="Characters are what keyboards send; names are what font files use."
    >
      <Fact label="Code point">{glyph.codePoints.map(hex).join(', ') || 'none'}</Fact>
      <Fact label="From">{glyph.source ? 'a sheet' : 'drawn here'}</Fact>
      <GaugePart title="It is really another character" />
      <form
        onSubmit={(e) => {
          e.preventDefault();
          rename();
        }}
      >
        <Field.Root orientation="horizontal">
          <Field.Label fontSize="sm" color="faded">
            New character
          </Field.Label>
          <Input
            size="xs"
            w="4rem"
            bg="sheet"
            borderColor="rule"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
        </Field.Root>
      </form>
      {char !== undefined && (
        <Text fontSize="xs" color={diff ? 'faded' : 'snag'}>
          {owner?.id === glyph.id
            ? 'It has this character already.'
            : diff && owner
              ? `${char} is taken: the piece that has it now loses its character.`
              : diff
                ? `It becomes ${char} (${glyphNameOf(char.codePointAt(0)!)}).`
                : `${char} is taken by a glyph made by hand. Rename that one first.`}
        </Text>
      )}
      <InkButton main tip="Give it the new character (Enter)" disabled={!diff} onClick={rename}>
        Rename
      </InkButton>
      <GaugePart title="The bill: characters to fill" />
      <Textarea
        size="xs"
        rows={5}
        aria-label="Characters to fill"
        bg="sheet"
        borderColor="rule"
        value={projectOf(doc).bill}
        onChange={(e) =>
          commit(changeProject(doc, { bill: unique(e.target.value) }, 'Change the bill'), true)
        }
      />
      <AccentsPart />
    </Gauge>
  );
}

/** Each character once, in the order typed; white space isn't drawn. */
const unique = (text: string) => [...new Set(text.replace(/\s/gu, ''))].join('');
