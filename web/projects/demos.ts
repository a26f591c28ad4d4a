/** A project of the demo that is carried to its end; its files lie beside the app under its id. */
export interface FinishedDemo {
  readonly id: string;
  readonly title: string;
  readonly line: string;
}

/** One for each kind of work. */
export const FINISHED: readonly FinishedDemo[] = [
  { id: 'keepers-hand', title: 'A text hand', line: 'Two pages of handwriting, accents made, kerned.' },
  {
    id: 'daughters-script',
    title: 'A joined script',
    line: 'Strokes that meet; each letter drawn twice, by turns.',
  },
  { id: 'over-the-door', title: 'Painted capitals', line: 'From a photograph to outlines of few points.' },
  { id: 'seed-bags', title: 'Metal type', line: 'Scanned the wrong way round, turned, neatened.' },
  { id: 'lane-signs', title: 'Icons', line: 'Drawn with strokes, found by typing their names.' },
  { id: 'tide-clock', title: 'Pixels', line: 'Two pictures of lamps, every square exact.' },
  { id: 'mill-boards', title: 'Built on a grid', line: 'Squares and quarter discs, merged.' },
];
