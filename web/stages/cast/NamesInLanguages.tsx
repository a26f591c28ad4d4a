import { Box, Field, Flex, IconButton, Input } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { changeCasting } from '../../../core/project/document/commands/font/casting';
import type { CastingRow, NamesIn } from '../../../core/project/document/schema';
import { NAME_LANGUAGES, type NameLanguage } from '../../../core/type/names/nameLanguages';
import { useDoc, useProject } from '../../store/projectStore';
import { GaugePart } from '../../ui/Gauge';
import { SelectField } from '../../ui/SelectField';
import { Tip } from '../../ui/Tip';

const called = new Intl.DisplayNames('en', { type: 'language' });
const nameOf = (language: NameLanguage): string => called.of(language) ?? language;

const FIELDS = [
  ['family', 'Family'],
  ['designer', 'Designer'],
  ['copyright', 'Copyright'],
  ['licence', 'Licence'],
] as const;

interface OneProps {
  readonly names: NamesIn;
  readonly onChange: (to: NamesIn | null) => void;
}

/** Names in one language; each takes effect when it is left. */
function OneLanguage({ names, onChange }: OneProps) {
  const language = nameOf(names.language);
  return (
    <Box role="group" aria-label={language}>
      <Flex align="center" justify="space-between" fontSize="sm">
        {language}
        <Tip text={`No names in ${language}`}>
          <IconButton
            size="2xs"
            variant="ghost"
            aria-label={`Remove ${language}`}
            onClick={() => onChange(null)}
          >
            <Trash2 size={14} />
          </IconButton>
        </Tip>
      </Flex>
      {FIELDS.map(([field, label]) => (
        <Field.Root key={field} mb="1">
          <Field.Label fontSize="xs" color="faded">
            {label}
          </Field.Label>
          <Input
            key={names[field]}
            size="xs"
            bg="sheet"
            borderColor="rule"
            lang={names.language}
            dir="auto"
            defaultValue={names[field]}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            onBlur={(e) => e.target.value !== names[field] && onChange({ ...names, [field]: e.target.value })}
          />
        </Field.Root>
      ))}
    </Box>
  );
}

/** What the font is called where menus are in another language. */
export function NamesInLanguages({ casting }: { readonly casting: CastingRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { namesIn } = casting;
  const put = (next: readonly NamesIn[]) => commit(changeCasting(doc, { namesIn: [...next] }));
  const free = NAME_LANGUAGES.filter((l) => !namesIn.some((n) => n.language === l));
  const add = (language: NameLanguage | '') =>
    language !== '' &&
    put([...namesIn, { language, family: casting.family, designer: '', copyright: '', licence: '' }]);
  return (
    <>
      <GaugePart title="In other languages" />
      {namesIn.map((names, i) => (
        <OneLanguage
          key={names.language}
          names={names}
          onChange={(to) => put(namesIn.flatMap((n, k) => (k !== i ? [n] : to ? [to] : [])))}
        />
      ))}
      <SelectField<NameLanguage | ''>
        label="Add names in"
        value=""
        options={[['', 'a language'], ...free.map((l) => [l, nameOf(l)] as const)]}
        onChange={add}
      />
    </>
  );
}
