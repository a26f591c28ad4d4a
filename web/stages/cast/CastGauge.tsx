import { Field, Input } from '@chakra-ui/react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { versionOf } from '../../../core/fonts/compile/fontNames';
import { changeCasting } from '../../../core/project/document/commands/font/casting';
import type { CastingRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { Gauge } from '../../ui/Gauge';
import { LicenceChoice } from './LicenceChoice';
import { LineMetrics } from './LineMetrics';
import { NamesInLanguages } from './NamesInLanguages';
import { Permission } from './Permission';

const form = z.object({
  family: z.string().trim().min(1, 'A family needs a name.').max(63, 'At most 63 characters.'),
  version: z
    .string()
    .trim()
    .regex(/^\d{1,3}([.,]\d{1,3})?$/, 'A version is a number like 1.25.')
    .transform(versionOf),
  designer: z.string(),
  designerUrl: z.string(),
  copyright: z.string(),
  licence: z.string(),
  licenceUrl: z.string(),
});
type Names = z.input<typeof form>;

const FIELDS: readonly [keyof Names, string][] = [
  ['family', 'Family'],
  ['version', 'Version'],
  ['designer', 'Designer'],
  ['designerUrl', 'Designer, web address'],
  ['copyright', 'Copyright'],
  ['licence', 'Licence'],
  ['licenceUrl', 'Licence, web address'],
];
/** Names of the casting; each field takes effect when it is left. */
export function CastGauge({ casting }: { casting: CastingRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { register, trigger, getValues, resetField, formState } = useForm<Names>({
    resolver: zodResolver(form),
    values: casting,
    mode: 'onBlur',
    // A field that is wrong keeps what was typed, and the cursor stays where the person put it.
    resetOptions: { keepDirtyValues: true, keepErrors: true },
    shouldFocusError: false,
  });
  /** Each field is saved by itself: a wrong one holds up no other. */
  const save = async (name: keyof Names) => {
    if (!(await trigger(name))) return;
    const value = form.shape[name].parse(getValues(name));
    // Other words are no longer those of a usual licence.
    const own = name === 'licence' && value !== casting.licence ? { licenceId: null } : {};
    commit(changeCasting(doc, { [name]: value, ...own }));
    resetField(name, { defaultValue: value });
  };
  return (
    <Gauge title="Casting" hint="Names that go into every file, for all systems.">
      <form onSubmit={(e) => e.preventDefault()}>
        {FIELDS.map(([name, label]) => (
          <Field.Root key={name} mb="2" invalid={formState.errors[name] !== undefined}>
            <Field.Label fontSize="xs" color="faded">
              {label}
            </Field.Label>
            <Input
              size="xs"
              bg="sheet"
              borderColor={formState.errors[name] ? 'snag' : 'rule'}
              onKeyDown={(e) => e.key === 'Enter' && void save(name)}
              {...register(name, { onBlur: () => void save(name) })}
            />
            <Field.ErrorText color="snag">{formState.errors[name]?.message}</Field.ErrorText>
          </Field.Root>
        ))}
      </form>
      <LicenceChoice casting={casting} />
      <NamesInLanguages casting={casting} />
      <Permission casting={casting} />
      <LineMetrics casting={casting} />
    </Gauge>
  );
}
