import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react';
import { COLOURS } from './colours';

const both = (light: string, dark: string) => ({ value: { base: light, _dark: dark } });

const config = defineConfig({
  globalCss: {
    'html, body, #root': { height: '100%' },
    body: {
      bg: 'paper',
      color: 'ink',
      fontFamily: 'body',
      fontVariantNumeric: 'tabular-nums',
      overflow: 'hidden',
    },
    '*:focus-visible': { outline: '2px solid', outlineColor: 'hand', outlineOffset: '1px' },
    '*, *::before, *::after': {
      _motionReduce: { transitionDuration: '0s !important', animationDuration: '0s !important' },
    },
  },
  theme: {
    tokens: {
      fonts: {
        body: { value: "'Atkinson Hyperlegible', sans-serif" },
        heading: { value: "'Atkinson Hyperlegible', sans-serif" },
      },
    },
    semanticTokens: {
      colors: {
        ...Object.fromEntries(
          Object.entries(COLOURS).map(([name, [day, night]]) => [name, both(day, night)]),
        ),
        // Rings around fields and buttons of the package are a grey that is hardly seen.
        gray: { focusRing: both(...COLOURS.hand) },
        red: { focusRing: both(...COLOURS.snag) },
      },
    },
  },
});

/** Colours that the components we use name; the rest of the package's would only be worked out and sent to the page for nothing. */
const NAMED = ['transparent', 'current', 'black', 'white', 'whiteAlpha', 'blackAlpha', 'gray', 'red'];
const MEANT = ['bg', 'fg', 'border', 'gray', 'red'];

const only = <T>(all: Readonly<Record<string, T>> | undefined, names: readonly string[]): Record<string, T> =>
  Object.fromEntries(Object.entries(all ?? {}).filter(([name]) => names.includes(name)));

const { theme } = defaultConfig;
const base = {
  ...defaultConfig,
  theme: {
    ...theme,
    tokens: { ...theme?.tokens, colors: only(theme?.tokens?.colors, NAMED) },
    semanticTokens: { ...theme?.semanticTokens, colors: only(theme?.semanticTokens?.colors, MEANT) },
  },
};

export const system = createSystem(base, config);
