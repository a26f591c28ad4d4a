// OpenType 1.9.1, 'maxp': maximum profile. Version 0.5 for CFF, 1.0 for TrueType outlines.
import { struct, uint16, uint32 } from '../struct';

export const MAXP_CFF = struct({ version: uint32, numGlyphs: uint16 });

export const MAXP_TRUETYPE = struct({
  version: uint32,
  numGlyphs: uint16,
  maxPoints: uint16,
  maxContours: uint16,
  maxCompositePoints: uint16,
  maxCompositeContours: uint16,
  /** 2 when instructions use the twilight zone; 1 without. */
  maxZones: uint16,
  maxTwilightPoints: uint16,
  maxStorage: uint16,
  maxFunctionDefs: uint16,
  maxInstructionDefs: uint16,
  maxStackElements: uint16,
  maxSizeOfInstructions: uint16,
  maxComponentElements: uint16,
  maxComponentDepth: uint16,
});
