import { Field, Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import {
  addCodePoint,
  givePrivateCode,
  removeCodePoint,
  setTypedNames,
} from '../../../../core/project/document/commands/glyphs/codePoints';
import { PRIVATE } from '../../../../core/project/document/commands/glyphs/privateCodes';
import { takeOnCapitals } from '../../../../core/project/document/commands/glyphs/composing';
import { acceptDrafts } from '../../../../core/project/document/commands/signs/drafts';
import { glyphOfCodePoint } from '../../../../core/project/document/queries/lookups';
import type { Doc, GlyphRow } from '../../../../core/project/document/schema';
import { glyphNameOf } from '../../../../core/type/names/glyphNames';
import { RemoveGlyph } from '../../../panels/RemoveGlyph';
import { useWay } from '../../../panels/way';
import { giveCharacter, ownerOf } from '../../../store/nameBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { GlyphDrawing } from '../../../ui/GlyphDrawing';
import { InkButton } from '../../../ui/InkButton';
import { NameField } from './NameField';
import { CharacterField, hexOf } from '../CharacterField';

interface Props {
  readonly glyph: GlyphRow;
}

function CodePoints({ glyph }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  if (glyph.codePoints.length === 0) return <Fact label="Code point">none</Fact>;
  return glyph.codePoints.map((cp, i) => (
    <Flex key={cp} justify="space-between" align="center" fontSize="sm">
      <Text color="faded">{i === 0 ? 'Code point' : 'and'}</Text>
      <Text>
        {String.fromCodePoint(cp)} {hexOf(cp)}
        {i > 0 && (
          <InkButton
            tip="Take this character away from it"
            aria-label={`Take ${String.fromCodePoint(cp)} away`}
            px="1.5"
            ml="2"
            onClick={() => commit(removeCodePoint(doc, glyph.id, cp))}
          >
            ×
          </InkButton>
        )}
      </Text>
    </Flex>
  ));
}

/** What a draft was made of, in words. */
function draftedFrom(doc: Doc, { components, madeOf }: GlyphRow): string {
  if (madeOf === '') return 'drawn by this hand’s pen';
  const names = madeOf === null ? components.map((c) => doc.glyphs[c.glyphId]?.name ?? '?') : [...madeOf];
  return names.length === 0 ? 'derived from what is drawn' : `made of ${names.join(' and ')}`;
}

/** What it was made of, until somebody says that it is good so. */
function DraftPart({ glyph }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  if (!glyph.draft) return null;
  return (
    <>
      <Text fontSize="sm" color="snag">
        A draft, {draftedFrom(doc, glyph)}.
      </Text>
      <InkButton tip="It is good as it is" onClick={() => commit(acceptDrafts(doc, [glyph.id]))}>
        Accept the draft
      </InkButton>
    </>
  );
}

/** Another character in its stead, or one more. */
function OtherCharacters({ glyph }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { take } = useWay();
  const [told, setTold] = useState<string | null>(null);
  const rename = (char: string) => {
    const what = { kind: 'glyph', id: glyph.id } as const;
    const taken = ownerOf(doc, what, char) !== null;
    giveCharacter(what, char);
    const point = char.codePointAt(0) ?? 0;
    if (!taken) take(glyphOfCodePoint(doc, point)?.id ?? glyphNameOf(point));
  };
  const add = (char: string) => {
    const diff = addCodePoint(doc, glyph.id, char.codePointAt(0) ?? 0);
    setTold(diff ? null : `${char} has a drawing of its own already.`);
    commit(diff);
  };
  return (
    <>
      <GaugePart title="It is really another character" />
      <CharacterField label="New character" onPick={rename} />
      <GaugePart title="It stands for another one too" />
      <CharacterField label="Further character" onPick={add} />
      {told && (
        <Text fontSize="xs" color="snag" role="alert">
          {told}
        </Text>
      )}
    </>
  );
}

/** A code point of its own for a drawing without a character, and a mark's drawing given to capitals. */
function FurtherUses({ glyph }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { take } = useWay();
  const capitals = takeOnCapitals(doc, glyph.id);
  const giveToCapitals = () => {
    commit(capitals);
    const made = capitals?.changes.find((c) => c.table === 'glyphs' && c.after);
    if (made) take(made.id);
  };
  return (
    <>
      {glyph.codePoints.length === 0 && (
        <InkButton
          tip="The next free one from U+E000; its name keeps it from then on"
          onClick={() => commit(givePrivateCode(doc, glyph.id))}
        >
          Give it a private code point
        </InkButton>
      )}
      {capitals && (
        <InkButton
          tip="Accented capitals are composed with this drawing of the mark"
          onClick={giveToCapitals}
        >
          Use it on capitals
        </InkButton>
      )}
    </>
  );
}

function TypedNames({ glyph }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const isIcon = glyph.codePoints.some((cp) => cp >= PRIVATE[0] && cp <= PRIVATE[1]);
  if (!isIcon && glyph.typed.length === 0) return null;
  return (
    <>
      <GaugePart title="Names that make it when typed" />
      <Field.Root>
        <Field.Label fontSize="xs" color="faded">
          Several, parted by commas
        </Field.Label>
        <Input
          key={glyph.typed.join()}
          size="xs"
          bg="sheet"
          borderColor="rule"
          defaultValue={glyph.typed.join(', ')}
          onBlur={(e) => commit(setTypedNames(doc, glyph.id, e.target.value.split(',')))}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      </Field.Root>
    </>
  );
}

const originOf = (glyph: GlyphRow): string =>
  glyph.components.length > 0 ? 'other letters' : glyph.source ? 'a sheet' : 'drawn here';

/** Characters of the glyph in hand: more, others, none; names that make it when they are typed. */
export function LetterPart({ glyph }: Props) {
  return (
    <>
      <Flex justify="center" py="1" bg="sheet" borderWidth="1px" borderColor="rule">
        <GlyphDrawing glyph={glyph} size={120} />
      </Flex>
      <NameField glyph={glyph} />
      <CodePoints glyph={glyph} />
      <Fact label="From">{originOf(glyph)}</Fact>
      <DraftPart glyph={glyph} />
      <OtherCharacters glyph={glyph} />
      <FurtherUses glyph={glyph} />
      <TypedNames glyph={glyph} />
      <RemoveGlyph glyph={glyph} />
    </>
  );
}
