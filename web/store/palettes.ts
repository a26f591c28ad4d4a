import { create } from 'zustand';

/** Which palette the running line and proofs are set in, by its place in the font: 0 = as drawn. */
export const usePalette = create<{ readonly chosen: number }>(() => ({ chosen: 0 }));

/** What a palette is called in style sheets, by its place in the font. */
const paletteName = (place: number): string => `--palette-${place}`;

/**
 * Rules by which text in any of the families can be set in a palette of its font (CSS Fonts 4, 9.3.1, "@font-palette-values").
 * `families`: names as they stand in a list of CSS; `count`: palettes besides the first.
 */
export const paletteRules = (families: string, count: number): string =>
  families === ''
    ? ''
    : families
        .split(',')
        .flatMap((family) =>
          Array.from(
            { length: count },
            (_, i) =>
              `@font-palette-values ${paletteName(i + 1)} { font-family: ${family.trim()}; base-palette: ${i + 1}; }`,
          ),
        )
        .join('\n');

/** The value of CSS's font-palette for a place; none for the first. */
export const fontPalette = (place: number): string | undefined =>
  place === 0 ? undefined : paletteName(place);
