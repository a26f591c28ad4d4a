import { encode as encodeBmp } from 'fast-bmp';
import { GifWriter } from 'omggif';
import UTIF from 'utif2';
import { encode as encodePng } from 'fast-png';
import jpeg from 'jpeg-js';
import { turnByOrientation } from '../../foundations/raster/picture';
import { decodePicture } from './decodePicture';
import { MAX_MEGAPIXELS } from './limits';
import { pictureIdOf } from './pictureId';
import { sniffKind } from './sniff';

const codeOf = (bytes: Uint8Array) => {
  const result = decodePicture(bytes);
  return result.ok ? 'ok' : result.problems[0]!.code;
};
const ramp = (channels: number, width = 8, height = 6) =>
  Uint8Array.from({ length: width * height * channels }, (_, i) => (i * 7) % 256);
const jpegOf = (width: number, height: number) =>
  new Uint8Array(jpeg.encode({ width, height, data: new Uint8Array(width * height * 4).fill(200) }, 90).data);

/** Width and height written over a PNG's header, as a hostile file would claim them. */
function claiming(png: Uint8Array, width: number, height: number): Uint8Array {
  const copy = png.slice();
  new DataView(copy.buffer).setUint32(16, width);
  new DataView(copy.buffer).setUint32(20, height);
  return copy;
}

describe('PNG', () => {
  test.each([
    [1, 8],
    [2, 8],
    [3, 8],
    [4, 8],
    [3, 16],
  ] as const)('%i channels of %i bits', (channels, depth) => {
    const data = depth === 16 ? Uint16Array.from(ramp(channels), (v) => v << 8) : ramp(channels);
    const result = decodePicture(encodePng({ width: 8, height: 6, data, channels, depth }));
    expect(result.ok).toBe(true);
    if (!result.ok) return;
    const { data: rgba } = result.value;
    expect(rgba[0]).toBe(ramp(channels)[0]);
    expect(rgba[4]).toBe(ramp(channels)[channels]);
    if (channels === 2 || channels === 4) expect(rgba[3]).toBe(ramp(channels)[channels - 1]);
    else expect(rgba[3]).toBe(255);
  });
});

describe('bad input is told, never raised', () => {
  const png = encodePng({ width: 40, height: 30, data: ramp(3, 40, 30), channels: 3 });
  test('0 bytes', () => expect(codeOf(new Uint8Array(0))).toBe('file-empty'));
  test('text', () =>
    expect(codeOf(new TextEncoder().encode('not a picture at all'))).toBe('picture-kind-unknown'));
  test('a GIF that is cut off', () =>
    expect(codeOf(new TextEncoder().encode('GIF89a......'))).toBe('picture-broken'));
  test('a WebP', () =>
    expect(codeOf(new TextEncoder().encode('RIFF....WEBPVP8 '))).toBe('picture-kind-unsupported'));
  test('1 x 1', () =>
    expect(codeOf(encodePng({ width: 1, height: 1, data: [0], channels: 1 } as never))).toBe(
      'picture-too-small',
    ));
  test('a cut PNG', () => expect(codeOf(png.slice(0, png.length / 2))).toBe('picture-broken'));
  test('a cut JPEG', () => {
    const whole = jpegOf(64, 64);
    expect(codeOf(whole)).toBe('ok');
    expect(codeOf(whole.slice(0, whole.length * 0.6))).toBe('picture-broken');
  });
  test('a claim of 60,000 x 60,000 px is refused from the header', () => {
    expect(codeOf(claiming(png, 60000, 60000))).toBe('picture-too-large');
    expect(MAX_MEGAPIXELS).toBeLessThan(3600);
  });
  test('every cut and every flipped byte of a small PNG ends in an answer', () => {
    for (let i = 0; i < png.length; i += 7) {
      const flipped = png.slice();
      flipped[i] = flipped[i]! ^ 0xff;
      expect(typeof codeOf(flipped)).toBe('string');
      expect(typeof codeOf(png.slice(0, i))).toBe('string');
    }
  });
});

