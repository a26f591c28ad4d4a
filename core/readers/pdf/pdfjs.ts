// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- three compiler projects read this file; all need the description
/// <reference path="./pdfWorker.d.ts" />
import type { PDFDocumentProxy } from 'pdfjs-dist';
import * as pdfjs from 'pdfjs-dist/legacy/build/pdf.mjs';
import * as pdfWorker from 'pdfjs-dist/legacy/build/pdf.worker.mjs';

export const { OPS } = pdfjs;

/** More px than this are refused: the reader needs several times as much memory for one picture. */
export const MOST_PICTURE_PX = 60e6;

// The reader looks here for its worker's code before it would fetch a file: it runs in the thread it is called from.
Object.assign(globalThis, { pdfjsWorker: pdfWorker });

/** Opens a PDF without fonts, scripts, fetches or canvases. `close` frees what it took. */
export async function openPdf(
  bytes: Uint8Array,
): Promise<{ pdf: PDFDocumentProxy; close: () => Promise<void> } | { reason: string }> {
  const task = pdfjs.getDocument({
    data: bytes.slice(),
    // Larger pictures are left out before anything of them is unpacked.
    maxImageSize: MOST_PICTURE_PX,
    isEvalSupported: false,
    disableFontFace: true,
    useSystemFonts: false,
    useWorkerFetch: false,
    useWasm: false,
    isOffscreenCanvasSupported: false,
    isImageDecoderSupported: false,
    stopAtErrors: false,
    verbosity: 0,
  });
  try {
    const pdf = (await task.promise) as PDFDocumentProxy;
    return { pdf, close: () => task.destroy() };
  } catch (error) {
    await task.destroy();
    const name = error instanceof Error ? error.name : '';
    const reason = name === 'PasswordException' ? 'it is locked with a password' : 'its structure is damaged';
    return { reason };
  }
}
