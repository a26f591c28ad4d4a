// OpenType 1.9.1, 'hhea': horizontal header.
import { bytesOf, int16, struct, uint16 } from '../struct';

export const HHEA = struct({
  majorVersion: uint16,
  minorVersion: uint16,
  ascender: int16,
  descender: int16,
  lineGap: int16,
  advanceWidthMax: uint16,
  minLeftSideBearing: int16,
  minRightSideBearing: int16,
  /** Greatest left bearing plus ink width. */
  xMaxExtent: int16,
  /** 1 over 0 = upright. */
  caretSlopeRise: int16,
  caretSlopeRun: int16,
  caretOffset: int16,
  reserved: bytesOf(8),
  metricDataFormat: int16,
  numberOfHMetrics: uint16,
});
