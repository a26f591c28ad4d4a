/** Something that can be done, by plain words. */
export interface Action {
  readonly text: string;
  /** The stage it is found on; null = everywhere. */
  readonly where: string | null;
  /** Other words that people look for it by. */
  readonly also: string;
  readonly run: () => void;
}

/** Those that all the words are in, what says them itself before what is only looked for by them. */
export function actionsFor(actions: readonly Action[], query: string): Action[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const says = (a: Action) => `${a.where ?? ''} ${a.text}`.toLowerCase();
  const known = actions.filter((a) => words.every((w) => says(a).includes(w)));
  const others = actions.filter(
    (a) => !known.includes(a) && words.every((w) => `${says(a)} ${a.also}`.toLowerCase().includes(w)),
  );
  return [...known, ...others];
}
