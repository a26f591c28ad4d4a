import { Checkbox, Field, Input } from '@chakra-ui/react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { changeCasting } from '../../../core/document/commands/casting';
import type { CastingRow } from '../../../core/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { Gauge, GaugePart } from '../../ui/Gauge';

const form = z.object({
  family: z.string().trim().min(1, 'A family needs a name.').max(63, 'At most 63 characters.'),
  version: z.string().regex(/^\d{1,3}\.\d{3}$/, 'A version looks like 1.000.'),
  designer: z.string(),
  designerUrl: z.string(),
  copyright: z.string(),
  licence: z.string(),
  licenceUrl: z.string(),
});
type Names = z.infer<typeof form>;

const FIELDS: readonly [keyof Names, string][] = [
  ['family', 'Family'],
  ['version', 'Version'],
  ['designer', 'Designer'],
  ['designerUrl', 'Designer, web address'],
  ['copyright', 'Copyright'],
  ['licence', 'Licence'],
  ['licenceUrl', 'Licence, web address'],
];
const FORMATS = [
  ['otf', 'OTF (for print and design programs)'],
  ['ttf', 'TTF (for office programs)'],
] as const;

/** Names and formats of the casting; each field takes effect when it is left. */
export function CastGauge({ casting }: { casting: CastingRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { register, handleSubmit, reset, formState } = useForm<Names>({
    resolver: zodResolver(form),
    values: casting,
    mode: 'onBlur',
  });
  useEffect(() => reset(casting), [casting, reset]);
  const save = handleSubmit((values) => commit(changeCasting(doc, values)));
  return (
    <Gauge title="Casting" hint="Names that go into every file, for all systems.">
      <form onBlur={() => void save()} onSubmit={(e) => (e.preventDefault(), void save())}>
        {FIELDS.map(([name, label]) => (
          <Field.Root key={name} mb="2" invalid={formState.errors[name] !== undefined}>
            <Field.Label fontSize="xs" color="faded">
              {label}
            </Field.Label>
            <Input size="xs" bg="sheet" borderColor="rule" {...register(name)} />
            <Field.ErrorText>{formState.errors[name]?.message}</Field.ErrorText>
          </Field.Root>
        ))}
        <button type="submit" hidden />
      </form>
      <GaugePart title="Formats" />
      {FORMATS.map(([format, text]) => (
        <Checkbox.Root
          key={format}
          size="sm"
          checked={casting.formats.includes(format)}
          onCheckedChange={(e) => {
            const formats = FORMATS.map(([f]) => f).filter((f) =>
              f === format ? e.checked === true : casting.formats.includes(f),
            );
            if (formats.length > 0) commit(changeCasting(doc, { formats }));
          }}
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control />
          <Checkbox.Label>{text}</Checkbox.Label>
        </Checkbox.Root>
      ))}
    </Gauge>
  );
}
