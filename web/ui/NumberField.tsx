import { Field, Input, InputGroup, VisuallyHidden } from '@chakra-ui/react';
import { useState, type KeyboardEvent } from 'react';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly unit: string;
  readonly onChange: (value: number) => void;
  readonly min?: number;
  readonly max?: number;
  readonly step?: number;
  readonly digits?: number;
  readonly disabled?: boolean;
  /** Under a heading of its column a field's label is only read aloud. */
  readonly inColumn?: boolean;
}

/** What is wrong with what was typed, in a few words; null when it is a number that may stand here. */
function faultOf(text: string, min: number, max: number): string | null {
  const value = Number(text.replace(',', '.'));
  if (text.trim() === '') return null;
  if (!Number.isFinite(value)) return 'Give a number';
  if (value < min) return `${min} or more`;
  return value > max ? `${max} or less` : null;
}

/** What is typed until it is taken, what is wrong with it, and how it is taken. */
function useTyped({ value, onChange, min = -Infinity, max = Infinity, digits = 0 }: Props) {
  const shown = value.toFixed(digits);
  const [typed, setTyped] = useState<string | null>(null);
  const take = (text: string) => {
    if (faultOf(text, min, max) !== null) return setTyped(text);
    setTyped(null);
    if (text.trim() !== '' && text !== shown) onChange(Number(text.replace(',', '.')));
  };
  const stepBy = (by: number) => {
    const now = Number((typed ?? shown).replace(',', '.'));
    const next = (Number.isFinite(now) ? now : value) + by;
    take(String(Math.min(max, Math.max(min, Number(next.toFixed(6))))));
  };
  return {
    text: typed ?? shown,
    fault: typed === null ? null : faultOf(typed, min, max),
    setTyped,
    take,
    stepBy,
  };
}

/**
 * A labelled number with its unit. Takes effect on Enter, on leaving, and with the arrow keys; what can't stand here is told beside
 * it and changes nothing.
 */
export function NumberField(props: Props) {
  const { label, unit, step = 1, disabled, inColumn = false } = props;
  const { text, fault, setTyped, take, stepBy } = useTyped(props);
  const onKeyDown = (e: KeyboardEvent<HTMLInputElement>) => {
    // Leaving takes it, and hands the keys back to the bench.
    if (e.key === 'Enter') e.currentTarget.blur();
    if (e.key === 'Escape') setTyped(null);
    if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return;
    e.preventDefault();
    stepBy((e.key === 'ArrowUp' ? step : -step) * (e.shiftKey ? 10 : 1));
  };
  return (
    <Field.Root orientation="horizontal" gap="2" disabled={disabled} invalid={fault !== null}>
      <Field.Label
        flex="1"
        fontSize="sm"
        color="faded"
        flexDirection="column"
        alignItems="flex-start"
        gap="0"
      >
        {inColumn ? <VisuallyHidden>{label}</VisuallyHidden> : label}
        {fault !== null && (
          <Field.ErrorText as="span" fontSize="xs" m="0" color="snag" role="alert">
            {fault}
          </Field.ErrorText>
        )}
      </Field.Label>
      <InputGroup endElement={<span style={{ fontSize: 12 }}>{unit}</span>} width="6.2rem">
        <Input
          size="xs"
          textAlign="right"
          inputMode="decimal"
          borderColor="rule"
          bg="sheet"
          value={text}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={(e) => take(e.target.value)}
          onKeyDown={onKeyDown}
        />
      </InputGroup>
    </Field.Root>
  );
}
