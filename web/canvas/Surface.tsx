import { Box } from '@chakra-ui/react';
import { useRef, type CSSProperties, type RefObject } from 'react';
import { ZoomBar, useZoomKeys } from '../ui/ZoomBar';
import { HeldTouch } from './heldTouch';
import { useCanvasPainting, useElementSize, type Draw } from './useCanvasPainting';
import { KeyPointerMark } from './KeyPointerMark';
import { useKeyPointer, type ByKeys } from './useKeyPointer';
import type { SurfacePointer } from './surfacePointer';
import { useSurfaceView } from './useSurfaceView';
import { toWorld, type View } from './view';

interface Props {
  readonly label: string;
  readonly view: View | null;
  /** The view that shows all of it: 100 %. */
  readonly whole: View | null;
  /** Null = all of it again. */
  readonly onView: (view: View | null) => void;
  /** Called with the size once known and whenever it changes, so that the first view can be made. */
  readonly onSize?: (width: number, height: number) => void;
  readonly draw: Draw;
  readonly onPointer?: (e: SurfacePointer) => void;
  /** The pointer left without anything held. */
  readonly onLeave?: () => void;
  readonly cursor?: CSSProperties['cursor'];
  /** For a pointer that keys move. */
  readonly byKeys?: ByKeys;
  /** Filled with a function that draws once more: for what changes with every move of the pointer. */
  readonly painter?: RefObject<(() => void) | null>;
}

/** Moves go on reaching the canvas when they leave it; a pointer that is gone already can't be held. */
function capture(e: React.PointerEvent<HTMLCanvasElement>): void {
  try {
    e.currentTarget.setPointerCapture(e.pointerId);
  } catch {
    // Lifted between the event and here: there is nothing left to follow.
  }
}

/**
 * A canvas with a view: the wheel, two fingers, keys and buttons zoom; two fingers, a drag with the middle button or with Space
 * held move it.
 */
export function Surface({ view, whole, onView, draw, painter, ...props }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const touch = useRef(new HeldTouch<SurfacePointer>());
  const size = useElementSize(box, props.onSize);
  useCanvasPainting({ canvas, size, view, draw, painter });
  const { pans, zoomBy: zoomAtPlace } = useSurfaceView({ box, canvas }, view, onView);
  const zoomBy = (factor: number) => zoomAtPlace(factor, { x: size.width / 2, y: size.height / 2 });
  const showAll = () => onView(null);
  const { byKeys } = props;
  const { pointer, sendTo } = useKeyPointer({ canvas, view, onView, byKeys, onPointer: props.onPointer });
  useZoomKeys(zoomBy, showAll);
  const handle = (type: SurfacePointer['type']) => (e: React.PointerEvent<HTMLCanvasElement>) => {
    if (!view) return;
    const r = e.currentTarget.getBoundingClientRect();
    const screen = { x: e.clientX - r.left, y: e.clientY - r.top };
    if (type === 'down') capture(e);
    if (pans(type, screen, e.button)) return;
    const [shift, alt, ctrl] = [e.shiftKey, e.altKey, e.ctrlKey || e.metaKey];
    const pointer = { type, world: toWorld(view, screen), screen, shift, alt, ctrl, device: e.pointerType };
    for (const event of touch.current.feed(pointer)) props.onPointer?.(event);
  };
  return (
    <Box ref={box} flex="1" minH="0" minW="0" position="relative" overflow="hidden">
      <canvas
        ref={canvas}
        aria-label={props.label}
        data-view={view ? `${view.zoom} ${view.x} ${view.y}` : undefined}
        role="application"
        aria-roledescription="drawing surface"
        tabIndex={0}
        style={{
          position: 'absolute',
          inset: 0,
          width: '100%',
          height: '100%',
          touchAction: 'none',
          cursor: props.cursor,
        }}
        onPointerDown={handle('down')}
        onPointerMove={handle('move')}
        onPointerUp={handle('up')}
        onPointerCancel={handle('cancel')}
        onPointerLeave={(e) => e.buttons === 0 && props.onLeave?.()}
      />
      {view && pointer && byKeys && <KeyPointerMark {...{ pointer, view, byKeys }} onSend={sendTo} />}
      {view && whole && <ZoomBar percent={(100 * view.zoom) / whole.zoom} by={zoomBy} whole={showAll} />}
    </Box>
  );
}
