import { longestContext } from '../features/longestContext';
import { HEAD, HEAD_FLAGS, MAC_STYLE, SECONDS_1904_TO_1970 } from '../opentype/tables/head';
import { HHEA } from '../opentype/tables/hhea';
import { countHMetrics, type HMetric } from '../opentype/tables/hmtx';
import { codePageBits, FS_SELECTION, OS2, unicodeRangeBits } from '../opentype/tables/os2';
import type { PostHead } from '../opentype/tables/post';
import type { Embedding } from '../../project/document/rows/casting';
import type { FontData } from './fontData';
import { verticalMetrics } from './lineMetrics';

/** Advance and left bearing of every glyph. */
export const hMetrics = (font: FontData): HMetric[] =>
  font.glyphs.map((g) => ({ advance: g.advance, leftBearing: g.box ? Math.floor(g.box.xMin) : 0 }));

/** Bits of OS/2.fsType by what may be taken along. */
const FS_TYPE: Readonly<Record<Embedding, number>> = { install: 0, edit: 8, view: 4, never: 2 };

export function buildHead(font: FontData, nowUnixS: number, longOffsets: boolean): Uint8Array {
  const seconds = nowUnixS + SECONDS_1904_TO_1970;
  return HEAD.build({
    majorVersion: 1,
    minorVersion: 0,
    fontRevision: Number(font.casting.version),
    checksumAdjustment: 0,
    magicNumber: 0x5f0f3cf5,
    flags: HEAD_FLAGS.baselineAtZero | HEAD_FLAGS.leftBearingAtXMin,
    unitsPerEm: font.unitsPerEm,
    created: seconds,
    modified: seconds,
    xMin: Math.floor(font.box.xMin),
    yMin: Math.floor(font.box.yMin),
    xMax: Math.ceil(font.box.xMax),
    yMax: Math.ceil(font.box.yMax),
    macStyle: (isBold(font) ? MAC_STYLE.bold : 0) | (font.style.italic ? MAC_STYLE.italic : 0),
    lowestRecPPEM: 6,
    fontDirectionHint: 2,
    indexToLocFormat: longOffsets ? 1 : 0,
    glyphDataFormat: 0,
  });
}

/** Only the style named Bold is bold to old programs; a heavier own style stands in a family of its own. */
const isBold = (font: FontData) => /^Bold( Italic)?$/.test(font.style.name);

export function buildHhea(font: FontData): Uint8Array {
  const metrics = hMetrics(font);
  const inked = font.glyphs.flatMap((g) => (g.box ? [{ advance: g.advance, box: g.box }] : []));
  const least = (values: number[]) => (values.length > 0 ? Math.min(...values) : 0);
  const { ascent, descent, gap } = verticalMetrics(font);
  return HHEA.build({
    majorVersion: 1,
    minorVersion: 0,
    ascender: ascent,
    descender: -descent,
    lineGap: gap,
    advanceWidthMax: Math.max(0, ...metrics.map((m) => m.advance)),
    minLeftSideBearing: least(inked.map((g) => Math.floor(g.box.xMin))),
    minRightSideBearing: least(inked.map((g) => g.advance - Math.floor(g.box.xMax))),
    xMaxExtent: Math.max(0, ...inked.map((g) => Math.floor(g.box.xMax))),
    caretSlopeRise: 1,
    caretSlopeRun: 0,
    caretOffset: 0,
    reserved: [0, 0, 0, 0, 0, 0, 0, 0],
    metricDataFormat: 0,
    numberOfHMetrics: countHMetrics(metrics),
  });
}

export function buildOs2(font: FontData): Uint8Array {
  const em = font.unitsPerEm;
  const share = (k: number) => Math.round(em * k);
  const codePoints = [...font.mapping.keys()];
  const basic = codePoints.map((cp) => Math.min(cp, 0xffff));
  const ranges = unicodeRangeBits(codePoints);
  const wide = font.glyphs.filter((g) => g.advance > 0);
  const { ascent, descent, gap, clip } = verticalMetrics(font);
  const bold = isBold(font);
  const regular = !bold && !font.style.italic;
  return OS2.build({
    version: 4,
    xAvgCharWidth: wide.length > 0 ? Math.round(wide.reduce((n, g) => n + g.advance, 0) / wide.length) : 0,
    usWeightClass: font.style.weightClass,
    usWidthClass: 5,
    fsType: FS_TYPE[font.casting.embedding],
    // Sizes of small raised and lowered figures: common practice, no published source.
    ySubscriptXSize: share(0.65),
    ySubscriptYSize: share(0.6),
    ySubscriptXOffset: 0,
    ySubscriptYOffset: share(0.075),
    ySuperscriptXSize: share(0.65),
    ySuperscriptYSize: share(0.6),
    ySuperscriptXOffset: 0,
    ySuperscriptYOffset: share(0.35),
    yStrikeoutSize: share(0.05),
    yStrikeoutPosition: Math.round(font.lines.xHeight * 0.55),
    sFamilyClass: 0,
    panose: [0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
    ulUnicodeRange1: ranges[0],
    ulUnicodeRange2: ranges[1],
    ulUnicodeRange3: ranges[2],
    ulUnicodeRange4: ranges[3],
    achVendID: 'ORTG',
    fsSelection:
      (bold ? FS_SELECTION.bold : 0) |
      (font.style.italic ? FS_SELECTION.italic : 0) |
      (regular ? FS_SELECTION.regular : 0) |
      FS_SELECTION.useTypoMetrics,
    usFirstCharIndex: Math.min(0xffff, ...basic),
    usLastCharIndex: Math.max(0, ...basic),
    sTypoAscender: ascent,
    sTypoDescender: -descent,
    sTypoLineGap: gap,
    usWinAscent: clip.up,
    usWinDescent: clip.down,
    ulCodePageRange1: codePageBits(new Set(codePoints)),
    ulCodePageRange2: 0,
    sxHeight: letterHeights(font).xHeight,
    sCapHeight: letterHeights(font).capHeight,
    usDefaultChar: 0,
    usBreakChar: 32,
    usMaxContext: longestContext(font.layout),
  });
}

/** Heights of small and capital letters, em units: by the letters where they are drawn, else by the lines. */
export const letterHeights = (font: FontData): { xHeight: number; capHeight: number } => ({
  xHeight: topOf(font, 'x') ?? Math.round(font.lines.xHeight),
  capHeight: topOf(font, 'H') ?? Math.round(font.lines.capHeight),
});

/** Top of a letter's ink, em units: what the two heights are by OpenType, OS/2 (U+0078, U+0048); null when it isn't there. */
function topOf(font: FontData, letter: 'x' | 'H'): number | null {
  const index = font.mapping.get(letter === 'x' ? 0x78 : 0x48);
  const glyph = index === undefined ? undefined : font.glyphs[index];
  return glyph?.box ? Math.round(glyph.box.yMax) : null;
}

export const postHead = (font: FontData): PostHead => ({
  version: 0x00030000,
  italicAngle: 0,
  underlinePosition: -Math.round(font.unitsPerEm * 0.1),
  underlineThickness: Math.round(font.unitsPerEm * 0.05),
  isFixedPitch: 0,
  minMemType42: 0,
  maxMemType42: 0,
  minMemType1: 0,
  maxMemType1: 0,
});
