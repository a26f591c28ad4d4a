import { Anvil, FileOutput, LandPlot, NotebookPen, Ruler, ScanText, Shapes, Type } from 'lucide-react';
import type { LucideIcon } from 'lucide-react';

export interface Stage {
  readonly path: string;
  readonly title: string;
  readonly line: string;
  readonly icon: LucideIcon;
  /** Single key that leads there. */
  readonly key: string;
}

/** The course: the eight stages in order, each with its short plain line. */
export const STAGES: readonly Stage[] = [
  { path: 'gather', title: 'Gather', line: 'bring in sheets and artwork', icon: LandPlot, key: '1' },
  { path: 'lift', title: 'Lift', line: 'cut letters out and trace them', icon: ScanText, key: '2' },
  { path: 'dress', title: 'Dress', line: 'clean the outlines', icon: Shapes, key: '3' },
  { path: 'seat', title: 'Seat', line: 'scale and line them up', icon: Ruler, key: '4' },
  { path: 'name', title: 'Name', line: 'give them characters', icon: NotebookPen, key: '5' },
  { path: 'fit', title: 'Fit', line: 'space them', icon: Anvil, key: '6' },
  { path: 'proof', title: 'Proof', line: 'try them in words', icon: Type, key: '7' },
  { path: 'cast', title: 'Cast', line: 'make font files', icon: FileOutput, key: '8' },
];
