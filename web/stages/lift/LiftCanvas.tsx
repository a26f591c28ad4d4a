import { useCallback, useMemo, type Dispatch, type SetStateAction } from 'react';
import type { Deviation } from '../../../core/lifting/find/tracePiece';
import type { Vec } from '../../../core/foundations/geometry/vec';
import type { PxBox } from '../../../core/foundations/raster/picture';
import { readInks } from '../../canvas/inks';
import { Surface } from '../../canvas/Surface';
import type { SurfacePointer } from '../../canvas/surfacePointer';
import { fitBox, type View } from '../../canvas/view';
import { useTracing } from '../../store/tracing';
import { pieceAt, type LiftStroke, type LiftTool } from '../../tools/lift/liftTool';
import { underAloud } from '../../text/aloud';
import { useDesk } from '../../ui/colourMode';
import { drawLiftedSheet } from './drawLiftedSheet';
import { drawStroke } from './drawStroke';
import type { Shown } from './ShowBar';
import type { LiftSheet } from './useLiftSheet';

/** What part of the sheet is in sight. */
export interface LiftSight {
  /** Of the canvas, screen px. */
  readonly width: number;
  readonly height: number;
  /** As the hand left it; null = the whole sheet. */
  readonly own: View | null;
}

/** White around the whole sheet, screen px. */
const AROUND_PX = 12;

export const wholeOf = ({ widthPx, heightPx }: LiftSheet['sheet'], { width, height }: LiftSight): View =>
  fitBox({ xMin: 0, yMin: 0, xMax: widthPx, yMax: heightPx }, width, height, AROUND_PX);

const middleOf = ({ x, y, width, height }: PxBox): Vec => ({
  x: Math.round(x + width / 2),
  y: Math.round(y + height / 2),
});

interface Props {
  readonly on: LiftSheet;
  readonly chosen: string | null;
  readonly shown: Shown;
  /** Of the piece in hand, when it is known. */
  readonly deviation: Deviation | null;
  readonly tool: LiftTool;
  readonly stroke: LiftStroke | null;
  readonly sight: LiftSight;
  readonly onSight: Dispatch<SetStateAction<LiftSight>>;
  readonly onPointer: (pointer: SurfacePointer) => void;
}

/** The sheet large, the found pieces outlined on it and threaded in reading order. */
export function LiftCanvas(props: Props) {
  const { on, chosen, shown, deviation, tool, stroke, sight, onSight } = props;
  const { sheet, image, pieces } = on;
  const { width, height } = sight;
  const desk = useDesk();
  const inks = useTracing((s) => s.inks);
  const whole = useMemo(() => wholeOf(sheet, { width, height, own: null }), [sheet, width, height]);
  const draw = useCallback(
    (g: CanvasRenderingContext2D, v: View) => {
      const night = desk === 'night';
      const scene = { image, pieces, chosen, shown, inks, deviation, width, height, night };
      const more = drawLiftedSheet(g, v, scene, readInks());
      if (stroke) drawStroke(g, v, stroke, tool, readInks());
      return more;
    },
    [stroke, tool, image, pieces, chosen, shown, inks, deviation, width, height, desk],
  );
  return (
    <Surface
      byKeys={{
        start: () =>
          middleOf(
            pieces.find((p) => p.id === chosen)?.box ?? {
              x: 0,
              y: 0,
              width: sheet.widthPx,
              height: sheet.heightPx,
            },
          ),
        there: (at) => underAloud(pieceAt(pieces, at)),
        told: (at) => at,
        unit: 'px',
      }}
      label={`The sheet ${sheet.name} with its letters outlined`}
      view={sight.own ?? whole}
      whole={whole}
      onView={(own) => onSight((s) => ({ ...s, own }))}
      onSize={(w, h) => onSight((s) => ({ ...s, width: w, height: h }))}
      draw={draw}
      onPointer={props.onPointer}
      cursor={tool === 'pick' ? 'default' : 'crosshair'}
    />
  );
}
