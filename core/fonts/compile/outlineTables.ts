/** The tables that hold outlines, with those that depend on their kind. */
export interface OutlineTables {
  readonly tables: ReadonlyMap<string, Uint8Array>;
  /** Whether offsets to outlines have 32 bits: OpenType, head.indexToLocFormat. */
  readonly longOffsets: boolean;
}
