import type { Vec } from './vec';

/**
 * x' = a x + c y + e, y' = b x + d y + f: the six numbers of an SVG `matrix(a b c d e f)`
 * (SVG 2, 8.5 "The transform property").
 */
export interface Affine {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const identity: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };
export const translation = (x: number, y: number): Affine => ({ ...identity, e: x, f: y });
export const scaling = (kx: number, ky = kx): Affine => ({ ...identity, a: kx, d: ky });

/** Turn by `angleRad`, counter-clockwise where y points up. */
export function rotation(angleRad: number): Affine {
  const cos = Math.cos(angleRad);
  const sin = Math.sin(angleRad);
  return { a: cos, b: sin, c: -sin, d: cos, e: 0, f: 0 };
}

/** First `inner`, then `outer`. */
export function compose(outer: Affine, inner: Affine): Affine {
  return {
    a: outer.a * inner.a + outer.c * inner.b,
    b: outer.b * inner.a + outer.d * inner.b,
    c: outer.a * inner.c + outer.c * inner.d,
    d: outer.b * inner.c + outer.d * inner.d,
    e: outer.a * inner.e + outer.c * inner.f + outer.e,
    f: outer.b * inner.e + outer.d * inner.f + outer.f,
  };
}

export function applyAffine(m: Affine, p: Vec): Vec {
  return { x: m.a * p.x + m.c * p.y + m.e, y: m.b * p.x + m.d * p.y + m.f };
}

/** Negative when the map mirrors, so that contours change their direction. */
/** A vector by the map without its shift. */
export const applyVector = ({ a, b, c, d }: Affine, v: Vec): Vec => ({
  x: a * v.x + c * v.y,
  y: b * v.x + d * v.y,
});

export const determinant = (m: Affine): number => m.a * m.d - m.b * m.c;

/** The map back. RangeError when `m` flattens the plane. */
export function invert(m: Affine): Affine {
  const det = determinant(m);
  if (Math.abs(det) < 1e-15) throw new RangeError(`affine map without inverse, determinant ${det}`);
  return {
    a: m.d / det,
    b: -m.b / det,
    c: -m.c / det,
    d: m.a / det,
    e: (m.c * m.f - m.d * m.e) / det,
    f: (m.b * m.e - m.a * m.f) / det,
  };
}
