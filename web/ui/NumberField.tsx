import { Field, Input, InputGroup } from '@chakra-ui/react';
import { useState } from 'react';

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
}

/** A labelled number with its unit. Takes effect on Enter, on leaving, and with the arrow keys. */
export function NumberField({
  label,
  value,
  unit,
  onChange,
  min,
  max,
  step = 1,
  digits = 0,
  disabled,
}: Props) {
  const shown = value.toFixed(digits);
  const [typed, setTyped] = useState<string | null>(null);
  const take = (text: string) => {
    setTyped(null);
    const next = Number(text.replace(',', '.'));
    if (text.trim() === '' || !Number.isFinite(next) || text === shown) return;
    onChange(Math.min(max ?? Infinity, Math.max(min ?? -Infinity, next)));
  };
  return (
    <Field.Root orientation="horizontal" gap="2" disabled={disabled}>
      <Field.Label flex="1" fontSize="sm" color="faded">
        {label}
      </Field.Label>
      <InputGroup endElement={<span style={{ fontSize: 12 }}>{unit}</span>} width="6.2rem">
        <Input
          size="xs"
          textAlign="right"
          inputMode="decimal"
          borderColor="rule"
          bg="sheet"
          value={typed ?? shown}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={(e) => take(e.target.value)}
          onKeyDown={(e) => {
            // Leaving takes it, and hands the keys back to the bench.
            if (e.key === 'Enter') e.currentTarget.blur();
            if (e.key === 'Escape') setTyped(null);
            if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return;
            e.preventDefault();
            const by = (e.key === 'ArrowUp' ? step : -step) * (e.shiftKey ? 10 : 1);
            take(String(Number(typed ?? shown) + by));
          }}
        />
      </InputGroup>
    </Field.Root>
  );
}
