/** Tolerances that several folders share, with unit and reason. */

/** A direction component smaller than this times the length counts as axis-parallel (0.06 degrees). */
export const AXIS_PARALLEL = 1e-3;

/** Largest distance between a cubic and the quadratics made of it, in em units (TrueType output). */
export const QUADRATIC_EM = 0.4;

/** Flattening step error for areas, hit tests and containment, as a share of the bounds' diagonal. */
export const FLATTEN_RELATIVE = 2e-4;
