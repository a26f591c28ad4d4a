import { Field, NativeSelect } from '@chakra-ui/react';
import { useState } from 'react';

interface Props<T extends string> {
  readonly label: string;
  readonly value: T;
  /** What can be chosen, each with its words. */
  readonly options: readonly (readonly [T, string])[];
  readonly onChange: (value: T) => void;
}

/** Of more choices than this only the one that is made is there, until the field is looked into. */
const MANY = 300;

/** A labelled choice of one of several. */
export function SelectField<T extends string>({ label, value, options, onChange }: Props<T>) {
  const [looked, setLooked] = useState(false);
  const look = () => setLooked(true);
  const shown = looked || options.length <= MANY ? options : options.filter(([v]) => v === value);
  return (
    <Field.Root>
      <Field.Label fontSize="sm" color="faded">
        {label}
      </Field.Label>
      <NativeSelect.Root size="xs">
        <NativeSelect.Field
          bg="sheet"
          borderColor="rule"
          value={value}
          onFocus={look}
          onPointerDown={look}
          onChange={(e) => onChange(options.find(([v]) => v === e.target.value)![0])}
        >
          {shown.map(([v, text]) => (
            <option key={v} value={v}>
              {text}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field.Root>
  );
}
