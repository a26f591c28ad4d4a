/** The i-th of a list that has so many. RangeError when it hasn't, instead of an undefined that goes on. */
export function nth<T>(list: ArrayLike<T>, i: number): T {
  const found = list[i];
  if (found === undefined) throw new RangeError(`no place ${i} in a list of ${list.length}`);
  return found;
}
