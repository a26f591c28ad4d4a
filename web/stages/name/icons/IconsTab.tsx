import { Field, Flex, Textarea } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { writeIconTable } from '../../../../core/project/document/commands/icons/iconNames';
import { renameIcons } from '../../../../core/project/document/commands/icons/renameIcons';
import { counted } from '../../../../core/foundations/problems/counted';
import { projectOf } from '../../../../core/project/document/newProject';
import { iconRows, takeIconNames, useIconBench, type IconOrder } from '../../../store/iconBench';
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

/** A part of names replaced in all icons that are shown. */
function Replace() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const bench = useIconBench();
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const shown = useMemo(() => iconRows(doc, bench).map((r) => r.glyph), [doc, bench]);
  const hit = from === '' ? 0 : shown.filter((g) => g.name.includes(from)).length;
  return (
    <>
      <GaugePart title="Rename those that are shown" />
      <TextField live label="This part of names" value={from} onChange={setFrom} />
      <TextField live label="becomes" value={to} onChange={setTo} />
      <InkButton
        tip="One step to undo; a name that another has stays as it is"
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

/** Finding, ordering and renaming icons, and their names as a table. */
export function IconsTab() {
  const doc = useDoc();
  const bench = useIconBench();
  const rows = useMemo(() => iconRows(doc, bench), [doc, bench]);
  return (
    <>
      <Fact label="Icons shown">{rows.length}</Fact>
      <Fact label="Without typed names">{rows.filter((r) => r.glyph.typed.length === 0).length}</Fact>
      <Fact label="With troubles">{rows.filter((r) => r.troubles.length > 0).length}</Fact>
      <TextField
        live
        label="Find by name, word or code"
        value={bench.search}
        onChange={(search) => useIconBench.setState({ search })}
      />
      <SelectField
        label="In order"
        value={bench.order}
        options={ORDERS}
        onChange={(order) => useIconBench.setState({ order })}
      />
      <Replace />
      <AsTable />
    </>
  );
}
