import type { SnagKind } from '../../core/outlines/dress/snags';

/** What each snag is called, with how much, and what mending it does. */
export const SNAG_TEXT: Record<
  SnagKind,
  { readonly text: (amount: number) => string; readonly mend: string }
> = {
  open: {
    text: (a) => `Open contour, gap ${a.toFixed(0)} u`,
    mend: 'Close it, or join it with the end nearest to it',
  },
  direction: { text: () => 'Runs the wrong way', mend: 'Turn it round, so that ink and counter are right' },
  overlap: { text: () => 'Overlaps another contour', mend: 'Merge them; the font file does so by itself' },
  'self-crossing': { text: () => 'Crosses itself', mend: 'Merge the loop; the font file does so by itself' },
  tiny: { text: (a) => `Tiny contour, ${a.toFixed(0)} u²`, mend: 'Take it away' },
  stray: { text: () => 'Speck beside the letter', mend: 'Take it away' },
  duplicate: { text: (a) => `Two points ${a.toFixed(1)} u apart`, mend: 'Make them one' },
  extreme: { text: () => 'No point at an extreme', mend: 'Put one there; the shape stays' },
  'nearly-straight': { text: () => 'Nearly straight curve', mend: 'Make it straight' },
  'nearly-level': { text: (a) => `Line off by ${a.toFixed(1)} u`, mend: 'Make it exactly level or upright' },
  kink: { text: (a) => `Kink of ${a.toFixed(0)}°`, mend: 'Bring both handles into one line' },
  'long-turn': { text: (a) => `Curve turns ${a.toFixed(0)}°`, mend: 'Put a point in the middle of the turn' },
  'far-off': { text: (a) => `Lies ${a.toFixed(0)} u away`, mend: 'Take it away' },
};
