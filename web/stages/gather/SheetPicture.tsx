import { useEffect, useRef, useState, type PointerEvent } from 'react';
import type { SheetRow } from '../../../core/project/document/schema';
import type { PxBox } from '../../../core/foundations/raster/picture';
import { readInks } from '../../canvas/inks';
import type { SheetImage } from '../../store/pictures';
import { boxOf, cropTool, type CropPointer, type Cropping } from '../../tools/crop/cropTool';
import { useSize } from '../../ui/useSize';

interface Props {
  readonly sheet: SheetRow;
  readonly image: SheetImage;
  /** A box is being drawn around the part that counts; null when not. */
  readonly onCrop: ((crop: PxBox) => void) | null;
}

/** A sheet's picture as it is read: turned, mirrored, and faint where it doesn't count. */
export function SheetPicture({ sheet, image, onCrop }: Props) {
  const { ref, width } = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [drawn, setDrawn] = useState<Cropping | null>(null);
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

  const handle = (type: CropPointer['type']) => (e: PointerEvent) => {
    if (!onCrop || (type === 'move' && !drawn)) return;
    if (type === 'down') canvas.current!.setPointerCapture(e.pointerId);
    const frame = canvas.current!.getBoundingClientRect();
    const at = { x: (e.clientX - frame.left) / k, y: (e.clientY - frame.top) / k };
    const { gesture, done } = cropTool(drawn, { type, at });
    setDrawn(gesture);
    if (done) onCrop(done);
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
        onPointerDown={handle('down')}
        onPointerMove={handle('move')}
        onPointerUp={handle('up')}
        onPointerCancel={handle('cancel')}
      />
    </div>
  );
}
