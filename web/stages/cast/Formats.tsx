import { Heading, Stack } from '@chakra-ui/react';
import { changeCasting } from '../../../core/document/commands/casting';
import type { CastingRow } from '../../../core/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { CheckField } from '../../ui/CheckField';

const FORMATS = [
  ['otf', 'OTF (for print and design programs)'],
  ['ttf', 'TTF (for office programs)'],
] as const;

/** What will be made; at least one of them. */
export function Formats({ casting }: { readonly casting: CastingRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const choose = (format: (typeof FORMATS)[number][0], wanted: boolean) => {
    const formats = FORMATS.map(([f]) => f).filter((f) =>
      f === format ? wanted : casting.formats.includes(f),
    );
    if (formats.length > 0) commit(changeCasting(doc, { formats }));
  };
  return (
    <>
      <Heading as="h2" size="sm" mt="6">
        Formats
      </Heading>
      <Stack gap="2" mt="2">
        {FORMATS.map(([format, text]) => (
          <CheckField
            key={format}
            label={text}
            checked={casting.formats.includes(format)}
            onChange={(wanted) => choose(format, wanted)}
          />
        ))}
      </Stack>
    </>
  );
}
