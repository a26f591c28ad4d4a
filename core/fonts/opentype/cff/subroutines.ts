// Adobe Technical Note 5177, "The Type 2 Charstring Format", 4.7: subroutine operators.
import { nth } from '../../../foundations/lists/nth';
import { ByteWriter } from '../bytes';
import { OP, writeNumber, type CharstringParts } from './charstring';
import { repeatsOf } from './repeats';

/** Charstrings with what they call. */
export interface CalledCharstrings {
  readonly charstrings: readonly Uint8Array[];
  readonly subroutines: readonly Uint8Array[];
}

/** What a call takes: a number of one or two bytes and the operator. Reckoned with the longer one. */
const CALL_BYTES = 3;
/** What a subroutine takes besides its steps: its end, and its place in the index. */
const OWN_BYTES = 3;
/** Calls of a number of one byte: as many as numbers -107 to 107 (5177, table 1). */
const FEW = 215;
/** Subroutines whose numbers start at -107, and the most that a bias of -1131 reaches (5177, 4.7). */
const BIASES = [
  { below: 1240, bias: 107 },
  { below: 33_900, bias: 1131 },
] as const;
const MOST = 33_899;

/** All steps of all charstrings in a row, equal ones by one number; each charstring ends with a number of its own. */
interface Steps {
  readonly text: Int32Array;
  readonly bytes: readonly Uint8Array[];
  /** Where each charstring begins. */
  readonly starts: readonly number[];
}

function stepsOf(parts: readonly CharstringParts[]): Steps {
  const ids = new Map<string, number>();
  const text: number[] = [];
  const bytes: Uint8Array[] = [];
  const starts = parts.map(({ steps }) => {
    const start = text.length;
    for (const step of steps) {
      const key = String.fromCharCode(...step);
      const id = ids.get(key) ?? ids.size;
      ids.set(key, id);
      text.push(id);
      bytes.push(step);
    }
    text.push(-1);
    bytes.push(new Uint8Array(0));
    return start;
  });
  let own = ids.size;
  return { text: Int32Array.from(text, (id) => (id < 0 ? own++ : id)), bytes, starts };
}

interface Called {
  readonly from: number;
  readonly length: number;
  readonly places: readonly number[];
}

/** What writing a run once saves, bytes. */
const saved = (bytes: number, count: number): number => count * (bytes - CALL_BYTES) - bytes - OWN_BYTES;

/** Runs to be written once, chosen by what they save, the most first; none overlaps another. */
function chooseCalled({ text, bytes }: Steps): Called[] {
  const upTo = new Float64Array(text.length + 1);
  bytes.forEach((b, i) => (upTo[i + 1] = nth(upTo, i) + b.length));
  const size = (from: number, length: number) => nth(upTo, from + length) - nth(upTo, from);
  const runs = repeatsOf(text)
    .map((r) => ({ ...r, saves: saved(size(nth(r.places, 0), r.length), r.places.length) }))
    .filter((r) => r.saves > 0)
    .sort((a, b) => b.saves - a.saves || a.length - b.length || nth(a.places, 0) - nth(b.places, 0));
  const taken = new Uint8Array(text.length);
  const chosen: Called[] = [];
  for (const { length, places } of runs) {
    if (chosen.length === MOST) break;
    let last = -Infinity;
    const free = [...places].sort((a, b) => a - b).filter((at) => {
      if (at < last + length || taken.subarray(at, at + length).includes(1)) return false;
      last = at;
      return true;
    }); // prettier-ignore
    const [from] = free;
    if (from === undefined || saved(size(from, length), free.length) <= 0) continue;
    for (const at of free) taken.fill(1, at, at + length);
    chosen.push({ from, length, places: free });
  }
  // The most called get the shortest numbers.
  return chosen.sort((a, b) => b.places.length - a.places.length || a.from - b.from);
}

/** Number by which a subroutine is called, less its bias. The ones of one byte lie in the middle of the lowest few. */
const biasOf = (count: number): number => BIASES.find((b) => count < b.below)?.bias ?? NaN;

/** Places in the index: where one byte reaches come first. */
function indices(count: number): number[] {
  const bias = biasOf(count);
  const short = Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => Number(Math.abs(a - bias) > FEW >> 1) - Number(Math.abs(b - bias) > FEW >> 1) || a - b,
  );
  return short;
}

/**
 * Charstrings in which drawing steps that come again, mostly whole contours of composed letters, are written once and called.
 * What they draw is the same. Subroutines don't call others.
 */
export function withSubroutines(parts: readonly CharstringParts[]): CalledCharstrings {
  const steps = stepsOf(parts);
  const called = chooseCalled(steps);
  const bias = biasOf(called.length);
  const subroutines = new Array<Uint8Array>(called.length);
  const calls = new Map<number, { number: number; length: number }>();
  const numbers = indices(called.length);
  called.forEach(({ from, length, places }, k) => {
    const index = nth(numbers, k);
    const w = new ByteWriter();
    for (let i = from; i < from + length; i++) w.bytes(nth(steps.bytes, i));
    subroutines[index] = w.uint8(OP.return).done();
    for (const at of places) calls.set(at, { number: index - bias, length });
  });
  const charstrings = parts.map(({ width, steps: own }, g) => {
    const w = new ByteWriter().bytes(width);
    const start = nth(steps.starts, g);
    for (let i = start; i < start + own.length;) {
      const call = calls.get(i);
      if (call) writeNumber(w, call.number);
      w.bytes(call ? [OP.callsubr] : nth(steps.bytes, i));
      i += call?.length ?? 1;
    }
    return w.uint8(OP.endchar).done();
  });
  return { charstrings, subroutines };
}
