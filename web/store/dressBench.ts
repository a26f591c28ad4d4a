import { create } from 'zustand';
import type { PointRef, Target } from '../../core/project/document/commands/outline';
import type { CleanedUp, CleanUp } from '../../core/outlines/dress/cleanUp';
import type { Contour } from '../../core/foundations/geometry/contour';
import type { Turning } from '../../core/foundations/geometry/turning';
import type { Vec } from '../../core/foundations/geometry/vec';
import type { View } from '../canvas/view';
import type { HeldGuide, Tool } from '../tools/dress/scene';

/** What is seen beside the outline. */
export interface Seeing {
  readonly filled: boolean;
  /** Strength of the source picture, 0 to 1. */
  readonly source: number;
  readonly neighbours: boolean;
  /** Curvature comb. */
  readonly comb: boolean;
  /** Distance from the source in colour. */
  readonly deviation: boolean;
}

/** A clean-up tried on the letter in hand and not yet made. */
interface TriedCleanUp {
  readonly kind: CleanUp;
  readonly tolerance: number;
  readonly of: readonly Contour[];
  readonly made: CleanedUp;
}

/** Which place stays where it is when what is chosen is turned by numbers. */
export type About = 'middle' | 'foot' | 'origin' | 'last';

interface DressBench {
  readonly tool: Tool;
  readonly of: Target['of'];
  readonly selection: readonly PointRef[];
  readonly lasso: boolean;
  readonly about: About;
  /** What was last done to what was chosen, to be done once more. */
  readonly turned: Turning | null;
  /** Whether it was done with the stems kept. */
  readonly stemsKept: boolean;
  readonly drawing: number | null;
  /** The guide in hand: its fields are open, Delete takes it away. */
  readonly guide: HeldGuide;
  readonly ruler: { readonly from: Vec; readonly to: Vec } | null;
  readonly seeing: Seeing;
  readonly tried: TriedCleanUp | null;
  /** How far clean-ups may move an outline, u. */
  readonly tolerance: number;
  /** Which part of the gauge is open; it stays from letter to letter. */
  readonly tab: string;
  /** Null shows the whole line's height. */
  readonly view: View | null;
}

/** The state of the outline bench that is nobody else's business: not saved, not undone. */
export const useDressBench = create<DressBench>(() => ({
  tool: 'select',
  of: 'outline',
  selection: [],
  lasso: false,
  about: 'middle',
  turned: null,
  stemsKept: false,
  drawing: null,
  guide: null,
  ruler: null,
  seeing: { filled: false, source: 0.45, neighbours: true, comb: false, deviation: false },
  tried: null,
  tolerance: 2,
  tab: 'points',
  view: null,
}));

const set = useDressBench.setState;

export const dressBench = {
  select: (selection: readonly PointRef[]): void => set({ selection }),
  takeTool: (tool: Tool): void => set({ tool, drawing: null, ruler: null, guide: null }),
  holdGuide: (guide: HeldGuide): void => set({ guide }),
  workOn: (of: Target['of']): void => set({ of, selection: [], drawing: null, tried: null }),
  see: (change: Partial<Seeing>): void => set((s) => ({ seeing: { ...s.seeing, ...change } })),
  /** Another letter is in hand: nothing of the old one stays chosen. */
  newLetter: (): void =>
    set({ of: 'outline', selection: [], drawing: null, ruler: null, guide: null, tried: null }),
};
