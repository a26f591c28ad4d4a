import { Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import {
  beginLigature,
  copyForm,
  deriveForms,
} from '../../../../core/project/document/commands/glyphs/forms';
import { acceptDrafts } from '../../../../core/project/document/commands/signs/drafts';
import type { ProjectDiff } from '../../../../core/project/document/changes/diff';
import { formsOf, glyphsOfText, type Forms } from '../../../../core/project/document/queries/forms';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { useWay } from '../../../panels/way';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { TextField } from '../../../ui/TextField';
import { AppearsPart } from './AppearsPart';
import { InWordsLines } from './InWordsLines';
import { FormCards } from './FormCards';

/** How far a derived variant parts from its letter, 0 to 1. */
const DERIVED = 0.6;

/** The glyph that an edit made first. */
const firstMade = (diff: ProjectDiff | null): string | undefined =>
  diff?.changes.find((c) => c.table === 'glyphs' && c.before === null)?.id;

/** Makes an edit and takes what it made in hand. */
function useMaking() {
  const commit = useProject((s) => s.commit);
  const { take } = useWay();
  return (diff: ProjectDiff | null) => {
    commit(diff);
    const id = firstMade(diff);
    if (id) take(id);
  };
}

function MoreForms({ forms }: { readonly forms: Forms }) {
  const doc = useDoc();
  const make = useMaking();
  const { letter, others } = forms;
  const count = others.filter((g) => /\.alt\d+$/.test(g.name)).length + 1;
  return (
    <Flex gap="1.5" wrap="wrap">
      <InkButton
        tip="One more drawing of the letter, a copy to be altered in Dress"
        onClick={() => make(copyForm(doc, letter.id))}
      >
        Copy to alter
      </InkButton>
      <InkButton
        tip="One more drawing, as a hand would write it another time: a draft"
        onClick={() => make(deriveForms(doc, [letter.id], { count, amount: DERIVED }))}
      >
        Slight variant
      </InkButton>
    </Flex>
  );
}

function Ligatures({ forms, inHand }: { readonly forms: Forms; readonly inHand: string }) {
  const doc = useDoc();
  const make = useMaking();
  const { take } = useWay();
  const [typed, setTyped] = useState('');
  const parts = glyphsOfText(doc, typed);
  const diff = parts && beginLigature(doc, parts.map((g) => g.id)); // prettier-ignore
  return (
    <>
      <GaugePart title="Ligatures with it" />
      <FormCards label="Ligatures" glyphs={forms.ligatures} inHand={inHand} onTake={take} />
      <TextField
        live
        label="Letters that become one drawing"
        value={typed}
        onChange={setTyped}
        fault={(t) => (t.length > 1 && !glyphsOfText(doc, t) ? 'A letter of these isn’t drawn' : null)}
      />
      <InkButton
        tip="Begun with the letters side by side, to be altered in Dress; it stands wherever they are typed"
        disabled={!diff}
        onClick={() => {
          setTyped('');
          make(diff);
        }}
      >
        Begin the ligature
      </InkButton>
    </>
  );
}

/** What a form that was made by the app says of itself, until somebody works on it or takes it as it is. */
function DraftLine({ glyph }: { readonly glyph: GlyphRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { goTo } = useWay();
  return (
    <>
      {glyph.draft && (
        <Text fontSize="sm" color="snag">
          {glyph.name} is a draft, derived from what is drawn.
        </Text>
      )}
      <Flex gap="1.5" wrap="wrap">
        <InkButton tip="Alter its outline" onClick={() => goTo('dress', glyph.id)}>
          Alter in Dress
        </InkButton>
        {glyph.draft && (
          <InkButton tip="It is good as it is" onClick={() => commit(acceptDrafts(doc, [glyph.id]))}>
            Accept the draft
          </InkButton>
        )}
      </Flex>
    </>
  );
}

/** The forms of the letter in hand side by side: its other drawings and ligatures, ways to more of them, and when each appears. */
export function FormsTab({ glyph }: { readonly glyph: GlyphRow }) {
  const doc = useDoc();
  const { take } = useWay();
  const forms = formsOf(doc, glyph);
  const isForm = glyph.id !== forms.letter.id;
  return (
    <>
      <FormCards
        label={`Forms of ${forms.letter.name}`}
        glyphs={[forms.letter, ...forms.others]}
        inHand={glyph.id}
        onTake={take}
      />
      <MoreForms forms={forms} />
      {(isForm || glyph.draft) && <DraftLine glyph={glyph} />}
      {isForm && <AppearsPart key={glyph.id} form={glyph} />}
      {!isForm && glyph.codePoints.length === 0 && <InWordsLines formId={glyph.id} onPick={take} />}
      <Ligatures forms={forms} inHand={glyph.id} />
    </>
  );
}
