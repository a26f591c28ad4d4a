import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react';
import { COLOURS } from './colours';

/** System colours in the places of ours; those that aren't named are text. */
const SYSTEM: Readonly<Record<string, string>> = {
  paper: 'Canvas',
  sheet: 'Canvas',
  sunk: 'Canvas',
  hand: 'Highlight',
  handSoft: 'Canvas',
  snagSoft: 'Canvas',
};

const both = (light: string, dark: string) => ({ value: { base: light, _dark: dark } });

type Variable = `--${string}`;
const FORCED = '@media (forced-colors: active)';
const MORE_CONTRAST = '@media (prefers-contrast: more)';

const variable = (name: string): Variable =>
  `--chakra-colors-${name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}`;
const named = (name: keyof typeof COLOURS, as: keyof typeof COLOURS): Record<Variable, string> => ({
  [variable(name)]: `var(${variable(as)}) !important`,
});

/** Our colours as those that a person chose for the whole system (CSS Color 4, system colours); canvases are drawn in them, too. */
const asSystem: Record<Variable, string> = Object.fromEntries(
  Object.keys(COLOURS).map((name) => [variable(name), `${SYSTEM[name] ?? 'CanvasText'} !important`]),
);

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
    ':root, .light, .dark': {
      [FORCED]: asSystem,
      [MORE_CONTRAST]: { ...named('faded', 'ink'), ...named('rule', 'ink') },
    },
    // Grounds are the system's then: what is chosen needs a line.
    '[aria-pressed=true], [aria-selected=true], [aria-current]:not([aria-current=false])': {
      [FORCED]: { outline: '2px solid Highlight !important', outlineOffset: '-2px !important' },
    },
    // Large enough for a finger (WCAG 2.2, 2.5.8).
    '[data-scope=slider][data-part=thumb]': {
      '@media (pointer: coarse)': { minWidth: '28px', minHeight: '28px' },
    },
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
