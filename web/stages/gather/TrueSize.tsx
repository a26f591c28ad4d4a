import { sizeSheet } from '../../../core/project/document/commands/sheets/recipes';
import { sizePtOf } from '../../../core/project/document/queries/sheets';
import type { SheetRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { Fact, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';

const MM_PER_INCH = 25.4;

/** What is proposed when nothing is known: a scanner's usual setting, a book's usual type. */
const FIRST = { dpi: 300, sizePt: 24 };

/** The true size of what is on a sheet: by its resolution, or by how high its capitals really are. */
export function TrueSize({ sheet }: { sheet: SheetRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const sizePt = sizePtOf(sheet);
  const size = (dpi: number | null, pt: number | null) => commit(sizeSheet(doc, sheet.id, dpi, pt));
  return (
    <>
      <GaugePart title="True size" />
      <NumberField
        label="Resolution"
        unit="dpi"
        value={sheet.dpi ?? FIRST.dpi}
        min={20}
        max={9600}
        onChange={(dpi) => size(dpi, sizePt)}
      />
      {sheet.capHeightPx > 0 && (
        <NumberField
          label="Capitals are"
          unit="mm"
          digits={2}
          step={0.1}
          value={(sheet.capHeightPx / (sheet.dpi ?? FIRST.dpi)) * MM_PER_INCH}
          min={0.3}
          max={2000}
          onChange={(mm) => size((sheet.capHeightPx / mm) * MM_PER_INCH, sizePt)}
        />
      )}
      {sizePt !== null && (
        <>
          <NumberField
            label="Size of the type"
            unit="pt"
            digits={1}
            value={sizePt}
            min={3}
            max={2000}
            onChange={(pt) => size(sheet.dpi ?? FIRST.dpi, pt)}
          />
          <Fact label="One em">{sheet.seating.emPx!.toFixed(0)} px</Fact>
        </>
      )}
      <InkButton
        tip="The em is the body the type was cast on, so that the font prints as large as the type did"
        aria-pressed={sizePt !== null}
        onClick={() => size(sheet.dpi ?? FIRST.dpi, sizePt === null ? FIRST.sizePt : null)}
      >
        {sizePt === null ? 'Set at true size' : 'Sized by the type, not the letters'}
      </InkButton>
    </>
  );
}
