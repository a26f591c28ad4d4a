import { Box, NativeSelect } from '@chakra-ui/react';
import { useFitBench, type FitText } from '../../store/fitBench';
import { fitAll, stopFitting, useFittingAll } from '../../store/fittingAll';
import { InkButton } from '../../ui/InkButton';

const TEXTS: readonly [FitText, string][] = [
  ['running', 'The running line'],
  ['between', 'Between n and o, H and O'],
  ['words', 'Words with it'],
  ['pangram', 'A pangram'],
  ['pair', 'The pair in hand'],
];

function TextField({ hasPair }: { hasPair: boolean }) {
  const text = useFitBench((s) => s.text);
  return (
    <NativeSelect.Root size="xs" w="12.5rem" flexShrink={0}>
      <NativeSelect.Field
        aria-label="Text on the line"
        borderColor="rule"
        value={text}
        onChange={(e) => useFitBench.setState({ text: e.target.value as FitText, view: 'line' })}
      >
        {TEXTS.map(([value, name]) => (
          <option key={value} value={value} disabled={value === 'pair' && !hasPair}>
            {name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

/** What is done with the whole font, and what the bench shows. */
export function FitActions({ hasPair }: { hasPair: boolean }) {
  const running = useFittingAll((s) => s.running);
  const { view, tint } = useFitBench();
  return (
    <>
      <InkButton
        main
        tip="Bearings, kerning and word space from the shapes; what was set by hand stays and the rest follows its rhythm"
        disabled={running}
        onClick={() => void fitAll()}
      >
        {running ? 'Fitting…' : 'Fit all'}
      </InkButton>
      {running && (
        <InkButton tip="Leave everything as it is" onClick={stopFitting}>
          Stop
        </InkButton>
      )}
      <InkButton
        tip="Kerning alone, by groups, from what the bearings leave; pairs set by hand stay"
        disabled={running}
        onClick={() => void fitAll('pairs')}
      >
        Fit pairs
      </InkButton>
      <TextField hasPair={hasPair} />
      <Box flex="1" />
      <InkButton
        tip="Tint the white between letters by how far it is from the rhythm"
        aria-pressed={tint}
        onClick={() => useFitBench.setState({ tint: !tint })}
      >
        Tint
      </InkButton>
      <InkButton
        tip="Groups of letters against groups: which pairs are tight, which loose (M)"
        aria-pressed={view === 'map'}
        onClick={() => useFitBench.setState({ view: view === 'map' ? 'line' : 'map' })}
      >
        Pair map
      </InkButton>
    </>
  );
}
