/** A way to begin: what one has, what becomes of it, and its small picture (path data in a field of 64 by 44, drawn by strokes). */
export interface Start {
  readonly title: string;
  readonly line: string;
  readonly picture: string;
  /** Files are chosen first (what the chooser shows), or a place of the new project is led to. */
  readonly by:
    { readonly files: string; readonly many: boolean } | { readonly place: string; readonly name: string };
}

const PICTURES = 'image/*,.pdf,.tif,.tiff,.ora';
const DRAWINGS = '.svg,image/*,.zip,.pdf,.ora';

const page = 'M14 3H50V41H14Z';

/** Starts for everyone, in the order of how many begin so. */
export const STARTS: readonly Start[] = [
  {
    title: 'A page of letters',
    line: 'A photo or scan of letters in rows, written with any pen.',
    picture: `${page}M20 16l4 -9l4 9M21.500 13h5M33 7v9M33 11q5 -4 5 1t-5 3M43 9q-5 1 -3 5t5 1M20 31q5 -6 5 0t-5 1M30 26v8q4 0 4 -4t-4 -3M40 27q5 -1 5 4t-6 2`,
    by: { files: PICTURES, many: true },
  },
  {
    title: 'A practice sheet',
    line: 'Print it or open it with a tablet, fill its boxes, and bring it back.',
    picture: `${page}M19 10h8v9h-8ZM30 10h8v9h-8ZM41 10h5M19 24h8v9h-8ZM30 24h8v9h-8ZM41 24h5M19 16h8M30 16h8M19 30h8M30 30h8`,
    by: { place: '/gather?do=practice', name: 'Practice sheet' },
  },
  {
    title: 'Write here',
    line: 'With pen, finger or mouse, into a ruled slot for each letter.',
    picture: 'M8 34H56M8 20H56M14 34q4 -22 9 -12t-7 6q8 -2 12 6M52 8l-14 20l-2 6l5 -4L55 10Z',
    by: { place: '/gather?do=write', name: 'Written here' },
  },
  {
    title: 'Drawn letters',
    line: 'One drawing or picture a letter, or a row of them: SVG, PNG, a zip.',
    picture: 'M6 36L16 8L26 36M10 26H22M36 8V36M36 8H44Q52 8 52 15T44 22H36M44 22Q54 22 54 29T44 36H36',
    by: { files: DRAWINGS, many: true },
  },
  {
    title: 'Draw elsewhere',
    line: 'A template for your own drawing program; what comes back finds its place.',
    picture:
      'M6 8h14v24h-14ZM25 8h14v24h-14ZM44 8h14v24h-14ZM2 26H62M2 16H62M9 26l4 -14l4 14M10.500 21h5M48 26v-14q8 2 6 7t-6 7',
    by: { place: '/gather?do=template', name: 'Drawn elsewhere' },
  },
  {
    title: 'Icons',
    line: 'SVG icons become an icon font, found by their names.',
    picture:
      'M16 8l3 6l7 1l-5 5l1 7l-6 -3l-6 3l1 -7l-5 -5l7 -1ZM38 10h16v12h-16ZM38 22l8 -7l8 7M12 38a4 4 0 1 0 8 0a4 4 0 1 0 -8 0M40 34h12M46 28v12',
    by: { files: DRAWINGS, many: true },
  },
  {
    title: 'Pixels on a grid',
    line: 'Build letters of squares and discs, cell by cell.',
    picture:
      'M16 6h8v8h-8ZM24 6h8v8h-8ZM32 6h8v8h-8ZM16 14h8v8h-8ZM40 14h8v8h-8ZM16 22h8v8h-8ZM24 22h8v8h-8ZM32 22h8v8h-8ZM16 30h8v8h-8ZM40 30h8v8h-8Z',
    by: { place: '/gather?do=grid', name: 'Built on a grid' },
  },
  {
    title: 'From a scanner',
    line: 'A scanner at this desk hands its page over.',
    picture: 'M8 26H56V38H8ZM12 26L16 10H48L52 26M20 14H44M44 32h6',
    by: { place: '/gather?do=scan', name: 'Scanned' },
  },
];

/** What a new project is called by its first file. */
export const nameByFile = (name: string): string =>
  name
    .replace(/\.(orthoglyph\.)?[a-z0-9]+$/i, '')
    .replace(/[_-]+/g, ' ')
    .trim() || 'Untitled';
