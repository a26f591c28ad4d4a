/** More than this isn't taken into memory as it is: it is made smaller while it is read (`shrinkStep`). */
export const MAX_MEGAPIXELS = 120;
/** Fewer px than this on a side can't hold a letter. */
export const MIN_SIDE_PX = 4;
