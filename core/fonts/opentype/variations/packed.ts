// OpenType 1.9.1, "Font variations common table formats": packed point numbers, packed deltas.
import { nth } from '../../../foundations/lists/nth';
import { ByteWriter } from '../bytes';

const WORDS = 0x80;
const LONGEST_POINT_RUN = 128;

/** Point numbers, ascending, as differences in runs of bytes or of words. */
export function packedPoints(points: readonly number[]): Uint8Array {
  const w = new ByteWriter();
  const n = points.length;
  if (n < 0x80) w.uint8(n);
  else w.uint16(n | 0x8000);
  const steps = points.map((p, i) => p - (points[i - 1] ?? 0));
  for (let i = 0; i < n;) {
    const wide = nth(steps, i) > 0xff;
    let k = i + 1;
    while (k < n && k - i < LONGEST_POINT_RUN && nth(steps, k) > 0xff === wide) k++;
    w.uint8((wide ? WORDS : 0) | (k - i - 1));
    for (const s of steps.slice(i, k))
      if (wide) w.uint16(s);
      else w.uint8(s);
    i = k;
  }
  return w.done();
}

/** All points of a glyph, whatever their number. */
export const ALL_POINTS = Uint8Array.of(0);

const ZEROS = 0x80;
const WIDE = 0x40;
const LONGEST_RUN = 64;

type Width = 'none' | 'byte' | 'word';
const widthOf = (d: number): Width => (d === 0 ? 'none' : d >= -128 && d <= 127 ? 'byte' : 'word');

/** Whether a run goes on with a delta though another width would hold it closer: a single one isn't worth a run of its own. */
function goesOn(run: Width, deltas: readonly number[], k: number): boolean {
  const [here, next] = [widthOf(nth(deltas, k)), k + 1 < deltas.length ? widthOf(nth(deltas, k + 1)) : null];
  if (here === run) return true;
  if (run === 'byte') return here === 'none' && next !== 'none';
  return run === 'word' && here === 'byte' && next === 'word';
}

/** Deltas, whole em units, in runs of nothing, of bytes or of words. */
export function packedDeltas(deltas: readonly number[]): Uint8Array {
  const w = new ByteWriter();
  for (let i = 0; i < deltas.length;) {
    const run = widthOf(nth(deltas, i));
    let k = i + 1;
    while (k < deltas.length && k - i < LONGEST_RUN && goesOn(run, deltas, k)) k++;
    w.uint8((run === 'none' ? ZEROS : run === 'word' ? WIDE : 0) | (k - i - 1));
    for (const d of deltas.slice(i, k)) {
      if (run === 'word') w.int16(d);
      if (run === 'byte') w.int8(d);
    }
    i = k;
  }
  return w.done();
}
