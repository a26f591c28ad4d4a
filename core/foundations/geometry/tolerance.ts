/** Every tolerance of the geometry in one place, with its unit and reason. */

/** Two points closer than this (in the units of the space at hand) are one. Well under a font unit or pixel. */
export const SAME_POINT = 1e-6;

/** A direction component smaller than this times the length counts as axis-parallel (0.06 degrees). */
export const AXIS_PARALLEL = 1e-3;

/** Handles that turn less than this at a node make it smooth: quality target for smooth joins. */
export const SMOOTH_DEG = 3;

/** Largest distance between a cubic and the quadratics made of it, in em units (TrueType output). */
export const QUADRATIC_EM = 0.4;

/** Flattening step error for areas, hit tests and containment, as a share of the bounds' diagonal. */
export const FLATTEN_RELATIVE = 2e-4;
