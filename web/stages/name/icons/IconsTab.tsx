import { Field, Flex, Textarea } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { writeIconTable } from '../../../../core/project/document/commands/icons/iconNames';
import { renameIcons, replacedName } from '../../../../core/project/document/commands/icons/renameIcons';
import { tagGlyphs, tagsOf } from '../../../../core/project/document/commands/icons/tags';
import { removeGlyphs } from '../../../../core/project/document/commands/glyphs/removing';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { counted } from '../../../../core/foundations/problems/counted';
import { projectOf } from '../../../../core/project/document/newProject';
import { chooseIcons, iconRows, takeIconNames, useIconBench, type IconOrder } from '../../../store/iconBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { download } from '../../../ui/download';
import { FileButton } from '../../../ui/FileButton';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { SelectField } from '../../../ui/SelectField';
import { TextField } from '../../../ui/TextField';

const ORDERS: readonly (readonly [IconOrder, string])[] = [
  ['name', 'by name'],
  ['code', 'by code'],
  ['untyped', 'without typed names first'],
  ['trouble', 'with troubles first'],
];

/** A part of names replaced in icons. */
function Replace({ shown }: { readonly shown: readonly GlyphRow[] }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const hit = shown.filter((g) => replacedName(g.name, from, to) !== g.name).length;
  return (
    <>
      <GaugePart title="Rename" />
      <TextField live label="This part of names" value={from} onChange={setFrom} />
      <TextField live label="becomes" value={to} onChange={setTo} />
      <InkButton
        tip="One step to undo; a name that another has stays as it is. ic_*_24 becomes * takes what stands around away"
        disabled={hit === 0}
        onClick={() => commit(renameIcons(doc, shown, { from, to }))}
      >
        Rename {counted(hit, 'icon')}
      </InkButton>
    </>
  );
}

/** Names as a table: for a spreadsheet and back. */
function AsTable() {
  const doc = useDoc();
  const [pasted, setPasted] = useState('');
  return (
    <>
      <GaugePart title="As a table" />
      <Flex gap="2">
        <InkButton
          flex="1"
          tip="CSV: each icon’s name, then what is typed for it; the command line’s --typed takes the same file"
          onClick={() =>
            download(
              new TextEncoder().encode(writeIconTable(doc)),
              `${projectOf(doc).name} icons.csv`,
              'text/csv',
            )
          }
        >
          Save CSV
        </InkButton>
        <FileButton
          text="Open CSV"
          tip="Icons that the table names get its words, others stay"
          label="Table of icon names"
          accept=".csv,.tsv,.txt"
          onFile={(file) => void file.text().then(takeIconNames)}
        />
      </Flex>
      <Field.Root>
        <Field.Label fontSize="sm" color="faded">
          Pasted from a spreadsheet
        </Field.Label>
        <Textarea
          size="xs"
          rows={3}
          bg="sheet"
          borderColor="rule"
          value={pasted}
          onChange={(e) => setPasted(e.target.value)}
        />
      </Field.Root>
      <InkButton
        tip="A row for each icon: its name, then what is typed for it"
        disabled={pasted.trim() === ''}
        onClick={() => {
          takeIconNames(pasted);
          setPasted('');
        }}
      >
        Take these names
      </InkButton>
    </>
  );
}

/** Tags of the icons that are meant: given to them, and taken from them by a press. */
function Tags({ meant }: { readonly meant: readonly GlyphRow[] }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [tag, setTag] = useState('');
  const ids = meant.map((g) => g.id);
  const there = [...new Set(meant.flatMap((g) => g.tags))].sort();
  const give = () => {
    commit(tagGlyphs(doc, ids, tag, true));
    setTag('');
  };
  return (
    <>
      <GaugePart title="Tags" />
      <Flex gap="1.5" wrap="wrap">
        {there.map((t) => (
          <InkButton
            key={t}
            tip={`Take ${t} from them`}
            onClick={() => commit(tagGlyphs(doc, ids, t, false))}
          >
            {t} ×
          </InkButton>
        ))}
      </Flex>
      <TextField live label="A tag for them" value={tag} onChange={setTag} />
      <InkButton tip="One step to undo" disabled={tag.trim() === '' || ids.length === 0} onClick={give}>
        Tag {counted(ids.length, 'icon')}
      </InkButton>
    </>
  );
}

/** What is done to all that were chosen. */
function Chosen({
  shown,
  chosen,
}: {
  readonly shown: readonly GlyphRow[];
  readonly chosen: readonly GlyphRow[];
}) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <>
      <Fact label="Chosen">
        {chosen.length === 0 ? 'none: what follows is for all shown' : chosen.length}
      </Fact>
      <Flex gap="2" wrap="wrap">
        <InkButton tip="All that are shown" onClick={() => chooseIcons(shown.map((g) => g.id))}>
          Choose all
        </InkButton>
        <InkButton tip="Choose none" disabled={chosen.length === 0} onClick={() => chooseIcons([])}>
          Let go
        </InkButton>
        <InkButton
          tip="Their codes are never given to others; one step to undo"
          disabled={chosen.length === 0}
          onClick={() => {
            const diff = removeGlyphs(
              doc,
              chosen.map((g) => g.id),
            );
            commit(diff);
            chooseIcons([]);
          }}
        >
          Remove
        </InkButton>
      </Flex>
    </>
  );
}

const ALL = '';

/** Finding, choosing, tagging and renaming icons, and their names as a table. */
export function IconsTab() {
  const doc = useDoc();
  const bench = useIconBench();
  const rows = useMemo(() => iconRows(doc, bench), [doc, bench]);
  const tags = useMemo(() => tagsOf(doc), [doc]);
  const shown = rows.map((r) => r.glyph);
  const chosen = bench.view === 'wall' ? shown.filter((g) => bench.chosen.has(g.id)) : [];
  const meant = chosen.length > 0 ? chosen : shown;
  return (
    <>
      <SelectField
        label="Shown as"
        value={bench.view}
        options={[
          ['table', 'a table to type in'],
          ['wall', 'a wall to choose from'],
        ]}
        onChange={(view) => useIconBench.setState({ view })}
      />
      <Fact label="Icons shown">{rows.length}</Fact>
      <Fact label="Without typed names">{rows.filter((r) => r.glyph.typed.length === 0).length}</Fact>
      <Fact label="With troubles">{rows.filter((r) => r.troubles.length > 0).length}</Fact>
      <TextField
        live
        label="Find by name, word, tag or code"
        value={bench.search}
        onChange={(search) => useIconBench.setState({ search })}
      />
      {tags.length > 0 && (
        <SelectField
          label="Tagged"
          value={bench.tag ?? ALL}
          options={[[ALL, 'anything'], ...tags.map(([t, n]) => [t, `${t} (${n})`] as const)]}
          onChange={(tag) => useIconBench.setState({ tag: tag === ALL ? null : tag })}
        />
      )}
      <SelectField
        label="In order"
        value={bench.order}
        options={ORDERS}
        onChange={(order) => useIconBench.setState({ order })}
      />
      {bench.view === 'wall' && <Chosen shown={shown} chosen={chosen} />}
      <Tags meant={meant} />
      <Replace shown={meant} />
      <AsTable />
    </>
  );
}
