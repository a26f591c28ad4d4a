import { Text } from '@chakra-ui/react';
import { useState } from 'react';
import { counted } from '../../../../core/foundations/problems/counted';
import {
  setBounce,
  takeTurns,
  USUAL_WITHIN,
} from '../../../../core/project/document/commands/features/turns';
import { deriveForms, formsLacking } from '../../../../core/project/document/commands/glyphs/forms';
import { rulesInOrder } from '../../../../core/project/document/queries/forms';
import type { Doc, GlyphRow } from '../../../../core/project/document/schema';
import { useRepeats } from '../../../store/formWords';
import { drawnGlyphs } from '../../../store/selectors';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { TextField } from '../../../ui/TextField';

const SMALL = 'abcdefghijklmnopqrstuvwxyz';
const WORDS_SHOWN = 8;

/** Letters of the font among some characters. */
const lettersAmong = (doc: Doc, characters: string): GlyphRow[] => {
  const wanted = new Set([...characters].map((c) => c.codePointAt(0)));
  return drawnGlyphs(doc).filter((g) => g.codePoints.some((cp) => wanted.has(cp)));
};

/** Where the same drawing still comes twice in a word. */
function RepeatsLeft() {
  const found = useRepeats();
  if (!found || found.words === 0) return null;
  const { again, beside, words } = found;
  const shown = (list: readonly string[]) => list.slice(0, WORDS_SHOWN).join(', ');
  return (
    <Text fontSize="xs" color="faded" role="status" data-testid="repeats">
      {again.length === 0
        ? `In ${counted(words, 'common word')} no drawing comes twice.`
        : `Of ${counted(words, 'common word')} ${again.length} have a drawing twice, ${beside.length} of them side by side (${shown(beside.length > 0 ? beside : again)}).`}
    </Text>
  );
}

/** Drawings of letters that follow one another. */
function TurnsPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const turns = rulesInOrder(doc).find(({ rule }) => rule.kind === 'turns' && rule.letters === null);
  const within = turns?.rule.kind === 'turns' ? turns.rule.within : USUAL_WITHIN;
  return (
    <>
      <GaugePart title="Drawings take turns" />
      <Text fontSize="xs" color="faded">
        Further drawings of a letter follow one another, so that none stands beside itself.
      </Text>
      <InkButton
        tip={
          turns
            ? 'Taken back in the list of rules'
            : 'All drawings called alt1, alt2 ... take turns with their letters'
        }
        disabled={turns !== undefined}
        onClick={() => commit(takeTurns(doc, within))}
      >
        {turns ? 'They take turns' : 'Let them take turns'}
      </InkButton>
      <NumberField
        label="None again within so many letters"
        unit=""
        min={1}
        max={16}
        value={within}
        disabled={!turns}
        onChange={(v) => commit(takeTurns(doc, Math.round(v)))}
      />
      <RepeatsLeft />
    </>
  );
}

/** Further drawings derived for letters that have too few. */
function DerivePart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [only, setOnly] = useState(SMALL);
  const [count, setCount] = useState(2);
  const [percent, setPercent] = useState(60);
  const ids = lettersAmong(doc, only).map((g) => g.id);
  const lacking = formsLacking(doc, ids, count);
  return (
    <>
      <GaugePart title="Derive further drawings" />
      <TextField live label="Of these letters" value={only} onChange={setOnly} />
      <NumberField
        label="Drawings besides the letter"
        unit=""
        min={1}
        max={5}
        value={count}
        onChange={(v) => setCount(Math.round(v))}
      />
      <NumberField
        label="How different"
        unit="%"
        min={10}
        max={100}
        step={10}
        value={percent}
        onChange={setPercent}
      />
      <InkButton
        tip="As a hand would write them another time: drafts, to be looked at one by one"
        disabled={lacking === 0}
        onClick={() => commit(deriveForms(doc, ids, { count, amount: percent / 100 }))}
      >
        Derive {counted(lacking, 'drawing')}
      </InkButton>
    </>
  );
}

/** Letters a little above and below the baseline, by their neighbours. */
function BouncePart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const rule = rulesInOrder(doc).find((f) => f.rule.kind === 'bounce')?.rule;
  return (
    <>
      <GaugePart title="Bounce and lean" />
      <NumberField
        label="Above and below the baseline by up to"
        unit="u"
        min={0}
        max={120}
        step={2}
        value={rule?.kind === 'bounce' ? rule.height : 0}
        onChange={(height) => commit(setBounce(doc, { height }))}
      />
      <NumberField
        label="Leaning to either side by"
        unit="°"
        min={0}
        max={6}
        step={0.5}
        digits={1}
        value={rule?.kind === 'bounce' ? rule.lean : 0}
        onChange={(lean) => commit(setBounce(doc, { lean }))}
      />
    </>
  );
}

/** What all letters do: take turns, and bounce. */
export function RulesTab() {
  return (
    <>
      <TurnsPart />
      <DerivePart />
      <BouncePart />
    </>
  );
}
