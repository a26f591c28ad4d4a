import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import decode, { init } from '@jsquash/webp/decode.js';
import { expandFiles } from '../core/artwork/expandFiles';
import { decodePicture } from '../core/pictures/decodePicture';
import { sniffKind } from '../core/pictures/sniff';
import type { Picture } from '../core/raster/picture';
import { printProblems, readBytes, valueOrPrint } from './io';

let ready: Promise<unknown> | null = null;

/** A WebP file decoded by the library's WebAssembly, which is found beside it. */
export async function decodeWebp(bytes: Uint8Array): Promise<Picture> {
  const wasm = createRequire(import.meta.url).resolve('@jsquash/webp/codec/dec/webp_dec.wasm');
  // The library makes an ImageData, which Node lacks: its three fields are all that is wanted.
  Object.assign(globalThis, { ImageData: globalThis.ImageData ?? PlainImage });
  ready ??= WebAssembly.compile(readFileSync(wasm)).then((module) => init(module));
  await ready;
  const { width, height, data } = await decode(bytes.slice().buffer);
  return { width, height, data };
}

class PlainImage {
  constructor(
    readonly data: Uint8ClampedArray,
    readonly width: number,
    readonly height: number,
  ) {}
}

/** The picture in a file, a PDF's first page included. Null after its problems were printed. */
export async function readPicture(path: string): Promise<Picture | null> {
  const bytes = valueOrPrint(readBytes(path), path);
  if (!bytes) return null;
  const kind = sniffKind(bytes);
  if (kind !== 'PDF' && kind !== 'WebP') return valueOrPrint(decodePicture(bytes), path);
  const { files, problems } = await expandFiles([{ path, bytes }], decodeWebp);
  printProblems(problems);
  return files[0] ? valueOrPrint(decodePicture(files[0].bytes), path) : null;
}
