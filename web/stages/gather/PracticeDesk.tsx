import { Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { missingOfBill } from '../../../core/project/document/queries/sheets';
import { projectOf } from '../../../core/project/document/newProject';
import { practicePages } from '../../../core/lifting/practice/layout';
import { PICTURE_WIDTHS } from '../../../core/lifting/practice/pictureWidths';
import { DEFAULT_PRACTICE } from '../../../core/lifting/practice/settings';
import { savePracticePictures, savePracticeSheet } from '../../store/practiceSheet';
import { useDoc } from '../../store/projectStore';
import { Fact, Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { CharactersField } from '../../ui/CharactersField';
import { NumberField } from '../../ui/NumberField';
import { SelectField } from '../../ui/SelectField';
import { PracticePreview } from './PracticePreview';
import { TableBench, type Doing } from './TableBench';

const PAPERS = [
  ['a4', 'A4'],
  ['letter', 'Letter'],
] as const;

const WIDTHS = PICTURE_WIDTHS.map((px) => [String(px), `${px} px`] as const);
const USUAL_WIDTH = String(PICTURE_WIDTHS[1]);

/** A practice sheet as its fields have it, with the pages that come out. */
function usePracticeSheet() {
  const doc = useDoc();
  const project = projectOf(doc);
  const [characters, setCharacters] = useState(
    project.practice?.characters ?? (missingOfBill(doc) || project.bill),
  );
  const [settings, setSettings] = useState(project.practice?.settings ?? DEFAULT_PRACTICE);
  const pages = useMemo(() => practicePages([...characters], settings), [characters, settings]);
  return { characters, setCharacters, settings, setSettings, pages };
}

/** A sheet to print or to open with a tablet, as it will be, and what it is made for. */
export function PracticeDesk({ doing, setDoing }: Doing) {
  const sheet = usePracticeSheet();
  const { name } = projectOf(useDoc());
  return (
    <>
      <TableBench doing={doing} setDoing={setDoing}>
        <PracticePreview pages={sheet.pages} title={name} />
      </TableBench>
      <PracticeGauge sheet={sheet} onClose={() => setDoing(null)} />
    </>
  );
}

interface Props {
  readonly sheet: ReturnType<typeof usePracticeSheet>;
  readonly onClose: () => void;
}

type Sheet = Props['sheet'];

function PageFields({ sheet }: { sheet: Sheet }) {
  const { characters, setCharacters, settings } = sheet;
  const set = (change: Partial<Sheet['settings']>) => sheet.setSettings({ ...settings, ...change });
  return (
    <>
      <CharactersField label="Characters to write" value={characters} onChange={setCharacters} />
      <SelectField
        label="Paper"
        value={settings.paper}
        options={PAPERS}
        onChange={(paper) => set({ paper })}
      />
      <NumberField
        label="Boxes per character"
        unit=""
        value={settings.boxes}
        min={1}
        max={3}
        onChange={(boxes) => set({ boxes: Math.round(boxes) })}
      />
      <NumberField
        label="Height of small letters"
        unit="mm"
        value={settings.xHeightMm}
        min={4}
        max={20}
        onChange={(xHeightMm) => set({ xHeightMm: Math.round(xHeightMm) })}
      />
      <NumberField
        label="Slant of help lines"
        unit="°"
        value={settings.slantDeg}
        min={0}
        max={45}
        onChange={(slantDeg) => set({ slantDeg: Math.round(slantDeg) })}
      />
    </>
  );
}

/** The sheet as a PDF to print, or page by page as pictures for a tablet. */
function SavePart({ sheet }: { sheet: Sheet }) {
  const { name: title } = projectOf(useDoc());
  const { characters, settings } = sheet;
  const [width, setWidth] = useState<string>(USUAL_WIDTH);
  const empty = characters.trim() === '';
  const made = { characters, settings, title };
  return (
    <>
      <InkButton
        main
        tip="Save the sheet as a PDF with fine lines"
        disabled={empty}
        onClick={() => void savePracticeSheet(made)}
      >
        Save as PDF
      </InkButton>
      <GaugePart title="To write on with a tablet" />
      <SelectField label="Width of a page" value={width} options={WIDTHS} onChange={setWidth} />
      <InkButton
        tip="Each page as a picture on clear ground: open it in a painting program, write on a layer above, save the whole as PNG"
        disabled={empty}
        onClick={() => void savePracticePictures(made, Number(width))}
      >
        Save as PNG
      </InkButton>
    </>
  );
}

/** A sheet to print, write on and bring back: for which characters, and how large. */
function PracticeGauge({ sheet, onClose }: Props) {
  return (
    <Gauge
      title="Practice sheet"
      hint="Print it at any size, write on the lines, and drop a scan or photo of it here: every letter is known by its box."
    >
      <PageFields sheet={sheet} />
      <GaugePart title="What comes out" />
      <Fact label="Pages">{sheet.pages.length}</Fact>
      <Fact label="Boxes">{sheet.pages.reduce((n, p) => n + p.boxes.length, 0)}</Fact>
      <SavePart sheet={sheet} />
      <InkButton tip="Back to the sheets on the table" onClick={onClose}>
        Done
      </InkButton>
      <Text fontSize="xs" color="faded">
        Cross a box out with two long strokes when a letter went wrong: it is left out.
      </Text>
    </Gauge>
  );
}
