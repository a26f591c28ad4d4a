import { BookOpenText, Images, MoveHorizontal, Ruler, Scissors, Spline, Stamp, Tag } from 'lucide-react';
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
  { path: 'gather', title: 'Gather', line: 'bring in sheets and artwork', icon: Images, key: '1' },
  { path: 'lift', title: 'Lift', line: 'cut letters out and trace them', icon: Scissors, key: '2' },
  { path: 'dress', title: 'Dress', line: 'clean the outlines', icon: Spline, key: '3' },
  { path: 'seat', title: 'Seat', line: 'scale and line them up', icon: Ruler, key: '4' },
  { path: 'name', title: 'Name', line: 'give them characters', icon: Tag, key: '5' },
  { path: 'fit', title: 'Fit', line: 'space them', icon: MoveHorizontal, key: '6' },
  { path: 'proof', title: 'Proof', line: 'try them in words', icon: BookOpenText, key: '7' },
  { path: 'cast', title: 'Cast', line: 'make font files', icon: Stamp, key: '8' },
];
