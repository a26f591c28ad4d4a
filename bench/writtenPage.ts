import { readFileSync } from 'node:fs';
import * as hb from 'harfbuzzjs';
import { normal, seededRandom } from '../demo/hand/random';
import { nth } from '../core/foundations/lists/nth';
import { polygonsOf, type PathCommand } from '../core/foundations/geometry/pathPolygons';
import type { Vec } from '../core/foundations/geometry/vec';
import { unionPxBox, type Picture, type PxBox } from '../core/foundations/raster/picture';
import { develop, HEIGHT, lay, WIDTH, type Condition } from './letterPage';
import { unwoff } from './openFonts';

/** A letter of running text as it was written. */
export interface WrittenLetter {
  readonly char: string;
  /** Its place among the characters of the text that aren't white. */
  readonly order: number;
  /** Tight around its own ink, px of the picture; strokes that join it to its neighbours are its own on its side. */
  readonly box: PxBox;
  /** Where its advance begins and ends on the line, px along the line: how far letters stand from each other. */
  readonly from: number;
  readonly to: number;
}

export interface WrittenPage {
  readonly picture: Picture;
  readonly letters: readonly WrittenLetter[];
  /** What of the text the page had room for. */
  readonly text: string;
  /** Height of an H, px. */
  readonly capPx: number;
}

const CAP_PX = 58;
const MARGIN_PX = 110;
/** Distance of lines in heights of an H. */
const LINE = 2.35;
/** Ligatures are letters of their own; forms that join come from the context (calt) and stay. */
const SEPARATE = ['liga', 'dlig', 'clig'];

interface Hand {
  readonly shaper: hb.Font;
  /** Px for each unit of the font. */
  readonly scale: number;
}

export function readHand(path: string): Hand {
  const shaper = new hb.Font(new hb.Face(new hb.Blob(unwoff(new Uint8Array(readFileSync(path))))));
  const capital = outlineOf(shaper, glyphOf(shaper, 'H')).flat();
  return { shaper, scale: CAP_PX / Math.max(...capital.map((p) => p.y)) };
}

/** The outline of a glyph in units of its font, y up. */
function outlineOf(font: hb.Font, glyph: number): Vec[][] {
  const commands = font
    .glyphToJson(glyph)
    .map(({ type, values: [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] }) => {
      if (type === 'C') return { type, x1: a, y1: b, x2: c, y2: d, x: e, y: f };
      if (type === 'Q') return { type, x1: a, y1: b, x: c, y: d };
      return { type, x: a, y: b };
    });
  // Paths are read with y down there.
  return polygonsOf(commands as PathCommand[]).map((l) => l.map((p) => ({ x: p.x, y: -p.y })));
}

function glyphOf(font: hb.Font, text: string): number {
  const buffer = new hb.Buffer();
  buffer.addText(text);
  buffer.guessSegmentProperties();
  hb.shape(font, buffer);
  return buffer.getGlyphInfos()[0]?.codepoint ?? 0;
}

interface Placed {
  readonly glyph: number;
  readonly cluster: number;
  /** Pen position and offset, px. */
  readonly x: number;
  readonly y: number;
  readonly advance: number;
}

function shape({ shaper, scale: k }: Hand, text: string): Placed[] {
  const buffer = new hb.Buffer();
  buffer.addText(text);
  buffer.guessSegmentProperties();
  hb.shape(
    shaper,
    buffer,
    SEPARATE.map((tag) => new hb.Feature(tag, 0)),
  );
  const at = buffer.getGlyphPositions();
  let pen = 0;
  return buffer.getGlyphInfos().map((info, i) => {
    const p = nth(at, i);
    const placed = {
      glyph: info.codepoint,
      cluster: info.cluster,
      x: pen + (p.xOffset ?? 0) * k,
      y: -(p.yOffset ?? 0) * k,
      advance: p.xAdvance * k,
    };
    pen += p.xAdvance * k;
    return placed;
  });
}

/** Text broken at spaces into lines that fit the page. */
function linesOf(hand: Hand, text: string): string[] {
  const out: string[] = [];
  let line = '';
  const widthOf = (s: string) => shape(hand, s).reduce((w, p) => w + p.advance, 0);
  for (const word of text.split(/\s+/).filter((w) => w !== '')) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (line !== '' && widthOf(longer) > WIDTH - 2 * MARGIN_PX) {
      out.push(line);
      line = word;
    } else line = longer;
  }
  return [...out, line];
}

const countInked = (s: string) => [...s].filter((c) => c.trim() !== '').length;

/** A page of running text by a font of handwriting, its lines wavering, as a condition leaves it. Repeatable by its seed. */
export function writtenPage(hand: Hand, text: string, condition: Condition, seed: number): WrittenPage {
  const random = seededRandom(seed);
  const skew = (condition === 'photo' ? 0.03 : 0.006) * normal(random);
  const slant = 0.04 * normal(random);
  const ink = new Float32Array(WIDTH * HEIGHT);
  const colours = new Uint8Array(WIDTH * HEIGHT);
  const rowPitch = LINE * CAP_PX;
  const room = Math.floor((HEIGHT - 2 * MARGIN_PX) / rowPitch);
  const lines = linesOf(hand, text).slice(0, room);
  const letters: WrittenLetter[] = [];
  let order = 0;
  lines.forEach((line, row) => {
    const [phase, size] = [6 * random(), 1 + 0.015 * normal(random)];
    const left = MARGIN_PX + 14 * random();
    for (const p of shape(hand, line)) {
      const char = String.fromCodePoint(line.codePointAt(p.cluster) ?? 32);
      if (char.trim() === '') continue;
      const wander = 2.5 * Math.sin(phase + p.x / 300);
      const grown = size * (1 + 0.008 * normal(random));
      const foot = MARGIN_PX + (row + 0.72) * rowPitch + wander + 0.4 * normal(random);
      const lean = slant + 0.008 * normal(random);
      const place = (q: Vec): Vec => {
        const [x, y] = [left + size * p.x + grown * q.x - lean * grown * q.y, foot + p.y + grown * q.y];
        return { x: x - skew * y, y: y + skew * x };
      };
      const outline = outlineOf(hand.shaper, p.glyph).map((l) =>
        l.map((q) => place({ x: hand.scale * q.x, y: -hand.scale * q.y })),
      );
      if (outline.flat().length === 0) continue;
      const box = lay(ink, colours, outline, row);
      const own = order + countInked(line.slice(0, p.cluster));
      const before = letters[letters.length - 1];
      const [from, to] = [left + size * p.x, left + size * (p.x + p.advance)];
      if (before?.order === own)
        letters[letters.length - 1] = { ...before, box: unionPxBox(before.box, box), to };
      else letters.push({ char, order: own, box, from, to });
    }
    order += countInked(line);
  });
  return {
    picture: develop(ink, colours, condition, rowPitch, skew, random),
    letters,
    text: lines.join('\n'),
    capPx: CAP_PX,
  };
}
