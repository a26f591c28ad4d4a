// Where marks stand on letters and on each other, as HarfBuzz places them (package harfbuzzjs).
import { boxGlyph as glyph, ruledFont as fontOf, setNames as names } from '../../../testing/ruledFont';
import { hasSanitizer, sanitize, shape } from '../../../testing/outsideReaders';
import { rect as box } from '../../testing/shapes';

describe('marks', () => {
  test('i loses its dot under an accent (ccmp), and an accent stands on an accent (mkmk)', () => {
    const mark = (name: string, char: string, y: number) => ({
      ...glyph(name, char, box(0, y, 100, y + 80)),
      anchors: [
        { name: '_top', x: 50, y: y - 20 },
        { name: 'top', x: 50, y: y + 100 },
      ],
    });
    const base = (name: string, char: string) => ({
      ...glyph(name, char),
      anchors: [{ name: 'top', x: 150, y: 520 }],
    });
    const { bytes } = fontOf([
      base('i', 'i'),
      base('dotlessi', '\u0131'),
      mark('acutecomb', '\u0301', 540),
      mark('ringcomb', '\u030a', 540),
    ]);
    expect(names(bytes, 'i')).toEqual(['i']);
    expect(names(bytes, 'i\u0301')).toEqual(['dotlessi', 'acutecomb']);
    const [, first, second] = shape(bytes, 'i\u0301\u030a');
    // Each mark meets the one below where that one is met: 120 units higher.
    expect(second!.dy - first!.dy).toBe(120);
    if (hasSanitizer) expect(sanitize(bytes, 'marks.ttf')).toBe('');
  });

  test('marks that stack above are not kept apart by one below', () => {
    const mark = (name: string, char: string, place: string, y: number) => ({
      ...glyph(name, char, box(0, y, 100, y + 80)),
      anchors: [
        { name: `_${place}`, x: 50, y: y - 20 },
        { name: place, x: 50, y: y + 100 },
      ],
    });
    const { bytes } = fontOf([
      { ...glyph('a', 'a'), anchors: [{ name: 'top', x: 150, y: 520 }, { name: 'bottom', x: 150, y: -20 }] },
      mark('above1', '\ue001', 'top', 540),
      mark('above2', '\ue002', 'top', 540),
      mark('below', '\ue003', 'bottom', -120),
    ]);
    // Signs without a combining class stay in their order.
    const at = new Map(shape(bytes, 'a\ue001\ue003\ue002').map((g) => [g.name, g.dy]));
    expect([...at.keys()]).toEqual(['a', 'above1', 'below', 'above2']);
    expect((at.get('above2') ?? 0) - (at.get('above1') ?? 0)).toBe(120);
  }); // prettier-ignore
});
