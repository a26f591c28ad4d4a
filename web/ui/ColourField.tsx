import { Flex, Text, VisuallyHidden } from '@chakra-ui/react';
import { useId, useRef } from 'react';
import { colourKey, rgbOfKey, type Rgb } from '../../core/foundations/geometry/paint';

interface Props {
  readonly label: string;
  readonly value: Rgb;
  /** `continues`: it goes on with the choice before, so that a colour that is dragged to its place is one step. */
  readonly onChange: (rgb: Rgb, continues: boolean) => void;
  /** Where headings or the place say what it is, the label is only read aloud. */
  readonly bare?: boolean;
}

/** A labelled colour, chosen by the browser's own field; what is dragged in it comes as it goes. */
export function ColourField({ label, value, onChange, bare = false }: Props) {
  const id = useId();
  const choosing = useRef(false);
  const field = (
    <input
      id={id}
      type="color"
      value={colourKey(value)}
      style={{ width: 34, height: 24, border: 'none', background: 'none' }}
      onChange={(e) => {
        onChange(rgbOfKey(e.target.value), choosing.current);
        choosing.current = true;
      }}
      onBlur={() => (choosing.current = false)}
    />
  );
  return (
    <Flex align="center" justify="space-between" gap="2">
      {bare ? (
        <VisuallyHidden asChild>
          <label htmlFor={id}>{label}</label>
        </VisuallyHidden>
      ) : (
        <Text asChild fontSize="sm" color="faded">
          <label htmlFor={id}>{label}</label>
        </Text>
      )}
      {field}
    </Flex>
  );
}
