import type * as HarfBuzz from 'harfbuzzjs';
import type { ShaperOf } from './words';

/** Texts set by HarfBuzz (package harfbuzzjs), which browsers and layout programs set them by. `hb`: the package, fetched when it is wanted. */
export const shaperBy =
  (hb: typeof HarfBuzz): ShaperOf =>
  (bytes) => {
    const font = new hb.Font(new hb.Face(new hb.Blob(bytes)));
    return (text) => {
      const buffer = new hb.Buffer();
      buffer.addText(text);
      buffer.guessSegmentProperties();
      hb.shape(font, buffer, []);
      const positions = buffer.getGlyphPositions();
      return buffer.getGlyphInfos().map((info, i) => {
        const at = positions[i];
        return {
          glyph: info.codepoint,
          advance: at?.xAdvance ?? 0,
          dx: at?.xOffset ?? 0,
          dy: at?.yOffset ?? 0,
        };
      });
    };
  };
