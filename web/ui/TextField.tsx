import { Field, Input } from '@chakra-ui/react';
import { useState } from 'react';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** What is wrong with a text, in a few words; null when it may stand here. */
  readonly fault?: (text: string) => string | null;
  /** Every letter that is typed counts at once; else the text is taken on Enter and on leaving. */
  readonly live?: boolean;
}

/** A labelled line of text; what can't stand here is told beside it and changes nothing. */
export function TextField({ label, value, onChange, fault = () => null, live = false }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = fault(typed ?? value);
  const take = (text: string) => {
    if (fault(text) !== null && text !== value) return setTyped(text);
    setTyped(null);
    if (text !== value) onChange(text);
  };
  return (
    <Field.Root invalid={wrong !== null}>
      <Field.Label fontSize="sm" color="faded">
        {label}
      </Field.Label>
      <Input
        size="xs"
        bg="sheet"
        borderColor="rule"
        value={typed ?? value}
        onChange={(e) => (live ? onChange(e.target.value) : setTyped(e.target.value))}
        onBlur={(e) => take(e.target.value)}
        onKeyDown={(e) => {
          // Leaving takes it, and hands the keys back to the bench.
          if (e.key === 'Enter') e.currentTarget.blur();
          if (e.key === 'Escape') setTyped(null);
        }}
      />
      {wrong !== null && (
        <Field.ErrorText fontSize="xs" color="snag" role="alert">
          {wrong}
        </Field.ErrorText>
      )}
    </Field.Root>
  );
}
