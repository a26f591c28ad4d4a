import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react';

/** Paper and ink. One strong accent for what is in hand, a second for snags; both pass AA on their grounds. */
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
        paper: both('#f6f1e5', '#1c1916'),
        sheet: both('#fdfaf3', '#26221d'),
        sunk: both('#ece5d5', '#141210'),
        ink: both('#221d17', '#efe7d8'),
        faded: both('#655b4c', '#b3a791'),
        rule: both('#d5cab4', '#443c32'),
        hand: both('#0b6b66', '#63c9be'),
        handSoft: both('#d9e9e2', '#20403c'),
        snag: both('#a8321a', '#ff9a7a'),
        snagSoft: both('#f7ddd2', '#4a241a'),
        good: both('#3f6212', '#b5d37a'),
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
