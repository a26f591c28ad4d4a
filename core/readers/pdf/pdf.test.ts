import { encode } from 'fast-png';
import { zlibSync } from 'fflate';
import {
  degrees,
  drawObject,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  scale,
  StandardFonts,
} from 'pdf-lib';
import { readArtwork } from '../../lifting/artwork/readArtwork';
import { contourArea } from '../../foundations/geometry/measure';
import { readPdf, type PdfPage } from './readPdf';

/** Pages made by a general library; areas by plane geometry. */
async function pages(draw: (pdf: PDFDocument) => Promise<void> | void) {
  const pdf = await PDFDocument.create();
  await draw(pdf);
  const pages: PdfPage[] = [];
  const read = await readPdf(await pdf.save(), (page) => void pages.push(page));
  return { pages, problems: read.problems };
}
const areaOf = (svg: string) => {
  const art = readArtwork(svg, 'page');
  if (!art.ok) throw new Error('no artwork');
  return Math.abs(art.value.outline.reduce((sum, c) => sum + contourArea(c), 0));
};

test('filled and stroked shapes keep their size through nested transforms; y runs down', async () => {
  const { pages: read } = await pages((pdf) => {
    const page = pdf.addPage([300, 200]);
    page.drawRectangle({ x: 20, y: 150, width: 60, height: 30, color: rgb(0, 0, 0) });
    page.drawCircle({ x: 200, y: 60, size: 40, color: rgb(1, 0, 0) });
    page.drawLine({ start: { x: 20, y: 20 }, end: { x: 120, y: 20 }, thickness: 6 });
    page.drawRectangle({ x: 20, y: 60, width: 40, height: 20, rotate: degrees(30), color: rgb(0, 0, 1) });
  });
  expect(read).toHaveLength(1);
  const [page] = read;
  if (page?.kind !== 'drawing') throw new Error('a drawing was expected');
  expect(areaOf(page.svg)).toBeCloseTo(60 * 30 + Math.PI * 1600 + 600 + 800, -1);
  const art = readArtwork(page.svg, 'page');
  expect(art.ok && art.value.board).toEqual({ width: 300, height: 200 });
  // The first rectangle stands near the page's top.
  expect(art.ok && art.value.box.yMin).toBeCloseTo(20, 1);
});

test('a page that is turned is shown as it is read', async () => {
  const { pages: read } = await pages((pdf) => {
    const page = pdf.addPage([300, 200]);
    page.setRotation(degrees(90));
    page.drawRectangle({ x: 0, y: 0, width: 50, height: 20, color: rgb(0, 0, 0) });
  });
  const art = read[0]?.kind === 'drawing' ? readArtwork(read[0].svg, 'page') : null;
  // Clockwise by a quarter: the left bottom corner comes to the left top.
  expect(art?.ok && art.value.box).toMatchObject({ xMin: 0, yMin: 0, xMax: 20, yMax: 50 });
});

test('a scan comes out px for px, and a page of text alone is told', async () => {
  const picture = Uint8Array.from({ length: 40 * 30 * 3 }, (_, i) => (i * 37) % 256);
  const png = encode({ width: 40, height: 30, data: picture, channels: 3, depth: 8 });
  const { pages: read } = await pages(async (pdf) => {
    const page = pdf.addPage([400, 300]);
    page.drawImage(await pdf.embedPng(png), { x: 0, y: 0, width: 400, height: 300 });
  });
  if (read[0]?.kind !== 'picture') throw new Error('a picture was expected');
  const { width, height, data } = read[0].picture;
  expect([width, height]).toEqual([40, 30]);
  expect([...data].filter((_, i) => i % 4 < 3)).toEqual([...picture]);
  const text = await pages(async (pdf) => {
    const page = pdf.addPage([300, 200]);
    page.drawText('Eels', { x: 20, y: 100, font: await pdf.embedFont(StandardFonts.Helvetica) });
  });
  expect(text.pages).toEqual([]);
  expect(text.problems.map((p) => p.code)).toContain('pdf-empty');
});

test('what is no PDF, cut off, or locked is told and not thrown', async () => {
  const good = await (await PDFDocument.create()).save();
  for (const bytes of [
    new TextEncoder().encode('%PDF-1.7 and nothing else'),
    good.slice(0, good.length >> 1),
    Uint8Array.from({ length: 4000 }, (_, i) => (i * 73) % 256),
  ]) {
    const read = await readPdf(bytes, () => undefined);
    expect(read.ok).toBe(false);
    expect(['pdf-broken', 'pdf-empty']).toContain(read.problems.at(-1)!.code);
  }
});

test('pages are handed over one by one, and a picture beyond all use is left out before it is unpacked', async () => {
  const pdf = await PDFDocument.create();
  const grey = { Type: 'XObject', Subtype: 'Image', Width: 12_000, Height: 12_000 };
  for (let k = 0; k < 3; k++) pdf.addPage([300, 200]).drawRectangle({ x: 9, y: 9, width: 60, height: 30 });
  const page = pdf.addPage([300, 200]);
  // 144 megapixels of nothing, deflated to some ten thousand bytes.
  const data = zlibSync(new Uint8Array((12_000 * 12_000) / 8));
  const stream = pdf.context.stream(data, {
    ...grey,
    BitsPerComponent: 1,
    ColorSpace: 'DeviceGray',
    Filter: 'FlateDecode',
  });
  const name = page.node.newXObject('Im', pdf.context.register(stream));
  page.pushOperators(pushGraphicsState(), scale(300, 200), drawObject(name), popGraphicsState());
  const order: string[] = [];
  const read = await readPdf(await pdf.save(), async (p) => {
    order.push(`page ${p.page} begun`);
    await Promise.resolve();
    order.push(`page ${p.page} done`);
  });
  expect(read.ok && read.value).toBe(3);
  expect(order).toEqual([1, 2, 3].flatMap((k) => [`page ${k} begun`, `page ${k} done`]));
});
