// Outside readers without types of their own: only what the checks ask of them.
declare module 'bezier-js' {
  export class Bezier {
    constructor(points: readonly { x: number; y: number }[]);
    get(t: number): { x: number; y: number };
    bbox(): { x: { min: number; max: number }; y: { min: number; max: number } };
    length(): number;
    curvature(t: number): { k: number };
    project(p: { x: number; y: number }): { x: number; y: number; t?: number; d?: number };
  }
}
declare module 'opentype.js' {
  interface Glyph {
    readonly index: number;
    readonly advanceWidth: number;
    readonly path: { readonly commands: readonly unknown[] };
    getBoundingBox(): { x1: number; y1: number; x2: number; y2: number };
    /** In px, y down, the em of the given size. */
    getPath(x: number, y: number, size: number): { readonly commands: readonly unknown[] };
  }
  export function parse(bytes: ArrayBuffer): {
    readonly unitsPerEm: number;
    charToGlyph(char: string): Glyph;
  };
}
declare module 'fontkit' {
  export interface Font {
    readonly numGlyphs: number;
    readonly postscriptName: string;
    readonly capHeight: number;
    readonly xHeight: number;
    readonly ascent: number;
    readonly descent: number;
    readonly lineGap: number;
    readonly 'OS/2': {
      readonly fsType: Readonly<Record<'noEmbedding' | 'viewOnly' | 'editable', boolean>>;
      readonly typoAscender: number;
      readonly typoDescender: number;
      readonly typoLineGap: number;
      readonly winAscent: number;
      readonly winDescent: number;
    };
    glyphForCodePoint(codePoint: number): {
      readonly id: number;
      readonly advanceWidth: number;
      readonly bbox: { readonly maxX: number; readonly maxY: number };
      readonly path: {
        readonly bbox: {
          readonly minX: number;
          readonly minY: number;
          readonly maxX: number;
          readonly maxY: number;
        };
      };
    };
  }
  export function create(bytes: Uint8Array): Font;
}
