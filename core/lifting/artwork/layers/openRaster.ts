import { decodePicture } from '../../../readers/pictures/decodePicture';
import { MAX_MEGAPIXELS } from '../../../readers/pictures/limits';
import { fail, ok, problem, type Problem, type Result } from '../../../foundations/problems/problem';
import type { Picture } from '../../../foundations/raster/picture';
import { readXml, type XmlElement } from '../../../readers/svg/read/xmlTree';
import { openZip, type DroppedFile } from '../sortFiles';
import { composed, type PaintedLayer } from './compose';

/** A part of a canvas: its picture, and the place of its left top corner, px. */
interface PaintedPart {
  readonly picture: Picture;
  readonly x: number;
  readonly y: number;
}

/** A layer of the stack as its file has it, in painting order within its group. */
interface RasterLayer {
  readonly name: string;
  /** What is painted for it, itself or the layers of a group, and where on the canvas that lies, px. Only so much is held. */
  readonly painted: () => PaintedPart | null;
}

export interface OpenRaster {
  readonly width: number;
  readonly height: number;
  /** From the lowest to the top, groups as one. */
  readonly layers: readonly RasterLayer[];
  /** All of it as one picture. */
  readonly merged: () => Picture | null;
  /** Layers that couldn't be read, of those that were asked for so far. */
  readonly faults: readonly Problem[];
}

/** Groups within groups deeper than this hold nothing that a letter needs. */
const MOST_DEPTH = 20;

/**
 * A layered picture (OpenRaster 0.0.6: a zip of `stack.xml` and PNG files). Layers are decoded when they are asked for. Fails with 'openraster-broken', or as a zip does.
 */
export function readOpenRaster(file: DroppedFile): Result<OpenRaster> {
  const opened = openZip(file);
  if (!opened.ok) return opened;
  const entries = new Map(opened.value.map((e) => [e.path, e.bytes]));
  const stack = entries.get('stack.xml');
  const xml = stack ? readXml(new TextDecoder().decode(stack)) : null;
  if (!xml?.ok || xml.value.name !== 'image')
    return fail({ code: 'openraster-broken', reason: 'it lacks its list of layers' });
  const [width, height] = [Number(xml.value.attributes['w']), Number(xml.value.attributes['h'])];
  if (!(width > 0 && height > 0 && width * height <= MAX_MEGAPIXELS * 1e6))
    return fail({ code: 'openraster-broken', reason: `its canvas is ${width} by ${height} px` });
  const faults: Problem[] = [];
  const canvas = { width: Math.round(width), height: Math.round(height) };
  const paint = (e: XmlElement) => paintedPart(paintedLayers(e, entries, faults, 0), canvas);
  const root = xml.value.children.find((e) => e.name === 'stack');
  // The first of a stack is its top (OpenRaster 0.0.6, "Stack element").
  const layers = [...(root?.children ?? [])]
    .reverse()
    .filter((e) => e.name === 'layer' || e.name === 'stack')
    .map((e): RasterLayer => ({ name: e.attributes['name'] ?? '', painted: () => paint(e) }));
  const whole = entries.get('mergedimage.png');
  const merged = () => {
    const read = whole ? decodePicture(whole) : null;
    if (read?.ok) return read.value;
    const part = root ? paint(root) : null;
    return part && composed(canvas, [{ ...part, opacity: 1 }]);
  };
  return ok({ ...canvas, layers, merged, faults });
}

/** Layers as one picture, no larger than they are together within the canvas. */
function paintedPart(
  layers: readonly PaintedLayer[],
  canvas: { readonly width: number; readonly height: number },
): PaintedPart | null {
  const x = Math.max(0, Math.min(...layers.map((l) => Math.round(l.x))));
  const y = Math.max(0, Math.min(...layers.map((l) => Math.round(l.y))));
  const right = Math.min(canvas.width, Math.max(...layers.map((l) => Math.round(l.x) + l.picture.width)));
  const bottom = Math.min(canvas.height, Math.max(...layers.map((l) => Math.round(l.y) + l.picture.height)));
  if (layers.length === 0 || right <= x || bottom <= y) return null;
  const moved = layers.map((l) => ({ ...l, x: Math.round(l.x) - x, y: Math.round(l.y) - y }));
  return { picture: composed({ width: right - x, height: bottom - y }, moved), x, y };
}

/** What is painted of a layer, or of what is displayed in a group, from the lowest to the top. */
function paintedLayers(
  e: XmlElement,
  entries: ReadonlyMap<string, Uint8Array>,
  faults: Problem[],
  depth: number,
): PaintedLayer[] {
  const a = e.attributes;
  const opacity = Math.min(1, Math.max(0, Number(a['opacity'] ?? 1)));
  if (e.name === 'stack')
    return depth > MOST_DEPTH
      ? []
      : [...e.children]
          .reverse()
          .filter((child) => child.attributes['visibility'] !== 'hidden')
          .flatMap((child) => paintedLayers(child, entries, faults, depth + 1))
          .map((layer) => ({ ...layer, opacity: layer.opacity * opacity }));
  const bytes = e.name === 'layer' ? entries.get(a['src'] ?? '') : undefined;
  if (!bytes) return [];
  const read = decodePicture(bytes);
  if (!read.ok) {
    faults.push(...read.problems.map((p) => problem(p, 'warning', { field: `layer ${a['name'] ?? ''}` })));
    return [];
  }
  return [{ picture: read.value, x: Number(a['x'] ?? 0) || 0, y: Number(a['y'] ?? 0) || 0, opacity }];
}
