import { Field, Textarea } from '@chakra-ui/react';

/** A labelled field for a list of characters. */
export function CharactersField({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}) {
  return (
    <Field.Root>
      <Field.Label fontSize="sm" color="faded">
        {label}
      </Field.Label>
      <Textarea
        size="xs"
        rows={4}
        bg="sheet"
        borderColor="rule"
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </Field.Root>
  );
}
