import { compose, scaling, translation } from '../../../foundations/geometry/affine';
import { projectOf } from '../../../project/document/newProject';
import type { Doc } from '../../../project/document/schema';
import type { FontData } from '../fontData';
import { setWord, type WordDrawing } from '../setWord';
import { drawPictures, NO_PICTURES, readyPictures, type PictureBytes, type ReadyPictures } from '../pictures';
import { Canvas } from './letterPng';

/** Size of a proof, px: the proportions of most shops' pictures (common practice, no published source). */
const [WIDTH, HEIGHT] = [1600, 1066];
/** White around what is shown, px. */
const MARGIN = 90;
const PAPER = [252, 250, 245] as const;

/** A drawing of words fitted into a box of the picture, its middle in the box's middle. Boxes: px. */
interface Field {
  readonly text: string;
  readonly top: number;
  readonly bottom: number;
  /** Px per em at the most. */
  readonly most: number;
}

function place(
  canvas: Canvas,
  drawing: WordDrawing,
  field: Field,
  unitsPerEm: number,
  picturesOf: (glyphId: string) => ReadyPictures | null,
): void {
  const { box } = drawing;
  if (!box) return;
  const [width, height] = [box.xMax - box.xMin, box.yMax - box.yMin];
  const k = Math.min(
    (WIDTH - 2 * MARGIN) / Math.max(1, width),
    (field.bottom - field.top) / Math.max(1, height),
    field.most / unitsPerEm,
  );
  const middle = (field.top + field.bottom) / 2;
  const map = compose(
    translation(WIDTH / 2 - (k * (box.xMin + box.xMax)) / 2, middle - (k * (box.yMin + box.yMax)) / 2),
    scaling(k),
  );
  for (const { glyphId, at, layers } of drawing.letters) {
    const pictures = glyphId === null ? null : picturesOf(glyphId);
    if (pictures) drawPictures(canvas, pictures, compose(map, at));
    else for (const layer of layers) canvas.paint(layer, map);
  }
}

/** Characters with ink in rows of about as many, words of a text in lines. */
function inRows(chars: readonly string[], perRow: number): string {
  const rows: string[] = [];
  for (let i = 0; i < chars.length; i += perRow) rows.push(chars.slice(i, i + perRow).join(''));
  return rows.join('\n');
}

function wrapped(text: string, longest: number): string {
  const lines: string[] = [];
  for (const word of text.split(/\s+/)) {
    const last = lines.pop();
    if (last === undefined) lines.push(word);
    else if (last.length + word.length >= longest) lines.push(last, word);
    else lines.push(`${last} ${word}`);
  }
  return lines.join('\n');
}

/**
 * Pictures that show a style set in its own letters, PNG by name: a sheet
 * with all of it to publish, its name large, all its characters, and a text in falling sizes.
 */
export function proofPngs(
  doc: Doc,
  font: FontData,
  bytes: PictureBytes = NO_PICTURES,
): Map<string, Uint8Array> {
  const { id, unitsPerEm, runningText } = projectOf(doc);
  const styled = { ...doc, project: { [id]: { ...projectOf(doc), styleId: font.style.id } } };
  const characters = font.glyphs.flatMap((g) =>
    g.box && g.codePoints[0] ? [String.fromCodePoint(g.codePoints[0])] : [],
  );
  const shown = (text: string) => setWord(styled, text);
  const picturesOf = (glyphId: string) => {
    const row = doc.glyphs[glyphId];
    return row ? readyPictures(doc, row, bytes) : null;
  };
  const all = inRows(characters, Math.max(8, Math.ceil(Math.sqrt(characters.length * 2.2))));
  const wide = Math.max(12, Math.ceil(Math.sqrt(characters.length * 6)));
  const name = shown(font.casting.family).box ? font.casting.family : characters.slice(0, 6).join('');
  const pages: Record<string, Field[]> = {
    specimen: [
      { text: name, top: MARGIN, bottom: 300, most: 260 },
      { text: inRows(characters, wide), top: 350, bottom: 700, most: 110 },
      { text: wrapped(runningText, 44), top: 750, bottom: 880, most: 64 },
      { text: wrapped(runningText, 80), top: 910, bottom: HEIGHT - MARGIN, most: 30 },
    ],
    name: [{ text: name, top: MARGIN, bottom: HEIGHT - MARGIN, most: 600 }],
    characters: [{ text: all, top: MARGIN, bottom: HEIGHT - MARGIN, most: 240 }],
    text: [
      { text: wrapped(runningText, 28), top: MARGIN, bottom: 620, most: 130 },
      { text: wrapped(runningText, 56), top: 660, bottom: 840, most: 60 },
      { text: wrapped(runningText, 90), top: 870, bottom: HEIGHT - MARGIN, most: 34 },
    ],
  };
  return new Map(
    Object.entries(pages).map(([page, fields]) => {
      const canvas = new Canvas(WIDTH, HEIGHT, PAPER);
      for (const field of fields) place(canvas, shown(field.text), field, unitsPerEm, picturesOf);
      return [`${page}.png`, canvas.png()] as const;
    }),
  );
}
