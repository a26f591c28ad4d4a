import { encode } from 'fast-png';
import { strToU8 } from 'fflate';
import { deflateSync } from 'node:zlib';
import { createHash } from 'node:crypto';
import { decodePicture } from './decodePicture';
import { dpiOf } from './dpi';
import { plainPng, TooMuchData } from './pngChunks';

/** Pictures that mean harm: small files that claim, or unpack to, gigabytes. */

const join = (...parts: readonly Uint8Array[]): Uint8Array => Uint8Array.from(Buffer.concat(parts));
const table = Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});
/** Check sum of a chunk (ISO/IEC 15948, annex D). */
function checkSum(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const b of bytes) c = table[(c ^ b) & 0xff]! ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}
function chunk(type: string, data: Uint8Array): Uint8Array {
  const body = join(strToU8(type), data);
  const out = new Uint8Array(8 + body.length);
  const view = new DataView(out.buffer);
  view.setUint32(0, data.length);
  out.set(body, 4);
  view.setUint32(4 + body.length, checkSum(body));
  return out;
}
/** A PNG's chunks behind a header of a size, grey of 8 bits. */
function png(width: number, height: number, ...chunks: readonly Uint8Array[]): Uint8Array {
  const header = new Uint8Array(13);
  new DataView(header.buffer).setUint32(0, width);
  new DataView(header.buffer).setUint32(4, height);
  header[8] = 8;
  const signature = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);
  return join(signature, chunk('IHDR', header), ...chunks, chunk('IEND', new Uint8Array(0)));
}
const rows = (width: number, height: number) => deflateSync(Buffer.alloc((width + 1) * height));
const held = () => process.memoryUsage().arrayBuffers;

test('a small PNG whose data unpacks to hundreds of megabytes is told, and nothing of it is held', () => {
  const bomb = png(20, 20, chunk('IDAT', deflateSync(Buffer.alloc(300e6), { level: 9 })));
  expect(bomb.length).toBeLessThan(400_000);
  const before = held();
  expect(() => plainPng(bomb)).toThrow(TooMuchData);
  expect(held() - before).toBeLessThan(100e6);
  expect(decodePicture(bomb).problems[0]).toMatchObject({ code: 'picture-broken', kind: 'PNG' });
});

test('a colour profile and notes that unpack to gigabytes are never unpacked; the picture itself is read', () => {
  const notes = deflateSync(Buffer.alloc(200e6), { level: 9 });
  const packed = (type: string, head: string) => chunk(type, join(strToU8(head), notes));
  const bytes = png(
    20,
    20,
    packed('iCCP', 'profile\0\0'),
    packed('zTXt', 'Comment\0\0'),
    packed('iTXt', 'Comment\0\u0001\0\0\0'),
    chunk('IDAT', rows(20, 20)),
  );
  const before = held();
  const read = decodePicture(bytes);
  expect(read.ok && [read.value.width, read.value.height]).toEqual([20, 20]);
  expect(dpiOf(bytes)).toBeNull();
  expect(held() - before).toBeLessThan(100e6);
});

test('honest PNGs pass untouched, and keep their resolution', () => {
  const noise = Uint8Array.from(
    { length: 300 * 200 * 3 },
    (_, i) =>
      createHash('md5')
        .update(`${i >> 4}`)
        .digest()[i & 15]!,
  );
  for (const data of [noise, new Uint8Array(300 * 200 * 3)]) {
    const bytes = encode({ width: 300, height: 200, data, channels: 3, depth: 8 });
    expect(plainPng(bytes)).toBe(bytes);
    const read = decodePicture(bytes);
    expect(read.ok && read.value.data[4]).toBe(data[3]);
  }
  const density = new Uint8Array(9);
  new DataView(density.buffer).setUint32(0, 11_811);
  new DataView(density.buffer).setUint32(4, 11_811);
  density[8] = 1;
  expect(dpiOf(png(20, 20, chunk('pHYs', density), chunk('IDAT', rows(20, 20))))).toBe(300);
});

test('a GIF of 35 bytes with a frame of 65,535 by 65,535 is told', () => {
  const frame = Uint8Array.of(0x2c, 0, 0, 0, 0, 0xff, 0xff, 0xff, 0xff, 0);
  const bytes = join(
    strToU8('GIF89a'),
    Uint8Array.of(20, 0, 20, 0, 0x80, 0, 0, 0, 0, 0, 255, 255, 255),
    frame,
    Uint8Array.of(2, 1, 0, 0, 0x3b),
  );
  expect(bytes.length).toBeLessThan(40);
  const before = held();
  expect(decodePicture(bytes).problems[0]).toMatchObject({ code: 'picture-broken', kind: 'GIF' });
  expect(held() - before).toBeLessThan(100e6);
});

test.each([
  ['a PNG of 60,000 by 60,000', png(60_000, 60_000, chunk('IDAT', rows(4, 4)))],
  [
    'a BMP of 100,000 by 100,000',
    (() => {
      const b = new Uint8Array(60);
      b.set(strToU8('BM'));
      new DataView(b.buffer).setInt32(18, 100_000, true);
      new DataView(b.buffer).setInt32(22, 100_000, true);
      return b;
    })(),
  ],
])('%s is refused by its header', (_, bytes) => {
  expect(decodePicture(bytes).problems[0]!.code).toBe('picture-too-large');
});

test('every cut of a real picture is answered', () => {
  const whole = encode({
    width: 40,
    height: 30,
    data: new Uint8Array(40 * 30 * 3).fill(200),
    channels: 3,
    depth: 8,
  });
  for (let n = 0; n < whole.length; n++) expect(typeof decodePicture(whole.slice(0, n)).ok).toBe('boolean');
});
