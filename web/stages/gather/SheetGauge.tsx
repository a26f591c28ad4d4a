import { removeSheet } from '../../../core/project/document/commands/sheets/sheets';
import type { SheetRow } from '../../../core/project/document/schema';
import { useWay } from '../../panels/way';
import { useDoc, useProject } from '../../store/projectStore';
import { Fact, Gauge } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { TakenForBar } from './TakenForBar';
import { PageRecipe } from './PageRecipe';

interface Props {
  readonly sheet: SheetRow;
  /** A box is being drawn around the part that counts. */
  readonly cropping: boolean;
  readonly onCropping: (on: boolean) => void;
}

/** The chosen sheet: facts, its recipe, and what is written on it. */
export function SheetGauge({ sheet, cropping, onCropping }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { goTo: go } = useWay();
  return (
    <Gauge
      title={sheet.name}
      hint={
        sheet.kind === 'page'
          ? 'The picture stays as it came in. The recipe says how it is read.'
          : sheet.kind === 'practice'
            ? 'A filled practice sheet. A better photo of the same page takes its place.'
            : sheet.kind === 'written' || sheet.kind === 'built'
              ? 'Made here, letter by letter.'
              : 'Made of files that each hold one thing; they are kept as they came.'
      }
    >
      <Fact label="Size">
        {sheet.widthPx} x {sheet.heightPx} px
      </Fact>
      <TakenForBar sheet={sheet} />
      {sheet.kind === 'page' && <PageRecipe sheet={sheet} cropping={cropping} onCropping={onCropping} />}
      <InkButton tip="See the letters found on it" onClick={() => go('lift')}>
        Look at its letters
      </InkButton>
      <InkButton
        tip="Take the sheet and its untouched letters away (can be undone)"
        onClick={() => commit(removeSheet(doc, sheet.id))}
      >
        Remove from the table
      </InkButton>
    </Gauge>
  );
}
