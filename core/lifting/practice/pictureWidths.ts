/** Widths that pages are offered in as pictures, px: A4 at 150, 300 and 450 dots an inch. */
export const PICTURE_WIDTHS = [1240, 2480, 3720] as const;
