import { Flex } from '@chakra-ui/react';
import { changeModuleRows } from '../../../../core/project/document/commands/sheets/drawnHere';
import { drawnPiece } from '../../../../core/project/document/queries/drawnHere';
import { countNodes } from '../../../../core/foundations/geometry/contour';
import { MODULE_SHAPES, type Module, type ModuleShape } from '../../../../core/outlines/modules/modules';
import { buildLetter } from '../../../store/drawing';
import { useDoc, useProject } from '../../../store/projectStore';
import { Fact, Gauge, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import { OtherDrawing } from '../OtherDrawing';
import { ModuleIcon } from './ModuleIcon';

/** What a click paints; null clears. */
export type Brush = Pick<Module, 'shape' | 'turn'> | null;

const SHAPE_TEXT: Record<ModuleShape, string> = {
  full: 'Square',
  quarter: 'Quarter disc',
  hollow: 'Hollow corner',
  wedge: 'Triangle',
  dot: 'Dot',
};

const CORNERS = ['left bottom', 'right bottom', 'right top', 'left top'];

interface Props {
  readonly char: string;
  readonly capRows: number;
  readonly brush: Brush;
  readonly onBrush: (brush: Brush) => void;
  /** Other characters that are built. */
  readonly built: readonly string[];
}

type BrushProps = Pick<Props, 'brush' | 'onBrush'>;

function Shapes({ brush, onBrush }: BrushProps) {
  const turn = brush?.turn ?? 0;
  return (
    <>
      {MODULE_SHAPES.map((shape) => (
        <InkButton
          key={shape}
          tip={`Paint with: ${SHAPE_TEXT[shape].toLowerCase()}`}
          aria-pressed={brush?.shape === shape}
          justifyContent="flex-start"
          onClick={() => onBrush({ shape, turn })}
        >
          <ModuleIcon cells={[{ x: 0, y: 0, shape, turn }]} size={18} rows={1} />
          {SHAPE_TEXT[shape]}
        </InkButton>
      ))}
      <InkButton tip="Paint nothing: clear cells" aria-pressed={brush === null} onClick={() => onBrush(null)}>
        Clear cells
      </InkButton>
    </>
  );
}

/** Which corner a shape leans on, where it makes a difference. */
function Corners({ brush, onBrush }: BrushProps) {
  if (brush === null || brush.shape === 'full' || brush.shape === 'dot') return null;
  return (
    <>
      <GaugePart title="Leans on the corner" />
      <Flex gap="1">
        {CORNERS.map((name, turn) => (
          <InkButton
            key={name}
            tip={`Leans on the corner ${name}`}
            aria-label={name}
            aria-pressed={brush.turn === turn}
            onClick={() => onBrush({ ...brush, turn })}
          >
            <ModuleIcon cells={[{ x: 0, y: 0, shape: brush.shape, turn }]} size={18} rows={1} />
          </InkButton>
        ))}
      </Flex>
    </>
  );
}

function LetterInHand({ char, built }: Pick<Props, 'char' | 'built'>) {
  const doc = useDoc();
  const piece = drawnPiece(doc, 'built', char);
  const copy = (from: string) => {
    const cells = drawnPiece(doc, 'built', from)?.cells;
    if (cells) buildLetter(char, cells);
  };
  return (
    <>
      <GaugePart title={`In hand: ${char}`} />
      {piece && (
        <>
          <Fact label="Cells">{piece.cells.length}</Fact>
          <Fact label="Points of its outline">
            <span data-testid="built-points">{countNodes(piece.outline)}</span>
          </Fact>
          <OtherDrawing piece={piece} />
        </>
      )}
      {built.length > 0 && (
        <SelectField
          label="Copy the cells of"
          value=""
          options={[['', 'choose a letter'] as const, ...built.map((c) => [c, c] as const)]}
          onChange={copy}
        />
      )}
      {piece && (
        <InkButton tip="Clear all cells of this letter (can be undone)" onClick={() => buildLetter(char, [])}>
          Clear this letter
        </InkButton>
      )}
    </>
  );
}

/** Shapes to paint with, the grid, and the letter in hand. */
export function GridGauge({ char, capRows, brush, onBrush, built }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <Gauge title="Grid" hint="Cells run together into one outline with no idle point.">
      <Shapes brush={brush} onBrush={onBrush} />
      <Corners brush={brush} onBrush={onBrush} />
      <GaugePart title="Grid of all letters" />
      <NumberField
        label="Cells to the capitals"
        unit=""
        value={capRows}
        min={3}
        max={24}
        onChange={(rows) => commit(changeModuleRows(doc, Math.round(rows)))}
      />
      <LetterInHand char={char} built={built} />
    </Gauge>
  );
}