test('all eight EXIF orientations bring the marked corner to its place (EXIF 2.32, 4.6.4)', () => {
  // A 3 x 2 picture; px (0,0) is marked. Where the mark is displayed, by orientation.
  const places = {
    1: [0, 0],
    2: [2, 0],
    3: [2, 1],
    4: [0, 1],
    5: [0, 0],
    6: [1, 0],
    7: [1, 2],
    8: [0, 2],
  } as const;
  for (const [orientation, [x, y]] of Object.entries(places)) {
    const data = new Uint8Array(3 * 2 * 4);
    data[0] = 99;
    const turned = turnByOrientation({ width: 3, height: 2, data }, Number(orientation));
    expect(turned.width).toBe(Number(orientation) >= 5 ? 2 : 3);
    expect(turned.data[(y * turned.width + x) * 4]).toBe(99);
  }
});

test('kinds are told by content, not by name', () => {
  expect(sniffKind(new TextEncoder().encode('<?xml version="1.0"?><svg/>'))).toBe('SVG');
  expect(sniffKind(jpegOf(8, 8))).toBe('JPEG');
});

test('picture ids differ when one byte does', () => {
  expect(pictureIdOf(Uint8Array.of(1, 2, 3))).not.toBe(pictureIdOf(Uint8Array.of(1, 2, 4)));
  expect(pictureIdOf(Uint8Array.of(1, 2, 3))).toMatch(/^[0-9a-f]{64}$/);
});

describe('other kinds of pictures', () => {
  const [width, height] = [9, 7];
  const grey = (k: number) => (k * 29) % 256;
  const rgba = Uint8Array.from({ length: width * height * 4 }, (_, i) =>
    i % 4 === 3 ? 255 : grey(Math.floor(i / 4)),
  );

  test('TIFF, BMP and GIF come out as they went in', () => {
    const tiff = new Uint8Array(UTIF.encodeImage(rgba, width, height));
    const rgb = Uint8Array.from({ length: width * height * 3 }, (_, i) => grey(Math.floor(i / 3)));
    const bmp = encodeBmp({ width, height, data: rgb, bitsPerPixel: 24, channels: 3, components: 3 });
    const store: number[] = [];
    const palette = Array.from({ length: 256 }, (_, v) => (v << 16) | (v << 8) | v);
    const gif = new GifWriter(store as unknown as Buffer, width, height, { palette });
    gif.addFrame(
      0,
      0,
      width,
      height,
      Array.from({ length: width * height }, (_, k) => grey(k)),
    );
    const gifBytes = Uint8Array.from(store.slice(0, gif.end()));
    for (const bytes of [tiff, bmp, gifBytes]) {
      const picture = decodePicture(bytes);
      if (!picture.ok) throw new Error(JSON.stringify(picture.problems));
      expect([picture.value.width, picture.value.height]).toEqual([width, height]);
      expect([...picture.value.data]).toEqual([...rgba]);
    }
  });

  test('a TIFF whose directories run in a circle, a cut one and a huge claim end with a clear error', () => {
    const tiff = new Uint8Array(UTIF.encodeImage(rgba, width, height));
    const v = new DataView(tiff.buffer);
    const little = tiff[0] === 0x49;
    const first = v.getUint32(4, little);
    const end = first + 2 + 12 * v.getUint16(first, little);
    const loop = tiff.slice();
    new DataView(loop.buffer).setUint32(end, first, little);
    const code = (bytes: Uint8Array) => {
      const r = decodePicture(bytes);
      return r.ok ? 'ok' : r.problems[0]!.code;
    };
    expect(code(loop)).toBe('picture-broken');
    expect(code(tiff.subarray(0, 60))).toBe('picture-broken');
    const gif = Uint8Array.from(
      [...'GIF89a'].map((c) => c.charCodeAt(0)).concat([0xff, 0xff, 0xff, 0xff], Array<number>(30).fill(0)),
    );
    expect(code(gif)).toBe('picture-too-large');
  });
});

test.each([
  ['OTTO', 'an OpenType font'],
  ['wOF2', 'a web font'],
  ['wOFF', 'a web font'],
  ['ttcf', 'a collection of fonts'],
  ['\0\u0001\0\0\0\u000b', 'a TrueType font'],
])('a font that was dropped is told for what it is (%j)', (head, kind) => {
  const bytes = new Uint8Array(64);
  [...head].forEach((c, i) => (bytes[i] = c.charCodeAt(0)));
  const result = decodePicture(bytes);
  expect(result.ok ? null : result.problems[0]).toMatchObject({ code: 'font-file', kind });
});
