// OpenType 1.9.1, 'head': font header.
import { fixed, int16, longDateTime, struct, uint16, uint32 } from '../struct';

/** Bits of head.flags. */
export const HEAD_FLAGS = { baselineAtZero: 1, leftBearingAtXMin: 2, integerScaling: 8 } as const;
/** Bits of head.macStyle. */
export const MAC_STYLE = { bold: 1, italic: 2 } as const;

export const HEAD = struct({
  majorVersion: uint16,
  minorVersion: uint16,
  fontRevision: fixed,
  /** Set when the whole file is known; 0 while the sum is taken. */
  checksumAdjustment: uint32,
  /** 0x5F0F3CF5. */
  magicNumber: uint32,
  flags: uint16,
  /** 16 ... 16384. */
  unitsPerEm: uint16,
  created: longDateTime,
  modified: longDateTime,
  xMin: int16,
  yMin: int16,
  xMax: int16,
  yMax: int16,
  macStyle: uint16,
  /** Smallest readable size, px per em. */
  lowestRecPPEM: uint16,
  /** Deprecated; 2. */
  fontDirectionHint: int16,
  /** 0 for short offsets, 1 for long. */
  indexToLocFormat: int16,
  glyphDataFormat: int16,
});

/** Seconds from 1904-01-01 to 1970-01-01. */
export const SECONDS_1904_TO_1970 = 2082844800;
