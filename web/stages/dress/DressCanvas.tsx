import { useCallback, useRef, useState } from 'react';
import { readInks } from '../../canvas/inks';
import { Surface } from '../../canvas/Surface';
import type { View } from '../../canvas/view';
import { useDressBench } from '../../store/dressBench';
import { drawDress } from './drawDress';
import { useDressPointer } from './useDressPointer';
import { useDressGesture } from './useDressGesture';
import { useDressPicture, useWholeView } from './useDressPicture';

/** The bench's surface: what the pointer does goes to the tool in hand, what the tool answers is drawn at once. */
export function DressCanvas() {
  const { tool, view: ownView } = useDressBench();
  const [size, setSize] = useState({ width: 0, height: 0 });
  const painter = useRef<(() => void) | null>(null);
  const still = useDressPicture();
  const { live, onPointer, lookAway } = useDressGesture(still, painter);
  const whole = useWholeView(size, still.advance);
  const view = ownView ?? whole;
  const byKeys = useDressPointer(still.worked, view?.zoom ?? 1);
  const draw = useCallback(
    (g: CanvasRenderingContext2D, v: View, width: number, height: number) =>
      drawDress(g, v, width, height, still, live.current, readInks()),
    [still, live],
  );
  return (
    <Surface
      label={`Outline of ${still.glyph.name}`}
      byKeys={byKeys}
      view={view}
      whole={whole}
      onView={(v) => useDressBench.setState({ view: v })}
      onSize={(width, height) => setSize({ width, height })}
      draw={draw}
      onPointer={(e) => onPointer(e, view.zoom)}
      onLeave={lookAway}
      painter={painter}
      cursor={tool === 'select' || tool === 'turn' ? 'default' : 'crosshair'}
    />
  );
}
