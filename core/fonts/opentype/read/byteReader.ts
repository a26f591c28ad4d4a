/** Big-endian bytes read one after the other. RangeError where they end (OpenType 1.9.1, "Data types"). */
export class ByteReader {
  private readonly view: DataView;

  constructor(
    readonly bytes: Uint8Array,
    public at = 0,
  ) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }

  /** The same bytes from elsewhere. */
  from(at: number): ByteReader {
    return new ByteReader(this.bytes, at);
  }
  get atEnd(): boolean {
    return this.at >= this.bytes.length;
  }
  private next(size: number): number {
    const { at } = this;
    this.at += size;
    return at;
  }
  uint8(): number {
    return this.view.getUint8(this.next(1));
  }
  int8(): number {
    return this.view.getInt8(this.next(1));
  }
  uint16(): number {
    return this.view.getUint16(this.next(2));
  }
  int16(): number {
    return this.view.getInt16(this.next(2));
  }
  uint32(): number {
    return this.view.getUint32(this.next(4));
  }
  /** A number of 1 to 4 bytes. */
  uint(size: number): number {
    let v = 0;
    for (let i = 0; i < size; i++) v = v * 256 + this.uint8();
    return v;
  }
  tag(): string {
    return String.fromCharCode(this.uint8(), this.uint8(), this.uint8(), this.uint8());
  }
  /** RangeError when there aren't so many. */
  take(count: number): Uint8Array {
    const at = this.next(count);
    if (count < 0 || at + count > this.bytes.length)
      throw new RangeError(`${count} bytes at ${at} of ${this.bytes.length}`);
    return this.bytes.subarray(at, at + count);
  }
  list<T>(count: number, read: () => T): T[] {
    return Array.from({ length: count }, read);
  }
}
