import { median } from '../../foundations/raster/histogram';

/** Where a drawing ends below, and what it shows. */
export interface Foot {
  readonly char: string | null;
  readonly foot: number;
}

/** Letters that stand flat on the line. */
const FLAT = /^[ABDEFHIKLMNPRTXZhiklmnrxfz147]$/;
const DESCENDING = /^[gjpqyQ,;()[\]{}/]$/;

/** The line that drawings on boards of one size stand on: flat feet, else all but descenders, else the lowest of all. */
export function commonFoot(feet: readonly Foot[]): number {
  const of = (wanted: (char: string) => boolean) =>
    feet.filter((f) => f.char !== null && wanted(f.char)).map((f) => f.foot);
  const flat = of((c) => FLAT.test(c));
  if (flat.length > 0) return median(flat);
  const standing = of((c) => /[\p{L}\p{N}.!?]/u.test(c) && !DESCENDING.test(c) && c.codePointAt(0)! < 0xe000);
  return standing.length > 0 ? median(standing) : Math.max(...feet.map((f) => f.foot));
}
