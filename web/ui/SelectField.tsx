import { Field, NativeSelect } from '@chakra-ui/react';

interface Props<T extends string> {
  readonly label: string;
  readonly value: T;
  /** What can be chosen, each with its words. */
  readonly options: readonly (readonly [T, string])[];
  readonly onChange: (value: T) => void;
}

/** A labelled choice of one of a few. */
export function SelectField<T extends string>({ label, value, options, onChange }: Props<T>) {
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
          onChange={(e) => onChange(options.find(([v]) => v === e.target.value)![0])}
        >
          {options.map(([v, text]) => (
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
