import { Checkbox } from '@chakra-ui/react';

interface Props {
  readonly label: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly disabled?: boolean;
}

/** A labelled box to tick. */
export function CheckField({ label, checked, onChange, disabled }: Props) {
  return (
    <Checkbox.Root
      size="sm"
      checked={checked}
      disabled={disabled}
      onCheckedChange={(e) => onChange(e.checked === true)}
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control />
      <Checkbox.Label fontSize="sm">{label}</Checkbox.Label>
    </Checkbox.Root>
  );
}
