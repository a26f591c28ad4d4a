// OpenType 1.9.1, 'head', 'hhea', 'hmtx', 'maxp', 'OS/2': values that follow from the rest of the font, worked out anew.
import { unionBox, type Box } from '../../../foundations/geometry/measure';
import { nth } from '../../../foundations/lists/nth';
import { quadBox } from '../../opentype/tables/glyf';
import { HEAD_FLAGS } from '../../opentype/tables/head';
import { MAXP_TRUETYPE } from '../../opentype/tables/maxp';
import { unicodeRangeBits } from '../../opentype/tables/os2';
import { boxesOf, exactly, nameOfGlyph, reaching, type Rule } from './rule';

/** 'head': the box round all outlines. */
const headBox: Rule = (font, tell) => {
  const { head } = font;
  const box = boxesOf(font).reduce<Box | null>((b, g) => unionBox(b, g), null);
  if (!box) return;
  const stated = (field: 'xMin' | 'yMin' | 'xMax' | 'yMax', wanted: number) => ({
    table: 'head',
    field,
    found: head[field],
    wanted,
  });
  reaching(tell, 'least', stated('xMin', Math.floor(box.xMin)));
  reaching(tell, 'least', stated('yMin', Math.floor(box.yMin)));
  reaching(tell, 'most', stated('xMax', Math.ceil(box.xMax)));
  reaching(tell, 'most', stated('yMax', Math.ceil(box.yMax)));
};

/** 'hhea': extremes of the advances and bearings. */
const hheaExtremes: Rule = (font, tell) => {
  const { hhea, metrics } = font;
  const widest = Math.max(0, ...metrics.map((m) => m.advance));
  reaching(tell, 'most', {
    table: 'hhea',
    field: 'advanceWidthMax',
    found: hhea.advanceWidthMax,
    wanted: widest,
  });
  const inked = boxesOf(font).flatMap((box, i) => {
    const m = metrics[i];
    if (!box || !m) return [];
    const extent = m.leftBearing + box.xMax - box.xMin;
    return [{ left: m.leftBearing, right: m.advance - extent, extent }];
  });
  if (inked.length === 0) return;
  const least = (of: (m: (typeof inked)[number]) => number) => Math.min(...inked.map(of));
  const left = least((m) => m.left);
  reaching(tell, 'least', {
    table: 'hhea',
    field: 'minLeftSideBearing',
    found: hhea.minLeftSideBearing,
    wanted: left,
  });
  // A curve's own box may end between two units; both whole numbers beside it are right.
  const right = least((m) => m.right);
  if (Math.abs(hhea.minRightSideBearing - right) >= 1)
    reaching(tell, 'least', {
      table: 'hhea',
      field: 'minRightSideBearing',
      found: hhea.minRightSideBearing,
      wanted: Math.floor(right),
    });
  const extent = -least((m) => -m.extent);
  if (Math.abs(hhea.xMaxExtent - extent) >= 1)
    reaching(tell, 'most', {
      table: 'hhea',
      field: 'xMaxExtent',
      found: hhea.xMaxExtent,
      wanted: Math.ceil(extent),
    });
};

/** 'hmtx': a glyph's left bearing is where its ink begins, when 'head' says so (flags, bit 1). */
const leftBearings: Rule = (font, tell) => {
  if (!(font.head.flags & HEAD_FLAGS.leftBearingAtXMin)) return;
  boxesOf(font).forEach((box, i) => {
    const m = font.metrics[i];
    if (!box || !m || Math.abs(m.leftBearing - box.xMin) < 1) return;
    const fault = {
      fault: 'number-wrong',
      found: String(m.leftBearing),
      wanted: String(Math.floor(box.xMin)),
    } as const;
    tell(fault, 'warning', { table: 'hmtx', glyph: nameOfGlyph(font, i), field: 'left side bearing' });
  });
};

/** 'maxp' version 1 and boxes of glyphs, from 'glyf'. */
const glyfCounts: Rule = (font, tell) => {
  if (font.glyf.length === 0) return;
  const maxp = MAXP_TRUETYPE.parse(font.tables.get('maxp') ?? new Uint8Array(0));
  const simple = font.glyf.filter((g) => g.parts.length === 0);
  const most = (of: (g: (typeof simple)[number]) => number) => Math.max(0, ...simple.map(of));
  const points = most((g) => g.contours.reduce((n, c) => n + c.length, 0));
  const contours = most((g) => g.contours.length);
  reaching(tell, 'most', { table: 'maxp', field: 'maxPoints', found: maxp.maxPoints, wanted: points });
  reaching(tell, 'most', { table: 'maxp', field: 'maxContours', found: maxp.maxContours, wanted: contours });
  font.glyf.forEach((g, i) => {
    const box = g.parts.length === 0 ? quadBox(g.contours) : null;
    if (box && g.box && JSON.stringify(box) !== JSON.stringify(g.box))
      tell({ fault: 'box-wrong' }, 'error', { table: 'glyf', glyph: nameOfGlyph(font, i) });
  });
};

/** 'OS/2': the mean width, the first and last character, the ranges of characters. */
const os2Values: Rule = (font, tell) => {
  const { os2, metrics, mapping } = font;
  const wide = metrics.filter((m) => m.advance > 0);
  const mean = wide.length > 0 ? Math.round(wide.reduce((n, m) => n + m.advance, 0) / wide.length) : 0;
  const stated = { table: 'OS/2', field: 'xAvgCharWidth', found: os2.xAvgCharWidth, wanted: mean };
  if (Math.abs(os2.xAvgCharWidth - mean) > 1) exactly(tell, stated, 'note');
  const basic = [...mapping.keys()].map((cp) => Math.min(cp, 0xffff));
  if (basic.length > 0) {
    const [first, last] = [Math.min(...basic), Math.max(...basic)];
    reaching(tell, 'least', {
      table: 'OS/2',
      field: 'usFirstCharIndex',
      found: os2.usFirstCharIndex,
      wanted: first,
    });
    reaching(tell, 'most', {
      table: 'OS/2',
      field: 'usLastCharIndex',
      found: os2.usLastCharIndex,
      wanted: last,
    });
  }
  const claimed = [os2.ulUnicodeRange1, os2.ulUnicodeRange2, os2.ulUnicodeRange3, os2.ulUnicodeRange4];
  if (unicodeRangeBits(mapping.keys()).some((word, i) => (word & ~nth(claimed, i)) >>> 0 !== 0))
    tell({ fault: 'ranges-unclaimed' }, 'note', { table: 'OS/2', field: 'ulUnicodeRange' });
};

export const DERIVED_VALUES: readonly Rule[] = [headBox, hheaExtremes, leftBearings, glyfCounts, os2Values];
