/** Tolerances that several folders share, with unit and reason. */

/**
 * Lengths, angles (radians), shares and determinants below this are none: rounding leaves no more of the numbers here, which stay below
 * 10,000 or so (doubles keep 2e-16 of a number; a hundred steps of 1e4 come to some 1e-10).
 */
export const TINY = 1e-9;

/** A direction component smaller than this times the length counts as axis-parallel (0.06 degrees). */
export const AXIS_PARALLEL = 1e-3;

/** Largest distance between a cubic and the quadratics made of it, in em units (TrueType output). */
export const QUADRATIC_EM = 0.4;

/** Flattening step error for areas, hit tests and containment, as a share of the bounds' diagonal. */
export const FLATTEN_RELATIVE = 2e-4;
