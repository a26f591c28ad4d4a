import { fontPalette, paletteRules } from './palettes';

test('each palette besides the first has a rule for each font that text is set in (CSS Fonts 4, 9.3.1); the first needs none', () => {
  expect(paletteRules("'live-2', 'live-1'", 2).split('\n')).toEqual([
    "@font-palette-values --palette-1 { font-family: 'live-2'; base-palette: 1; }",
    "@font-palette-values --palette-2 { font-family: 'live-2'; base-palette: 2; }",
    "@font-palette-values --palette-1 { font-family: 'live-1'; base-palette: 1; }",
    "@font-palette-values --palette-2 { font-family: 'live-1'; base-palette: 2; }",
  ]);
  expect(paletteRules('', 2)).toBe('');
  expect(fontPalette(0)).toBeUndefined();
  expect(fontPalette(2)).toBe('--palette-2');
});
