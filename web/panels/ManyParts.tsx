import { Field, Flex, Input, Text } from '@chakra-ui/react';
import { counted } from '../../core/foundations/problems/counted';
import { InkButton } from '../ui/InkButton';

interface OnlyProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (only: string) => void;
}

/** Which letters a job over many is for: their characters, or all when nothing is typed. */
export function OnlyLetters({ label, value, onChange }: OnlyProps) {
  return (
    <Field.Root>
      <Field.Label fontSize="sm" color="faded">
        {label} (empty: all)
      </Field.Label>
      <Input
        size="xs"
        bg="sheet"
        borderColor="rule"
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </Field.Root>
  );
}

interface HowFarProps {
  readonly done: number;
  readonly total: number;
  /** Null while nothing is under way. */
  readonly stop: (() => void) | null;
}

/** How far a job over many letters is, and the way to stop it. */
export function HowFar({ done, total, stop }: HowFarProps) {
  if (!stop) return null;
  return (
    <Flex align="center" gap="2">
      <Text fontSize="xs" color="faded" flex="1" role="status">
        {done} of {counted(total, 'letter')}
      </Text>
      <InkButton tip="Stop; nothing is changed" onClick={stop}>
        Stop
      </InkButton>
    </Flex>
  );
}
