import { Flex, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { makeTemplate, type TemplateSettings } from '../../../core/lifting/artwork/template/makeTemplate';
import { missingOfBill } from '../../../core/project/document/queries/sheets';
import { changeProject } from '../../../core/project/document/commands/font/project';
import { advanceOf } from '../../../core/project/document/queries/metrics';
import { projectOf } from '../../../core/project/document/newProject';
import { glyphByCodePoint } from '../../store/selectors';
import { useDoc, useProject } from '../../store/projectStore';
import { CharactersField } from '../../ui/CharactersField';
import { download } from '../../ui/download';
import { Gauge } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { SelectField } from '../../ui/SelectField';
import { TableBench, type Doing } from './TableBench';

const FORMS = [
  ['frames', 'a frame for each, in rows'],
  ['row', 'one long row'],
] as const;
const SCALES = [
  ['1', 'full: 1 px is 1 u'],
  ['0.1', 'a tenth: 1 px is 10 u'],
] as const;

/** Width of a slot for a letter that nobody has drawn yet, em units (common practice, no published source). */
const FIRST_WIDTH = 640;

/** A template as its fields have it. */
function useTemplate() {
  const doc = useDoc();
  const { bill, lines, unitsPerEm } = projectOf(doc);
  const [characters, setCharacters] = useState(missingOfBill(doc) || bill);
  const [form, setForm] = useState<TemplateSettings['form']>('frames');
  const [scale, setScale] = useState<'1' | '0.1'>('1');
  const svg = useMemo(() => {
    const have = glyphByCodePoint(doc);
    const widthOf = (char: string) => {
      const glyph = have.get(char.codePointAt(0)!);
      return glyph && glyph.contours.length > 0 ? advanceOf(glyph) : FIRST_WIDTH;
    };
    const size = scale === '1' ? (1 as const) : (0.1 as const);
    return makeTemplate({ characters, form, scale: size, lines, unitsPerEm, widthOf });
  }, [doc, characters, form, scale, lines, unitsPerEm]);
  return { characters, setCharacters, form, setForm, scale, setScale, svg };
}

/** A canvas to draw on elsewhere, as it will be saved, and what it is made for. */
export function TemplateDesk({ doing, setDoing }: Doing) {
  const template = useTemplate();
  return (
    <>
      <TableBench doing={doing} setDoing={setDoing}>
        <TemplatePreview svg={template.svg} />
      </TableBench>
      <TemplateGauge template={template} onClose={() => setDoing(null)} />
    </>
  );
}

interface Props {
  readonly template: ReturnType<typeof useTemplate>;
  readonly onClose: () => void;
}

/** A canvas to draw letters on in another program, with the font's lines; what is drawn comes back to its slots. */
function TemplateGauge({ template, onClose }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { name } = projectOf(doc);
  const { characters, setCharacters, form, setForm, scale, setScale, svg } = template;
  return (
    <Gauge
      title="Draw elsewhere"
      hint="Draw on this template in any vector program, save as SVG or PDF, and drop it here: every letter comes to its slot at its size and place."
    >
      <CharactersField label="Characters to draw" value={characters} onChange={setCharacters} />
      <SelectField label="Slots" value={form} options={FORMS} onChange={setForm} />
      <SelectField label="Size" value={scale} options={SCALES} onChange={setScale} />
      <InkButton
        main
        tip="Frames, the font's lines by name, and an empty layer to draw in"
        disabled={characters.trim() === ''}
        onClick={() => {
          download(new TextEncoder().encode(svg), `${name} template.svg`, 'image/svg+xml');
          // Programs drop names: what its slots were for is remembered here.
          commit(changeProject(doc, { template: characters }, 'Make a template'));
        }}
      >
        Save as SVG
      </InkButton>
      <InkButton tip="Back to the sheets on the table" onClick={onClose}>
        Done
      </InkButton>
      <Text fontSize="xs" color="faded">
        Draw filled shapes or strokes in any colour but the template’s own. Its guides may stay where they
        are: they are told by their colours and left out.
      </Text>
    </Gauge>
  );
}

/** The template as it will be saved, following its fields. */
function TemplatePreview({ svg }: { readonly svg: string }) {
  return (
    <Flex
      justify="center"
      overflowX="auto"
      tabIndex={0}
      role="region"
      aria-label="The template as it will be"
    >
      <img
        src={`data:image/svg+xml,${encodeURIComponent(svg)}`}
        alt="The template"
        style={{ background: '#fff', minHeight: 200, maxWidth: '100%' }}
      />
    </Flex>
  );
}
