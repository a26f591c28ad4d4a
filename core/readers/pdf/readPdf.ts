import type { PDFDocumentProxy, PDFPageProxy } from 'pdfjs-dist';
import { fail, ok, problem, type Problem, type Result } from '../../foundations/problems/problem';
import { turnByOrientation, type Picture } from '../../foundations/raster/picture';
import { openPdf, OPS } from './pdfjs';
import { pdfPicture } from './pdfPicture';
import { PdfDrawing, type PdfLayer } from './pdfDrawing';

/** What is on a page: drawn shapes as an SVG document, or a scanned picture. */
export type PdfPage =
  | { readonly kind: 'drawing'; readonly page: number; readonly svg: string }
  | { readonly kind: 'picture'; readonly page: number; readonly picture: Picture };

/** More pages than this are a book, not letters. */
const MOST_PAGES = 200;
/** A picture that covers this share of its page is what the page is about. */
const SCAN_SHARE = 0.3;
/** EXIF orientation for a page turned clockwise by so many degrees. */
const ORIENTATION: Record<number, number> = { 90: 6, 180: 3, 270: 8 };

/**
 * A PDF's pages (ISO 32000): filled and stroked paths as drawings, scans as the pictures that were put in, untouched. Text
 * is left out and told. Pages are handed over one by one (`take`), so that never more than one is held. The number of pages
 * that hold something; fails when none does.
 */
export async function readPdf(
  bytes: Uint8Array,
  take: (page: PdfPage, pages: number) => void | Promise<void>,
): Promise<Result<number>> {
  const opened = await openPdf(bytes);
  if ('reason' in opened) return fail({ code: 'pdf-broken', reason: opened.reason });
  const { pdf, close } = opened;
  try {
    if (pdf.numPages > MOST_PAGES)
      return fail({ code: 'pdf-too-long', pages: pdf.numPages, limit: MOST_PAGES });
    let taken = 0;
    const problems: Problem[] = [];
    const layers = await layersOf(pdf);
    for (let k = 1; k <= pdf.numPages; k++) {
      const proxy = await pdf.getPage(k);
      const read = await readPage(proxy, k, layers);
      if (read.page) {
        taken++;
        await take(read.page, pdf.numPages);
      }
      proxy.cleanup();
      if (read.left.length > 0)
        problems.push(problem({ code: 'svg-partly', what: read.left }, 'warning', { field: `page ${k}` }));
    }
    return taken > 0 ? ok(taken, problems) : { ok: false, problems: [...problems, ...nothing()] };
  } catch (error) {
    return fail({ code: 'pdf-broken', reason: error instanceof Error ? error.message : String(error) });
  } finally {
    await close();
  }
}

const nothing = (): readonly Problem[] => fail({ code: 'pdf-empty' }).problems;

/** Layers of a document by their ids. */
async function layersOf(pdf: PDFDocumentProxy): Promise<ReadonlyMap<string, PdfLayer>> {
  const config = await pdf.getOptionalContentConfig();
  const layers = new Map<string, PdfLayer>();
  for (const [id, group] of config as Iterable<
    [string, { readonly name?: unknown; readonly visible?: unknown }]
  >)
    layers.set(id, {
      name: typeof group.name === 'string' ? group.name : '',
      shown: group.visible !== false,
    });
  return layers;
}

async function readPage(
  page: PDFPageProxy,
  number: number,
  layers: ReadonlyMap<string, PdfLayer>,
): Promise<{ page: PdfPage | null; left: string[] }> {
  const { width, height, transform } = page.getViewport({ scale: 1 });
  const { fnArray, argsArray } = await page.getOperatorList();
  const drawing = new PdfDrawing(width, height, transform as number[], layers);
  let largest: { picture: Picture; share: number } | null = null;
  for (let i = 0; i < fnArray.length; i++) {
    const [op, args] = [fnArray[i]!, argsArray[i] as unknown[]];
    drawing.take(op, args);
    if (
      op !== OPS.paintImageXObject &&
      op !== OPS.paintInlineImageXObject &&
      op !== OPS.paintImageMaskXObject
    )
      continue;
    const picture = await pdfPicture(page, op, args);
    const share = drawing.areaOfUnitSquare() / (width * height);
    if (picture && share > (largest?.share ?? 0)) largest = { picture, share };
  }
  const svg = drawing.svg();
  if (largest && (largest.share > SCAN_SHARE || !svg)) {
    const turned = turnByOrientation(largest.picture, ORIENTATION[page.rotate] ?? 1);
    return { page: { kind: 'picture', page: number, picture: turned }, left: [] };
  }
  const left = [...drawing.left, ...(largest ? ['a small picture on the page'] : [])];
  return { page: svg ? { kind: 'drawing', page: number, svg } : null, left };
}
