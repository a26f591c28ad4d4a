import { Text } from '@chakra-ui/react';
import { drawnPiece, SLOT } from '../../../../core/project/document/queries/drawnHere';
import { projectOf } from '../../../../core/project/document/newProject';
import { PEN_KINDS } from '../../../../core/tracing/pen/strokes';
import { countNodes } from '../../../../core/foundations/geometry/contour';
import { clearWritten, useDrawing } from '../../../store/drawing';
import { inkAgain, usePenning, writtenLetters } from '../../../store/penning';
import { counted } from '../../../../core/foundations/problems/counted';
import { HowFar } from '../../../panels/ManyParts';
import { useDoc } from '../../../store/projectStore';
import { Fact, Gauge, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { OtherDrawing } from '../OtherDrawing';

const PEN_TEXT: Record<(typeof PEN_KINDS)[number], readonly [string, string]> = {
  'fine liner': ['Fine liner', 'Even width, whatever the pressure'],
  'soft brush': ['Soft brush', 'Wider under pressure and tilt, thinner when fast'],
  'broad nib': ['Broad nib', 'Thin along its edge, broad across it'],
  pencil: ['Pencil', 'Gives a little; much wider when tilted'],
};

function PenKinds() {
  const { pen, erases } = useDrawing();
  return (
    <>
      {PEN_KINDS.map((kind) => (
        <InkButton
          key={kind}
          tip={PEN_TEXT[kind][1]}
          aria-pressed={pen.kind === kind && !erases}
          onClick={() => useDrawing.setState({ pen: { ...pen, kind }, erases: false })}
        >
          {PEN_TEXT[kind][0]}
        </InkButton>
      ))}
      <InkButton
        tip="Rub out what is written; the other end of a pen does the same"
        aria-pressed={erases}
        onClick={() => useDrawing.setState({ erases: !erases })}
      >
        Eraser
      </InkButton>
    </>
  );
}

function PenFields() {
  const pen = useDrawing((s) => s.pen);
  const perPx = projectOf(useDoc()).lines.capHeight / SLOT.capPx;
  const setPen = (change: Partial<typeof pen>) => useDrawing.setState({ pen: { ...pen, ...change } });
  return (
    <>
      <NumberField
        label="Width"
        unit="u"
        value={pen.widthPx * perPx}
        min={5}
        max={400}
        step={5}
        onChange={(u) => setPen({ widthPx: Math.max(1, Math.min(400, u / perPx)) })}
      />
      {pen.kind === 'broad nib' && (
        <NumberField
          label="Angle of its edge"
          unit="°"
          value={pen.angleDeg}
          min={-90}
          max={90}
          step={5}
          onChange={(angleDeg) => setPen({ angleDeg })}
        />
      )}
    </>
  );
}

/** All letters written here inked again with the pen that was chosen. */
function InkAgain() {
  const pen = useDrawing((s) => s.pen);
  const { done, total, stop } = usePenning();
  const written = writtenLetters(useDoc()).length;
  return (
    <>
      {written > 0 && (
        <InkButton
          tip="All letters written here, with the strokes as they went and the pen chosen above; one step to undo"
          disabled={stop !== null}
          onClick={() => void inkAgain(pen)}
        >
          Ink {counted(written, 'letter')} again with it
        </InkButton>
      )}
      <HowFar done={done} total={total} stop={stop} />
    </>
  );
}

/** The pen, and the letter in hand. */
export function PenGauge({ char }: { char: string }) {
  const piece = drawnPiece(useDoc(), 'written', char);
  return (
    <Gauge title="Pen" hint="The pen is kept with each stroke. Undo takes back stroke by stroke.">
      <PenKinds />
      <PenFields />
      <InkAgain />
      <GaugePart title={`In hand: ${char}`} />
      {piece ? (
        <>
          <Fact label="Strokes">{piece.strokes.filter((s) => !s.erases).length}</Fact>
          <Fact label="Points of its outline">{countNodes(piece.outline)}</Fact>
          <OtherDrawing piece={piece} />
          <InkButton
            tip="Take all strokes of this letter away (can be undone)"
            onClick={() => clearWritten(char)}
          >
            Clear this letter
          </InkButton>
        </>
      ) : (
        <Text fontSize="sm" color="faded">
          Nothing written yet.
        </Text>
      )}
    </Gauge>
  );
}
