import { useEffect, useRef, useState, type PointerEvent } from 'react';
import type { SheetRow } from '../../../core/document/schema';
import type { PxBox } from '../../../core/raster/picture';
import { readInks } from '../../canvas/inks';
import type { SheetImage } from '../../store/pictures';
import { useSize } from '../../ui/useSize';

interface Props {
  readonly sheet: SheetRow;
  readonly image: SheetImage;
  /** A box is being drawn around the part that counts; null when not. */
  readonly onCrop: ((crop: PxBox) => void) | null;
}

/** A smaller box than this was a slip of the hand, px of the picture. */
const LEAST_PX = 12;

/** A sheet's picture as it is read: turned, mirrored, and faint where it doesn't count. */
export function SheetPicture({ sheet, image, onCrop }: Props) {
  const { ref, width } = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [drawn, setDrawn] = useState<{ x0: number; y0: number; x1: number; y1: number } | null>(null);
  const k = width / sheet.widthPx;
  const height = Math.round(sheet.heightPx * k);
  const box = drawn ? boxOf(drawn) : sheet.crop;

  useEffect(() => {
    const g = canvas.current?.getContext('2d');
    if (!g || width === 0) return;
    g.setTransform(devicePixelRatio, 0, 0, devicePixelRatio, 0, 0);
    g.imageSmoothingQuality = 'high';
    g.drawImage(image, 0, 0, width, height);
    if (!box) return;
    const inks = readInks();
    g.fillStyle = inks.sheet;
    g.globalAlpha = 0.72;
    g.beginPath();
    g.rect(0, 0, width, height);
    g.rect(box.x * k, box.y * k, box.width * k, box.height * k);
    g.fill('evenodd');
    g.globalAlpha = 1;
    g.strokeStyle = inks.hand;
    g.lineWidth = 2;
    g.strokeRect(box.x * k, box.y * k, box.width * k, box.height * k);
  }, [box, height, image, k, width]);

  const at = (e: PointerEvent) => {
    const frame = canvas.current!.getBoundingClientRect();
    return { x: (e.clientX - frame.left) / k, y: (e.clientY - frame.top) / k };
  };
  const down = (e: PointerEvent) => {
    if (!onCrop) return;
    canvas.current!.setPointerCapture(e.pointerId);
    const { x, y } = at(e);
    setDrawn({ x0: x, y0: y, x1: x, y1: y });
  };
  const up = (e: PointerEvent) => {
    // The last move may not have been drawn yet: where the pointer is lifted counts.
    const made = drawn && boxOf({ ...drawn, x1: at(e).x, y1: at(e).y });
    setDrawn(null);
    if (made && Math.min(made.width, made.height) >= LEAST_PX) onCrop?.(made);
  };
  return (
    <div ref={ref}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`The sheet ${sheet.name}`}
        width={Math.round(width * devicePixelRatio)}
        height={Math.round(height * devicePixelRatio)}
        style={{
          width: '100%',
          height,
          display: 'block',
          cursor: onCrop ? 'crosshair' : undefined,
          touchAction: onCrop ? 'none' : undefined,
        }}
        onPointerDown={down}
        onPointerMove={(e) => drawn && setDrawn({ ...drawn, x1: at(e).x, y1: at(e).y })}
        onPointerUp={up}
        onPointerCancel={() => setDrawn(null)}
      />
    </div>
  );
}

const boxOf = (d: { x0: number; y0: number; x1: number; y1: number }): PxBox => ({
  x: Math.round(Math.min(d.x0, d.x1)),
  y: Math.round(Math.min(d.y0, d.y1)),
  width: Math.round(Math.abs(d.x1 - d.x0)),
  height: Math.round(Math.abs(d.y1 - d.y0)),
});
