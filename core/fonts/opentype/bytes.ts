/** A number that a field can't hold would be written as another one: an offset to nowhere, a stem of minus its width. */
function inRange(v: number, least: number, most: number): void {
  if (!(v >= least && v <= most)) throw new RangeError(`${v} is not between ${least} and ${most}`);
}

/** Grows as it is written to; big-endian, as all OpenType data is (OpenType 1.9.1, "Data types"). */
export class ByteWriter {
  private buffer = new Uint8Array(256);
  private view = new DataView(this.buffer.buffer);
  length = 0;

  /** Makes room and gives where it starts. May replace the view: call it before touching that. */
  private room(count: number): number {
    const at = this.length;
    if (at + count > this.buffer.length) {
      const bigger = new Uint8Array(Math.max(this.buffer.length * 2, at + count));
      bigger.set(this.buffer);
      this.buffer = bigger;
      this.view = new DataView(bigger.buffer);
    }
    this.length = at + count;
    return at;
  }
  uint8(v: number): this {
    inRange(v, 0, 0xff);
    const at = this.room(1);
    this.view.setUint8(at, v);
    return this;
  }
  int8(v: number): this {
    inRange(v, -0x80, 0x7f);
    const at = this.room(1);
    this.view.setInt8(at, v);
    return this;
  }
  uint16(v: number): this {
    inRange(v, 0, 0xffff);
    const at = this.room(2);
    this.view.setUint16(at, v);
    return this;
  }
  int16(v: number): this {
    inRange(v, -0x8000, 0x7fff);
    const at = this.room(2);
    this.view.setInt16(at, v);
    return this;
  }
  uint32(v: number): this {
    const at = this.room(4);
    this.view.setUint32(at, v);
    return this;
  }
  /** Four characters; shorter tags end in spaces. */
  tag(text: string): this {
    for (let i = 0; i < 4; i++) this.uint8(text.padEnd(4).charCodeAt(i));
    return this;
  }
  bytes(data: ArrayLike<number>): this {
    const at = this.room(data.length);
    this.buffer.set(data, at);
    return this;
  }
  done(): Uint8Array {
    return this.buffer.slice(0, this.length);
  }
}
