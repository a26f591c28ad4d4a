import { Progress, Slider, Text } from '@chakra-ui/react';
import type { RecipeRow } from '../../../core/project/document/schema';
import { cleannessOf, settingsOfCleanness } from '../../../core/tracing/trace/cleanness';
import { tryRecipe, useTracing } from '../../store/tracing';
import { GaugePart } from '../../ui/Gauge';
import { SelectField } from '../../ui/SelectField';
import { NumberField } from '../../ui/NumberField';

const MODES = [
  ['outline', 'Outline of the ink'],
  ['pixel', 'Pixel drawing, exact squares'],
  ['centreline', 'Way of the pen, redrawn'],
  ['colour', 'Colours, in layers'],
] as const;

interface Props {
  readonly sheetId: string;
  readonly recipe: RecipeRow;
  /** Pieces to trace first: those that can be seen. */
  readonly inView: () => readonly string[];
}

const inWords = (cleanness: number): string => {
  if (cleanness < 35) return 'Keeps the texture of pen and paper.';
  return cleanness > 65 ? 'Draws the plain form, with few points.' : 'Takes out what lens and paper add.';
};

function CleannessSlider({ value, onChange }: { value: number; onChange: (value: number) => void }) {
  return (
    <Slider.Root
      size="sm"
      min={0}
      max={100}
      step={1}
      value={[value]}
      aria-label={['How clean the outlines are']}
      onValueChange={({ value: [next = value] }) => onChange(next)}
    >
      <Slider.Label fontSize="sm" color="faded" fontWeight="normal">
        Faithful to clean
      </Slider.Label>
      <Slider.Control>
        <Slider.Track bg="rule">
          <Slider.Range bg="hand" />
        </Slider.Track>
        <Slider.Thumbs borderColor="hand" bg="sheet" />
      </Slider.Control>
    </Slider.Root>
  );
}

/** How the sheet's pieces are traced: tried at once on what is in view, taken when the slider is let go. */
export function TraceGauge({ sheetId, recipe, inView }: Props) {
  const { trial, done, total } = useTracing();
  const tried = { ...recipe, ...trial?.change };
  const value = cleannessOf(tried);
  const under = trial !== null && done < total;
  const attempt = (change: Partial<Omit<RecipeRow, 'id'>>) => tryRecipe(sheetId, change, inView());
  return (
    <>
      <GaugePart title="Tracing of this sheet" />
      <CleannessSlider value={value} onChange={(next) => attempt(settingsOfCleanness(next))} />
      <Text fontSize="xs" color="faded" data-testid="trace-progress">
        {inWords(value)}
        <span role="status">{under ? ` ${done} of ${total} traced.` : ''}</span>
      </Text>
      {under && (
        <Progress.Root value={(100 * done) / total} size="xs" aria-label="Tracing">
          <Progress.Track>
            <Progress.Range bg="hand" />
          </Progress.Track>
        </Progress.Root>
      )}
      <SelectField
        label="Trace as"
        value={tried.mode}
        options={MODES}
        onChange={(mode) => attempt({ mode })}
      />
      {tried.mode === 'colour' && (
        <NumberField
          label="Colours at most"
          unit=""
          value={tried.colours}
          min={1}
          max={16}
          onChange={(colours) => attempt({ colours: Math.round(colours), mode: 'colour' })}
        />
      )}
    </>
  );
}
