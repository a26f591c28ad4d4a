/** A calculation that stops between its steps, for whoever has other things to do meanwhile; its result comes at the end. */
export type Steps<T> = Generator<void, T, void>;

/** Goes through all steps at once. */
export function finish<T>(steps: Steps<T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
